import { chain } from '../breakpoint';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import type { Site } from '../site';
import type { State } from '../style-map';
import { partOf } from '../tree';

/** Sets one value of a part at a breakpoint, or takes it back when no value is given. */
export function styleEdit(part: string, breakpoint: string, state: State, property: string, value?: string): Edit {
  return { do: 'set', part, field: ['style', breakpoint, state, property], ...(value !== undefined && { value }) };
}

/** The part's own value at exactly this breakpoint. */
export const ownValue = (
  page: Page,
  part: string,
  breakpoint: string,
  state: State,
  property: string,
): string | undefined => partOf(page, part).style[breakpoint]?.[state]?.[property];

/** Takes a part off the page at a breakpoint, or shows it again by taking that back. */
export function toggleShown(site: Site, page: Page, part: string, breakpoint: string): Edit[] {
  const own = ownValue(page, part, breakpoint, 'normal', 'display');
  if (own === 'none') return [styleEdit(part, breakpoint, 'normal', 'display')];
  const above = chain(site.breakpoints, breakpoint).slice(1);
  const hiddenAbove =
    above.map((at) => ownValue(page, part, at, 'normal', 'display')).find((value) => value !== undefined) === 'none';
  return [styleEdit(part, breakpoint, 'normal', 'display', hiddenAbove && own === undefined ? 'block' : 'none')];
}

/** How many values of its own a part has at a breakpoint, over all states. */
export const ownCount = (page: Page, part: string, breakpoint: string): number =>
  Object.values(partOf(page, part).style[breakpoint] ?? {}).reduce(
    (count, declarations) => count + Object.keys(declarations ?? {}).length,
    0,
  );
