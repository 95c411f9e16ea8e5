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
 * Appends edits of `grid-template-columns` to a command's edits, so that columns have as many tracks as children. A moved
 * column keeps its share, a new column gets the average share, and the share of a removed column is divided among the
 * others in proportion. A breakpoint's track list changes only if it had one track per column: stacked columns and
 * columns in several rows keep theirs. Track lists that the command sets itself do not change.
 */
export function withTracks(site: Site, page: Page, edits: readonly Edit[]): readonly Edit[] {
  const touched = touchedColumns(page, edits);
  if (touched.length === 0) return edits;
  const after = applyEdits(site, page, edits).page;
  return [...edits, ...touched.flatMap((id) => tracksEdits(site, page, after, id))];
}

/** Returns the ids of the columns parts whose children change by edits. */
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

/** Resizes a track list: surplus tracks are removed from its end; new tracks get the average share. */
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

/** Splits a track list into tracks; undefined if only the browser can count them (CSS Grid 1, section 7.2). */
export function tracksIn(list: string): string[] | undefined {
  const tracks = componentsOf(list).flatMap((one) => {
    const [, count, repeated] = /^repeat\(\s*(\d+)\s*,(.*)\)$/.exec(one) ?? [];
    if (repeated === undefined) return one;
    return Array.from({ length: Math.min(Number(count), 100) }, () => componentsOf(repeated)).flat();
  });
  return tracks.some((one) => /^(repeat|none|subgrid|masonry)|[[\]]/.test(one)) ? undefined : tracks;
}

/** Joins tracks to a list. A new track (undefined) gets the average share, or `1fr` if the others are no shares. */
function tracksFor(kept: readonly (string | undefined)[], before: readonly string[]): string {
  const average = 100 / before.length;
  const shares = sharesOf(before.join(' '));
  if (!shares) return kept.map((track) => track ?? '1fr').join(' ');
  const wanted = kept.map((track) => (track === undefined ? average : shares[before.indexOf(track)]!));
  const sum = wanted.reduce((total, one) => total + one, 0);
  return tracksOf(wanted.map((share) => (share * 100) / sum));
}
