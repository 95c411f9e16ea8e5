import { baseOf } from '../breakpoint';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import { Problem } from '../problem';
import { setShare, sharesOf, tracksOf } from '../shares';
import type { Site } from '../site';
import { partOf, placeOf } from '../tree';
import { resolve } from '../../style/cascade';
import { newIdentifier } from '../identifier';
import { styleEdit } from './style';
import { freshPart } from './thing';

/** The shares of a columns part at a breakpoint in percent, or undefined when its tracks are no plain shares. */
export function columnShares(site: Site, page: Page, id: string, breakpoint: string): number[] | undefined {
  return sharesOf(resolve(site, page, id, breakpoint, 'normal', 'grid-template-columns').value);
}

/**
 * Gives one column a share of the width, in percent, at a breakpoint; the others keep their proportions in what is left.
 * @throws Problem when the tracks there are no shares, or nothing would be left for the others
 */
export function setColumnShare(site: Site, page: Page, column: string, breakpoint: string, share: number): Edit[] {
  const { parent, index } = placeOf(page, column);
  const shares = columnShares(site, page, parent, breakpoint);
  if (!shares || index >= shares.length) throw new Problem('The columns have no share for this one here: they stack or have tracks of their own.', { part: parent, breakpoint });
  return [styleEdit(parent, breakpoint, 'normal', 'grid-template-columns', tracksOf(setShare(shares, index, share)))];
}

/**
 * Sets a split: as many columns as there are shares. At the base columns are added, or, when they are empty, taken away.
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
  if (full !== undefined) throw new Problem('A column that would go still holds something. Empty or delete it first.', { part: full });
  return [...edits, ...surplus.map((part): Edit => ({ do: 'remove', part }))];
}
