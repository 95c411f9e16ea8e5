import { below } from '../breakpoint';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import type { Site } from '../site';
import { states, type State } from '../style-map';
import { partOf } from '../tree';
import { styleEdit } from './style';

/** A value of a part's own. */
export interface OwnValue {
  readonly part: string;
  readonly breakpoint: string;
  readonly state: State;
  readonly property: string;
  readonly value: string;
}

/** A part's own values at a breakpoint, over all states; only of these properties where any are named. */
export function ownValues(page: Page, part: string, breakpoint: string, among?: ReadonlySet<string>): OwnValue[] {
  const byState = partOf(page, part).style[breakpoint] ?? {};
  return states.flatMap((state) =>
    Object.entries(byState[state] ?? {}).flatMap(([property, value]) =>
      among === undefined || among.has(property) ? [{ part, breakpoint, state, property, value }] : [],
    ),
  );
}

/** The same values as the page has them now; those that were taken back meanwhile are left out. */
export const asTheyAre = (page: Page, values: readonly OwnValue[]): OwnValue[] =>
  values.flatMap((one) => {
    const part = Object.hasOwn(page.parts, one.part) ? page.parts[one.part] : undefined;
    const value = part?.style[one.breakpoint]?.[one.state]?.[one.property];
    return value === undefined ? [] : [{ ...one, value }];
  });

/** Takes values back, so that what lies above them shows again. */
export const takeBack = (values: readonly OwnValue[]): Edit[] =>
  values.map(({ part, breakpoint, state, property }) => styleEdit(part, breakpoint, state, property));

/** Writes values at another breakpoint as well. */
export const copyTo = (values: readonly OwnValue[], breakpoint: string): Edit[] =>
  values.map(({ part, state, property, value }) => styleEdit(part, breakpoint, state, property, value));

/** Writes values at another breakpoint instead. */
export const moveTo = (values: readonly OwnValue[], breakpoint: string): Edit[] => [
  ...copyTo(values, breakpoint),
  ...takeBack(values),
];

/** The breakpoints below that have a value of their own for a property, nearest first. */
export function overriddenBelow(
  site: Site,
  page: Page,
  part: string,
  breakpoint: string,
  state: State,
  property: string,
): OwnValue[] {
  return below(site.breakpoints, breakpoint).flatMap((one) => {
    const value = partOf(page, part).style[one.id]?.[state]?.[property];
    return value === undefined ? [] : [{ part, breakpoint: one.id, state, property, value }];
  });
}
