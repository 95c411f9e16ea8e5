import { baseOf } from '../breakpoint';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import { Problem } from '../problem';
import { dragGutter, setShare, sharesOf, tracksOf } from '../shares';
import type { Site } from '../site';
import { parentOf, partOf, placeOf } from '../tree';
import { resolve } from '../../style/cascade';
import { newIdentifier } from '../identifier';
import { styleEdit } from './style';
import { copyOf, freshPart } from './thing';
import { withTracks } from './with-tracks';

/** The shares of a columns part at a breakpoint in percent, or undefined when its tracks are no plain shares. */
export function columnShares(site: Site, page: Page, id: string, breakpoint: string): number[] | undefined {
  return sharesOf(resolve(site, page, id, breakpoint, 'normal', 'grid-template-columns').value);
}

/**
 * Gives one column a share of the width, in percent, at a breakpoint; the others keep their proportions in what is
 * left.
 * @throws Problem when the tracks there are no shares, or nothing would be left for the others
 */
export function setColumnShare(site: Site, page: Page, column: string, breakpoint: string, share: number): Edit[] {
  const { parent, index } = placeOf(page, column);
  const shares = columnShares(site, page, parent, breakpoint);
  if (!shares || index >= shares.length)
    throw new Problem('The columns have no share for this one here: they stack or have tracks of their own.', {
      part: parent,
      breakpoint,
    });
  return [styleEdit(parent, breakpoint, 'normal', 'grid-template-columns', tracksOf(setShare(shares, index, share)))];
}

/**
 * Sets a split: as many columns as there are shares. At the base columns are added, or, when they are empty, taken
 * away.
 * @throws Problem when a column that still holds something would go.
 */
export function setSplit(site: Site, page: Page, id: string, breakpoint: string, shares: readonly number[]): Edit[] {
  const children = partOf(page, id).children;
  const edits: Edit[] = [styleEdit(id, breakpoint, 'normal', 'grid-template-columns', tracksOf(shares))];
  if (breakpoint !== baseOf(site.breakpoints).id) return edits;
  for (let index = children.length; index < shares.length; index++) {
    const root = newIdentifier();
    edits.push({ do: 'insert', parent: id, index, root, parts: { [root]: freshPart(site, 'column') } });
  }
  const surplus = children.slice(shares.length);
  const full = surplus.find((child) => partOf(page, child).children.length > 0);
  if (full !== undefined)
    throw new Problem('A column that would go still holds something. Empty or delete it first.', { part: full });
  return [...edits, ...surplus.map((part): Edit => ({ do: 'remove', part }))];
}

/**
 * Moves the gutter behind a column by percent of the columns' width at a breakpoint: only its two neighbours change.
 * @throws Problem when the tracks there are no shares
 */
export function moveGutter(
  site: Site,
  page: Page,
  id: string,
  breakpoint: string,
  gutter: number,
  percent: number,
): Edit[] {
  const shares = columnShares(site, page, id, breakpoint);
  if (!shares || gutter + 1 >= shares.length)
    throw new Problem('The columns stack here or have tracks of their own, so there is no gutter to move.', {
      part: id,
      breakpoint,
    });
  return [styleEdit(id, breakpoint, 'normal', 'grid-template-columns', tracksOf(dragGutter(shares, gutter, percent)))];
}

/** Adds a column behind another: a full copy of it, or an empty one with the same settings. */
export function addColumn(
  site: Site,
  page: Page,
  column: string,
  what: 'copy' | 'empty',
): { edits: Edit[]; made: string } {
  const parent = parentOf(page, column);
  if (partOf(page, column).kind !== 'column' || parent === undefined)
    throw new Problem('Select a column to add another like it.', { part: column });
  const { index } = placeOf(page, column);
  const copy = copyOf(page, column);
  const twin = what === 'copy' ? copy.parts : { [copy.root]: { ...copy.parts[copy.root]!, children: [] } };
  const edits: Edit[] = [{ do: 'insert', parent, index: index + 1, root: copy.root, parts: twin }];
  return { edits: [...withTracks(site, page, edits)], made: copy.root };
}

/**
 * Stacks a grid at a breakpoint: one column, and every part of it placed by the flow again, wherever it was put in
 * cells.
 */
export function stackGrid(site: Site, page: Page, id: string, breakpoint: string): Edit[] {
  const set = (part: string, property: string, value: string): Edit[] =>
    resolve(site, page, part, breakpoint, 'normal', property).value === value
      ? []
      : [styleEdit(part, breakpoint, 'normal', property, value)];
  const sides = ['grid-column-start', 'grid-column-end', 'grid-row-start', 'grid-row-end'];
  return [
    ...set(id, 'grid-template-columns', '1fr'),
    ...set(id, 'grid-template-rows', 'none'),
    ...set(id, 'grid-template-areas', 'none'),
    ...partOf(page, id).children.flatMap((child) => sides.flatMap((side) => set(child, side, 'auto'))),
  ];
}

/** Stacks columns at a breakpoint, or stands them side by side again by shares. */
export function stackColumns(page: Page, id: string, breakpoint: string, stacked: boolean): Edit[] {
  const count = Math.max(partOf(page, id).children.length, 1);
  return [
    styleEdit(
      id,
      breakpoint,
      'normal',
      'grid-template-columns',
      stacked ? '1fr' : tracksOf(Array.from({ length: count }, () => 100 / count)),
    ),
  ];
}
