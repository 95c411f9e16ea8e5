import { chain } from '../document/breakpoint';
import { insideOf, kindOf, kinds } from '../document/kinds/registry';
import type { Page, Part } from '../document/page';
import type { Site } from '../document/site';
import type { State, StyleMap } from '../document/style-map';
import { partOf } from '../document/tree';
import type { LedgerCell } from './ledger';

/** Who holds values: a part alone, or something of the site that reaches many parts. */
export type Holder =
  | { readonly holds: 'part' }
  | { readonly holds: 'class'; readonly id: string }
  | { readonly holds: 'element'; readonly tag: string };

/** A holder that stands in the site. */
export type SiteHolder = Exclude<Holder, { holds: 'part' }>;

export const thePart: Holder = { holds: 'part' };

export const sameHolder = (a: Holder, b: Holder): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * Those whose values reach a part, the strongest first: itself, its classes, every element of its tag; and those that
 * reach what stands inside its element.
 */
export function holdersOf(site: Site, part: Part): Holder[] {
  const inside = insideOf(part);
  const held = new Set([...part.classes, ...inside.classes]);
  const classes = site.classes.filter((one) => held.has(one.id)).reverse();
  const tags = [...new Set([part.tag, ...inside.tags])];
  return [
    thePart,
    ...classes.map(({ id }): Holder => ({ holds: 'class', id })),
    ...tags.map((tag): Holder => ({ holds: 'element', tag })),
  ];
}

/** The elements a site may style: those parts are, and those that stand inside parts. */
export const styledTags: readonly string[] = [
  ...new Set([
    ...['body', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'p', 'a', 'ul', 'ol', 'li', 'blockquote', 'pre', 'figure', 'img'],
    ...kinds.filter((kind) => !kind.refers).flatMap((kind) => kind.tags),
    ...['strong', 'em', 'u', 's', 'sub', 'sup', 'small', 'mark', 'code', 'label', 'input'],
  ]),
];

/** What a holder is called: `this heading`, `class card`, `every h1`, `the whole page`. */
export function holderName(site: Site, part: Part, holder: Holder): string {
  switch (holder.holds) {
    case 'part':
      return `this ${kindOf(part.kind).word.toLowerCase()}`;
    case 'class':
      return `class ${site.classes.find((one) => one.id === holder.id)?.name ?? holder.id}`;
    case 'element':
      return holder.tag === 'body' ? 'every page of the site' : `every ${holder.tag}`;
  }
}

/** What a holder of the site sets. */
export const heldStyle = (site: Site, holder: SiteHolder): StyleMap =>
  (holder.holds === 'class' ? site.classes.find((one) => one.id === holder.id)?.style : site.elements[holder.tag]) ??
  {};

/** The parts of a page that a holder's values reach, in document order. */
export const reachedBy = (page: Page, holder: SiteHolder): string[] =>
  Object.keys(page.parts).filter((id) => {
    const part = partOf(page, id);
    const inside = insideOf(part);
    return holder.holds === 'class'
      ? part.classes.includes(holder.id) || inside.classes.includes(holder.id)
      : part.tag === holder.tag || inside.tags.includes(holder.tag);
  });

/** The cell of a property of a holder of the site: what it sets at a breakpoint, or what it sets nearest to it. */
export function holderCell(
  site: Site,
  holder: SiteHolder,
  breakpoint: string,
  state: State,
  property: string,
): LedgerCell {
  const style = heldStyle(site, holder);
  const named = (id: string): string => site.breakpoints.find((one) => one.id === id)?.name ?? id;
  for (const one of state === 'normal' ? (['normal'] as const) : ([state, 'normal'] as const))
    for (const at of chain(site.breakpoints, breakpoint)) {
      const value = style[at]?.[one]?.[property];
      if (value === undefined) continue;
      const own = at === breakpoint && one === state;
      const from = [...(one === state ? [] : [one]), ...(at === breakpoint ? [] : [`← ${named(at)}`])].join(' ');
      return { value, own, from, sentence: `Set here at ${named(at)}.`, noEffect: undefined };
    }
  return { value: '', own: false, from: 'not set', sentence: 'Not set here.', noEffect: undefined };
}
