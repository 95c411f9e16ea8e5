import { baseOf } from '../document/breakpoint';
import { kindOf } from '../document/kinds/registry';
import type { Page } from '../document/page';
import { resolve } from '../style/cascade';
import { calledWith, overridesOfAll, proposed, px, valueAt, type Proposal, type Situation } from './proposal';

/** The default font size of browsers, in px. */
const rem = 16;
/** Type up to this size, in px, has the same size on every screen. */
const unchanged = 24;

/**
 * Returns the usual font size on a smaller screen, in px. Large type shrinks, small type stays, and the larger of two
 * sizes stays larger. The exponent is fitted to the common practice of 45, 38 and 34 px on screens of 1280, 820
 * and 390 px.
 * @param size font size at the base, in px
 * @param ratio of the screen's width to that of the base's screen
 */
export function typeSize(size: number, ratio: number): number {
  if (size <= unchanged || ratio >= 1) return size;
  return unchanged * (size / unchanged) ** (1 - 0.58 * (1 - ratio) ** 0.75);
}

/**
 * Returns font sizes for a smaller screen, in whole px, by the sizes at the base. They are those of `typeSize`, with 1 px
 * between sizes that would round to the same.
 */
export function typeSizes(sizes: Iterable<number>, ratio: number): ReadonlyMap<number, number> {
  const smaller = new Map<number, number>();
  let last = 0;
  for (const size of [...new Set(sizes)].sort((a, b) => a - b)) {
    last = size <= unchanged ? size : Math.min(size, Math.max(Math.round(typeSize(size, ratio)), last + 1));
    smaller.set(size, last);
  }
  return smaller;
}

/** Converts a font size in px or rem to px; undefined for any other value. */
function sizeOf(value: string): number | undefined {
  if (/^\d*\.?\d+rem$/.test(value)) return Number.parseFloat(value) * rem;
  return px(value);
}

/** Formats a font size given in px: in rem if `like` is in rem, otherwise in px. */
const writtenLike = (like: string, size: number): string => (like.endsWith('rem') ? `${size / rem}rem` : `${size}px`);

/** Returns the font size of a part at the base, in px; undefined if it is not in px or rem. */
export const sizeAtBase = ({ site, page }: Situation, part: string): number | undefined =>
  sizeOf(resolve(site, page, part, baseOf(site.breakpoints).id, 'normal', 'font-size').value);

/** Returns the font size of a part at the breakpoint of the situation, in px; undefined if it is not in px or rem. */
export const sizeNow = (situation: Situation, part: string): number | undefined =>
  sizeOf(valueAt(situation, part, 'font-size'));

/** Proposes a font size, given in px, for a part and the parts like it. Keeps the unit of the present size. */
export function typeProposed(situation: Situation, part: string, to: number, said: Pick<Proposal, 'rule' | 'reason'>) {
  const now = valueAt(situation, part, 'font-size');
  const after = writtenLike(now, to);
  return proposed(situation, part, overridesOfAll(situation, part, { 'font-size': after }), {
    ...said,
    says: `${calledWith(situation, part)}: ${to} px type`,
    before: now,
    after,
  });
}

/** Returns whether refit changes the font size of a part: it does for headings and texts. */
export const isSized = (page: Page, part: string): boolean => {
  const { text } = kindOf(page.parts[part]!.kind);
  return text === 'title' || text === 'prose';
};

const sizesOfPages = new WeakMap<Page, readonly number[]>();

/** Returns the font sizes of all headings and texts of a page at the base, in px. Cached by page. */
export function sizesAtBase(situation: Situation): readonly number[] {
  const { page } = situation;
  const known = sizesOfPages.get(page);
  if (known) return known;
  const sizes = Object.keys(page.parts)
    .filter((part) => isSized(page, part))
    .flatMap((part) => sizeAtBase(situation, part) ?? []);
  sizesOfPages.set(page, sizes);
  return sizes;
}
