import { styleEdit } from '../../document/commands/style';
import { resizedTracks, tracksIn } from '../../document/commands/with-tracks';
import { outwards } from '../../document/breakpoint';
import type { Page } from '../../document/page';
import type { Site } from '../../document/site';
import { partOf } from '../../document/tree';
import { resolve } from '../../style/cascade';
import type { Check } from '../check';
import type { Finding } from '../finding';

const property = 'grid-template-columns';
const placements = ['grid-column-start', 'grid-column-end'];

/** How many columns are laid out at a breakpoint; undefined if one is placed by hand. */
function laidOut(site: Site, page: Page, id: string, breakpoint: string): number | undefined {
  const value = (part: string, name: string): string => resolve(site, page, part, breakpoint, 'normal', name).value;
  const inFlow = partOf(page, id).children.filter(
    (child) =>
      !partOf(page, child).off &&
      value(child, 'display') !== 'none' &&
      !['absolute', 'fixed'].includes(value(child, 'position')),
  );
  const isPlaced = inFlow.some((child) => placements.some((name) => value(child, name) !== 'auto'));
  return isPlaced ? undefined : inFlow.length;
}

/** Columns whose tracks leave room for one more, or at the base leave their last row unfilled. */
export const columnTracks: Check = {
  name: 'column tracks',
  severity: 'warning',
  source: 'common practice; CSS Grid 2, section 8.5: items fill the tracks in order, row by row',
  looks: 'part',
  find: ({ site, page }, id) => {
    if (partOf(page, id).kind !== 'columns') return [];
    const own = (breakpoint: string): string | undefined => partOf(page, id).style[breakpoint]?.normal?.[property];
    const atBase = laidOut(site, page, id, outwards(site.breakpoints)[0]!.id); // a site has a base
    return outwards(site.breakpoints).flatMap(({ id: breakpoint, name, side }): Finding[] => {
      const columns = laidOut(site, page, id, breakpoint);
      if (side !== 'base' && own(breakpoint) === undefined && columns === atBase) return [];
      const { value } = resolve(site, page, id, breakpoint, 'normal', property);
      const tracks = tracksIn(value)?.length ?? 0;
      const fits = columns === undefined || columns === 0 || tracks < 2 || columns % tracks === 0;
      const isRows = side !== 'base' && columns !== undefined && columns > tracks; // on a smaller screen that is wanted
      const after = fits || isRows ? undefined : resizedTracks(value, columns);
      if (fits || after === undefined) return [];
      const [many, room] = [columns === 1 ? '1 column' : `${columns} columns`, `${tracks} tracks for`];
      return [
        {
          ...{ check: 'column tracks', severity: 'warning', part: id, breakpoints: [breakpoint] },
          reason:
            columns < tracks
              ? `There are ${room} ${many} at ${name}: the rest of the width stays empty.`
              : `There are ${room} ${many} at ${name}: the last row isn’t filled.`,
          cure: {
            says: `Make it ${columns === 1 ? '1 track' : `${columns} tracks`}`,
            edits: [styleEdit(id, breakpoint, 'normal', property, after)],
            before: value,
            after,
          },
        },
      ];
    });
  },
};
