import { baseOf } from '../document/breakpoint';
import type { Edit } from '../document/edits/edit';
import { resolve } from '../style/cascade';
import { px, type Situation } from './proposal';

/** What one more override costs, whatever it says. */
const perEdit = 0.06;
/** What halving a length costs beside that. */
const perHalving = 0.04;
/** What another keyword or another list of tracks costs beside that. */
const perWord = 0.04;

/**
 * How far edits lead from the wide design: each override counts, and the more, the further its value is from the one
 * at the base (lengths by their ratio, as size is seen).
 */
export function distance({ site, page }: Situation, edits: readonly Edit[]): number {
  const base = baseOf(site.breakpoints).id;
  let sum = 0;
  for (const edit of edits) {
    if (edit.do !== 'set' || edit.field[0] !== 'style') continue;
    const wide = resolve(site, page, edit.part, base, 'normal', edit.field[3]).value;
    const [from, to] = [px(wide), px(String(edit.value))];
    const apart =
      from !== undefined && to !== undefined && from > 0 && to > 0
        ? Math.abs(Math.log2(to / from)) * perHalving
        : wide === edit.value
          ? 0
          : perWord;
    sum += perEdit + apart;
  }
  return sum;
}
