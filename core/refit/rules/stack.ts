import { stackGrid } from '../../document/commands/columns';
import { nameOf } from '../../document/kinds/registry';
import type { Edit } from '../../document/edits/edit';
import { mayWrite, overrides, valueAt, type Proposal, type Rule, type Situation } from '../proposal';

const writable = (situation: Situation, edits: readonly Edit[]): boolean =>
  edits.length > 0 &&
  edits.every((edit) => edit.do === 'set' && mayWrite(situation, edit.part, String(edit.field.at(-1))));

/**
 * The columns a grid has as laid out where its screen is narrowest: how many stand in its first row, and the
 * narrowest of them.
 */
function laidColumns({ page, slices }: Situation, part: string): { count: number; least: number } {
  const boxes = page.parts[part]!.children.flatMap((id) => slices[0]?.parts.get(id)?.box ?? []);
  const first = boxes.filter(
    (box) =>
      Math.abs(box.top - (boxes[0]?.top ?? 0)) < 8 ||
      (box.top < boxes[0]!.top + boxes[0]!.height && box.left > boxes[0]!.left),
  );
  const lefts = new Set(first.map((box) => Math.round(box.left)));
  return { count: lefts.size, least: Math.min(...first.map((box) => box.width)) };
}

export const stack: Rule = {
  name: 'stack or re-share columns',
  source: 'common practice',
  order: 2,
  propose: (situation, part) => {
    if (!valueAt(situation, part, 'display').includes('grid')) return [];
    const tracks = valueAt(situation, part, 'grid-template-columns');
    const { count, least } = laidColumns(situation, part);
    if (count < 2 || tracks.includes('auto-fi') || tracks === 'none') return [];
    const { page, breakpoint, site } = situation;
    const width = situation.slices[0]!.width;
    const reason = `${count} columns leave ${Math.round(least)} px to the narrowest of them on a screen of ${width} px.`;
    const name = nameOf(page.parts[part]!);
    const make = (says: string, edits: readonly Edit[], after: string): Proposal[] =>
      writable(situation, edits)
        ? [
            {
              rule: 'stack or re-share columns',
              part,
              breakpoint,
              edits,
              says: `${name}: ${says}`,
              reason,
              before: tracks,
              after,
            },
          ]
        : [];
    const spanning = page.parts[part]!.children.some((child) =>
      ['grid-column-start', 'grid-column-end', 'grid-row-start', 'grid-row-end'].some(
        (side) => valueAt(situation, child, side) !== 'auto',
      ),
    );
    const pairs =
      count > 2 && !spanning
        ? make('two beside each other', overrides(situation, part, { 'grid-template-columns': '1fr 1fr' }), '1fr 1fr')
        : [];
    return [...pairs, ...make('one below the other', stackGrid(site, page, part, breakpoint), '1fr')];
  },
};
