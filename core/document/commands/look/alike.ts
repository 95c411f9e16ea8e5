import type { AnyEdit } from '../../edits/site-edit';
import type { Page } from '../../page';
import { pathOfId } from '../../seen/seen-page';
import type { Site } from '../../site';
import type { StyleMap } from '../../style-map';
import { allOwnValues, applyClass } from './classes';
import { takeBack } from '../overrides';

/** Parts that set the very same values of their own. */
export interface Alike {
  readonly parts: readonly string[];
  readonly values: number;
  /** The class that sets just these, where there is one. */
  readonly class?: string;
}

/** Fewer values in common say little. */
const fewestValues = 2;

/** What a style sets, whatever the order it was set in; with how many values that is. */
function saidBy(style: StyleMap): { readonly key: string; readonly values: number } {
  const all = Object.entries(style).flatMap(([breakpoint, byState]) =>
    Object.entries(byState).flatMap(([state, values]) =>
      Object.entries(values).map(([property, value]) => `${breakpoint} ${state} ${property} ${value}`),
    ),
  );
  return { key: all.sort().join('\n'), values: all.length };
}

const saving = ({ parts, values }: Alike): number => parts.length * values;

/**
 * The groups of parts of a page as it is seen that could have one class instead of values of their own: those of one
 * kind that set the very same, two at
 * least, and those that set just what a class sets. Those that have a class first, then the largest saving. Of what a
 * page shows twice each part counts once.
 */
export function alikeParts(site: Site, page: Page): Alike[] {
  const classes = new Map(site.classes.map(({ id, style }) => [saidBy(style).key, id]));
  const groups = new Map<string, { parts: string[]; values: number; class: string | undefined }>();
  const seen = new Set<string>();
  for (const [id, { kind, style }] of Object.entries(page.parts)) {
    const { key, values } = saidBy(style);
    const stored = pathOfId(id)?.part ?? id;
    if (values < fewestValues || seen.has(stored)) continue;
    seen.add(stored);
    const group = groups.get(`${kind}\n${key}`) ?? { parts: [], values, class: classes.get(key) };
    group.parts.push(id);
    groups.set(`${kind}\n${key}`, group);
  }
  return [...groups.values()]
    .filter((one) => one.parts.length > 1 || one.class !== undefined)
    .map(({ class: known, ...one }) => ({ ...one, ...(known !== undefined && { class: known }) }))
    .sort((a, b) => Number(b.class !== undefined) - Number(a.class !== undefined) || saving(b) - saving(a));
}

/** Gives parts a class in place of all values of their own. */
export const classInstead = (site: Site, page: Page, parts: readonly string[], id: string): AnyEdit[] => [
  ...takeBack(parts.flatMap((part) => allOwnValues(page, part))),
  ...applyClass(site, page, parts, id),
];
