import { outwards } from '../breakpoint';
import { applyEdits } from '../edits/apply';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import { sharesOf, tracksOf } from '../shares';
import type { Site } from '../site';
import { parentOf } from '../tree';
import { resolve } from '../../style/cascade';
import { componentsOf } from '../../style/several';
import { styleEdit } from './style';

/**
 * Returns edits with those that keep the tracks of columns in step with their columns: a column keeps its share beside
 * the others wherever it is moved, a new one gets the average, and what a removed one leaves goes to the others in
 * proportion. This holds at every breakpoint that has as many tracks of its own as there are columns; where columns
 * stack or stand in several rows, tracks stay.
 * @param edits a command's; if they set tracks themselves, those stay
 */
export function withTracks(site: Site, page: Page, edits: readonly Edit[]): readonly Edit[] {
  const touched = touchedColumns(page, edits);
  if (touched.length === 0) return edits;
  const after = applyEdits(site, page, edits).page;
  return [...edits, ...touched.flatMap((id) => tracksEdits(site, page, after, id))];
}

/** The columns of a page whose children change by edits. */
function touchedColumns(page: Page, edits: readonly Edit[]): string[] {
  const parents = edits.flatMap((edit) => [
    ...(edit.do === 'insert' || edit.do === 'move' ? [edit.parent] : []),
    ...((edit.do === 'remove' || edit.do === 'move') && Object.hasOwn(page.parts, edit.part)
      ? [parentOf(page, edit.part)]
      : []),
  ]);
  return [...new Set(parents)].filter((id) => id !== undefined && page.parts[id]?.kind === 'columns') as string[]; // no undefined is left
}

function tracksEdits(site: Site, before: Page, after: Page, id: string): Edit[] {
  const property = 'grid-template-columns';
  const [was, is] = [before.parts[id]!.children, after.parts[id]?.children ?? []];
  if (is.length === 0 || is.join() === was.join()) return [];
  return outwards(site.breakpoints).flatMap(({ id: breakpoint, side }) => {
    const own = before.parts[id]!.style[breakpoint]?.normal?.[property];
    const isSet = after.parts[id]!.style[breakpoint]?.normal?.[property] !== own;
    const isStack = side !== 'base' && was.length === 1; // one track may mean either
    if (isSet || isStack || (own === undefined && side !== 'base')) return [];
    const value = own ?? resolve(site, before, id, breakpoint, 'normal', property).value;
    const tracks = tracksIn(value);
    if (tracks?.length !== was.length) return [];
    const next = tracksFor(
      is.map((child) => tracks[was.indexOf(child)]),
      tracks,
    );
    return next === value ? [] : [styleEdit(id, breakpoint, 'normal', property, next)];
  });
}

/** Returns a list with as many tracks as asked for: the last ones go, or new ones get the average share. */
export function resizedTracks(list: string, count: number): string | undefined {
  const tracks = tracksIn(list);
  return (
    tracks &&
    tracksFor(
      Array.from({ length: count }, (_, at) => tracks[at]),
      tracks,
    )
  );
}

/** The tracks of a list one by one; undefined where their number is the browser's to tell (CSS Grid 1, section 7.2). */
export function tracksIn(list: string): string[] | undefined {
  const tracks = componentsOf(list).flatMap((one) => {
    const [, count, repeated] = /^repeat\(\s*(\d+)\s*,(.*)\)$/.exec(one) ?? [];
    if (repeated === undefined) return one;
    return Array.from({ length: Math.min(Number(count), 100) }, () => componentsOf(repeated)).flat();
  });
  return tracks.some((one) => /^(repeat|none|subgrid|masonry)|[[\]]/.test(one)) ? undefined : tracks;
}

/** A list of tracks, in which new ones, undefined, get the average share; among tracks that are no shares, `1fr`. */
function tracksFor(kept: readonly (string | undefined)[], before: readonly string[]): string {
  const average = 100 / before.length;
  const shares = sharesOf(before.join(' '));
  if (!shares) return kept.map((track) => track ?? '1fr').join(' ');
  const wanted = kept.map((track) => (track === undefined ? average : shares[before.indexOf(track)]!));
  const sum = wanted.reduce((total, one) => total + one, 0);
  return tracksOf(wanted.map((share) => (share * 100) / sum));
}
