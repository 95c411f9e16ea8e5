import { baseOf } from '../document/breakpoint';
import { kindOf } from '../document/kinds/registry';
import type { Page } from '../document/page';
import { resolve } from '../style/cascade';
import { calledWith, overridesOfAll, proposed, px, valueAt, type Proposal, type Situation } from './proposal';

/** The size of type in a browser whose settings nobody changed, in px. */
const rem = 16;
/** Type up to this size is read at the same size on every screen, in px. */
const unchanged = 24;

/**
 * The size that type has on a smaller screen, in px: large type shrinks, small type stays, and of two sizes the larger
 * one stays the larger one. The exponent is fitted to the common practice of 45, 38 and 34 px on screens of 1280, 820
 * and 390 px.
 * @param size at the base, in px
 * @param ratio of the screen's width to that of the base's screen
 */
export function typeSize(size: number, ratio: number): number {
  if (size <= unchanged || ratio >= 1) return size;
  return unchanged * (size / unchanged) ** (1 - 0.58 * (1 - ratio) ** 0.75);
}

/**
 * Whole sizes, in px, for a smaller screen by the sizes at the base: those of `typeSize`, with 1 px between two that
 * would be rounded to the same size.
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

/** The size of type, in px, of a plain length in px or rem; undefined for any other value. */
function sizeOf(value: string): number | undefined {
  if (/^\d*\.?\d+rem$/.test(value)) return Number.parseFloat(value) * rem;
  return px(value);
}

/** A size of type given in px, written in rem where `like` is, and in px otherwise. */
const writtenLike = (like: string, size: number): string => (like.endsWith('rem') ? `${size / rem}rem` : `${size}px`);

/** The size of a part's type at the base in px; undefined where it is no plain length. */
export const sizeAtBase = ({ site, page }: Situation, part: string): number | undefined =>
  sizeOf(resolve(site, page, part, baseOf(site.breakpoints).id, 'normal', 'font-size').value);

/** The size of a part's type at the breakpoint looked at, in px; undefined where it is no plain length. */
export const sizeNow = (situation: Situation, part: string): number | undefined =>
  sizeOf(valueAt(situation, part, 'font-size'));

/** Proposes type of a size in px for a part and those like it, in the unit that its size has. */
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

/** Whether the type of a part is sized by refit: that of headings and texts. */
export const isSized = (page: Page, part: string): boolean => {
  const { text } = kindOf(page.parts[part]!.kind);
  return text === 'title' || text === 'prose';
};

const sizesOfPages = new WeakMap<Page, readonly number[]>();

/** The sizes that headings and texts of a page have at the base, in px; computed once for a page. */
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
