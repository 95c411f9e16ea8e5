import { baseOf, outwards } from '../breakpoint';
import { newIdentifier } from '../identifier';
import { kindOf } from '../kinds/registry';
import type { Part, Parts } from '../page';
import type { Site } from '../site';
import type { Declarations, StyleMap } from '../style-map';

/**
 * A part and what it holds, as it is written down: style for the base, from the first narrower breakpoint down, and
 * for the narrowest.
 */
export interface Tree {
  readonly kind: string;
  readonly name?: string;
  readonly tag?: string;
  readonly classes?: readonly string[];
  readonly content?: Readonly<Record<string, unknown>>;
  readonly attributes?: Readonly<Record<string, string>>;
  readonly base?: Declarations;
  readonly narrower?: Declarations;
  readonly narrowest?: Declarations;
  readonly holds?: readonly Tree[];
}

const written = (value: string | number): string => (typeof value === 'number' ? `${value}px` : value);

/**
 * `padding` or `margin` as the four longhands: numbers in px, others with their units, in CSS's order with CSS's
 * short forms.
 */
export function around(property: 'padding' | 'margin', ...values: readonly (string | number)[]): Declarations {
  const [top = 0, right = top, bottom = top, left = right] = values;
  return {
    [`${property}-top`]: written(top),
    [`${property}-right`]: written(right),
    [`${property}-bottom`]: written(bottom),
    [`${property}-left`]: written(left),
  };
}

/** Gaps in px, between rows and between columns. */
export const gap = (row: number, column = row): Declarations => ({
  'row-gap': `${row}px`,
  'column-gap': `${column}px`,
});

/** All four corners. */
export const radius = (value: string): Declarations =>
  Object.fromEntries(
    ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => [`border-${corner}-radius`, value]),
  );

/** A tree's style at the breakpoints of a site; what is meant for two of them goes to the one there is. */
export function styleOfTree(
  site: Pick<Site, 'breakpoints'>,
  { base, narrower, narrowest }: Pick<Tree, 'base' | 'narrower' | 'narrowest'>,
): StyleMap {
  const down = outwards(site.breakpoints).filter((one) => one.side === 'down');
  const style: StyleMap = {};
  const add = (id: string | undefined, declarations: Declarations | undefined): void => {
    if (id !== undefined && declarations) style[id] = { normal: { ...style[id]?.normal, ...declarations } };
  };
  add(baseOf(site.breakpoints).id, base);
  add(down[0]?.id, narrower);
  add(down.at(-1)?.id, narrowest);
  return style;
}

/**
 * New parts of a site from a tree; what a tree leaves unsaid is as its kind begins, style aside. `idFor` names them,
 * new ids where it is left out.
 */
export function planted(
  site: Site,
  tree: Tree,
  idFor: (kind: string) => string = newIdentifier,
): { root: string; parts: Parts } {
  const parts: Record<string, Part> = {};
  const plant = (one: Tree): string => {
    const id = idFor(one.kind);
    const fresh = kindOf(one.kind).fresh(site);
    const said = { base: { ...fresh.content.base, ...one.content } };
    parts[id] = {
      kind: one.kind,
      ...(one.name !== undefined && { name: one.name }),
      children: (one.holds ?? []).map(plant),
      tag: kindOf(one.kind).tagFor?.([said.base]) ?? one.tag ?? fresh.tag,
      classes: [...(one.classes ?? [])],
      style: styleOfTree(site, one),
      content: said,
      attributes: { ...one.attributes },
    };
    return id;
  };
  return { root: plant(tree), parts };
}
