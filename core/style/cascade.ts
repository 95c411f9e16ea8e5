import { chain } from '../document/breakpoint';
import { kindOf } from '../document/kinds/registry';
import type { Page, Part } from '../document/page';
import type { Site } from '../document/site';
import type { State, StyleMap } from '../document/style-map';
import { parentOf, partOf } from '../document/tree';
import { propertyOf } from './properties';

/** Where a value comes from. */
export type Source =
  | { readonly from: 'own'; readonly breakpoint: string; readonly state: State }
  | { readonly from: 'class'; readonly name: string; readonly breakpoint: string; readonly state: State }
  | { readonly from: 'element'; readonly name: string; readonly breakpoint: string; readonly state: State }
  | { readonly from: 'lent'; readonly part: string }
  | { readonly from: 'kind'; readonly name: string }
  | { readonly from: 'inherited'; readonly part: string; readonly source: Source }
  | { readonly from: 'initial' };

export interface Resolved {
  readonly value: string;
  readonly source: Source;
}

interface Origin {
  readonly style: StyleMap;
  source(breakpoint: string, state: State): Source;
}

/** The origins that may style a part, strongest first; the kind's own nature comes after them. */
function origins(site: Site, part: Part): Origin[] {
  const named = site.classes.filter((one) => part.classes.includes(one.id)).reverse();
  return [
    { style: part.style, source: (breakpoint, state) => ({ from: 'own', breakpoint, state }) },
    ...named.map(({ name, style }): Origin => ({
      style,
      source: (breakpoint, state) => ({ from: 'class', name, breakpoint, state }),
    })),
    {
      style: site.elements[part.tag] ?? {},
      source: (breakpoint, state) => ({ from: 'element', name: part.tag, breakpoint, state }),
    },
  ];
}

/** What its parent lends a part at a breakpoint, by the part's place. */
function lentValue(site: Site, page: Page, id: string, breakpoint: string, property: string): string | undefined {
  const parent = parentOf(page, id);
  const holder = parent === undefined ? undefined : partOf(page, parent);
  const lends = holder && kindOf(holder.kind).lends?.(holder.content.base);
  if (!holder || !lends) return undefined;
  const standing = holder.children.filter((child) => child === id || !page.parts[child]?.off);
  const which = standing.indexOf(id) % 2 === 0 ? 'odd' : 'even';
  for (const at of chain(site.breakpoints, breakpoint)) {
    const value = lends[at]?.[which][property];
    if (value !== undefined) return value;
  }
  return undefined;
}

/** The declaration that wins for this part itself, inheritance left aside. */
function declared(
  site: Site,
  page: Page,
  id: string,
  breakpoint: string,
  state: State,
  property: string,
): Resolved | undefined {
  const part = partOf(page, id);
  const nearest = chain(site.breakpoints, breakpoint);
  const falling: State[] = state === 'normal' ? ['normal'] : [state, 'normal'];
  for (const origin of origins(site, part))
    for (const one of falling)
      for (const at of nearest) {
        const value = origin.style[at]?.[one]?.[property];
        if (value !== undefined) return { value, source: origin.source(at, one) };
      }
  const lent = lentValue(site, page, id, breakpoint, property);
  // lent by the parent
  if (lent !== undefined) return { value: lent, source: { from: 'lent', part: parentOf(page, id)! } };
  const nature = kindOf(part.kind).defaults(part.tag)[property];
  return nature === undefined ? undefined : { value: nature, source: { from: 'kind', name: part.kind } };
}

/**
 * The value a property has on a part at a breakpoint, and where it comes from, following CSS Cascade 5 §4
 * with the origins own style, classes, element style and kind. The origin decides first, then the state,
 * then the nearest breakpoint; failing all, an inherited property takes its parent's value, any other its initial one.
 */
export function resolve(
  site: Site,
  page: Page,
  id: string,
  breakpoint: string,
  state: State,
  property: string,
): Resolved {
  const known = propertyOf(property);
  let at: string | undefined = id;
  let first = true;
  while (at !== undefined) {
    const found: Resolved | undefined = declared(site, page, at, breakpoint, first ? state : 'normal', property);
    if (found?.value !== 'inherit' && (found !== undefined || known?.inherited !== true)) {
      const source = found?.source ?? { from: 'initial' };
      const value =
        found === undefined || found.value === 'initial' ? (known?.initial ?? found?.value ?? '') : found.value;
      return { value, source: first ? source : { from: 'inherited', part: at, source } };
    }
    const holder = parentOf(page, at);
    // The page itself inherits from `html`, of which browsers say nothing but that it is a block (HTML, section
    // 15.3.1).
    if (found && holder === undefined && property === 'display')
      return { value: 'block', source: first ? found.source : { from: 'inherited', part: at, source: found.source } };
    at = holder;
    first = false;
  }
  return { value: known?.initial ?? '', source: { from: 'initial' } };
}
