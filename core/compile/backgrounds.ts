import { chain, rangeOf, type Breakpoint } from '../document/breakpoint';
import type { Picture, Site } from '../document/site';
import { states, type Declarations, type State, type StyleMap } from '../document/style-map';
import { layersOf } from '../style/layers';
import { picturesIn } from '../style/value';

const image = 'background-image';

/** Screens wider than so many px are few, and a background need not be sharp on them. */
const widestScreen = 1920;

/** How many px the widest screen has that a breakpoint is for. */
export function screenWidth(all: readonly Breakpoint[], breakpoint: Breakpoint): number {
  const { from, to } = rangeOf(all, breakpoint);
  return Math.max(from, Math.min(to, widestScreen));
}

/** A file this much narrower than its screen still looks sharp as a background. */
const enough = 0.8;

/** The narrowest files that fill a screen of that width: of plain density, and of twice as many pixels. */
function filesFor({ files }: Picture, width: number): readonly [plain: string, dense: string] {
  const fileFor = (px: number): string => (files.find((one) => one.width >= px * enough) ?? files.at(-1)!).file;
  return [fileFor(width), fileFor(width * 2)];
}

/**
 * A picture as the background of a screen of that width, as CSS: one file, or another for screens of twice the
 * density (CSS Images 4 §2.4).
 */
export function backgroundFor(picture: Picture, folder: string, width: number): string {
  const [plain, dense] = filesFor(picture, width);
  return plain === dense ? `url(${folder}${plain})` : `image-set(url(${folder}${plain})1x,url(${folder}${dense})2x)`;
}

const isPicture = (value: string | undefined): value is string => value?.includes('picture:') === true;

/** Whether a style has a picture of the library as a background anywhere. */
export function hasPicture(style: StyleMap): boolean {
  for (const breakpoint in style)
    for (const state of states) if (isPicture(style[breakpoint]![state]?.[image])) return true;
  return false;
}

/** What a style says of a property at a breakpoint in a state: of the state first, from the nearest breakpoint. */
function saidAt(
  { breakpoints }: Pick<Site, 'breakpoints'>,
  style: StyleMap,
  { id }: Breakpoint,
  state: State,
  property: string,
): string | undefined {
  const way = chain(breakpoints, id);
  const found = (from: State): string | undefined =>
    way.map((at) => style[at]?.[from]?.[property]).find((value) => value !== undefined);
  return found(state) ?? found('normal');
}

/**
 * Whether a style says how large the pictures of its background stand. At their own size (CSS Backgrounds 3 §3.9,
 * `auto`) each file would stand in another, so they have the same one on every screen.
 */
export function isSized(
  site: Pick<Site, 'breakpoints'>,
  style: StyleMap,
  breakpoint: Breakpoint,
  state: State,
): boolean {
  const [images, sizes] = [image, 'background-size'].map((property) =>
    layersOf(saidAt(site, style, breakpoint, state, property) ?? ''),
  );
  return images!.every(
    (layer, index) =>
      !isPicture(layer) || !/^(|auto|auto auto|initial|inherit)$/i.test(sizes![index % sizes!.length] ?? ''),
  );
}

/** Whether a background is shown in other files on one screen than on another. */
function differs({ pictures }: Pick<Site, 'pictures'>, value: string, width: number, other: number): boolean {
  return picturesIn(value).some((id) => {
    const picture = Object.hasOwn(pictures, id) ? pictures[id] : undefined;
    return picture && filesFor(picture, width).join() !== filesFor(picture, other).join();
  });
}

/**
 * What a style says at a breakpoint in a state, with the background it has there from a breakpoint nearer the base
 * where this screen is given another file.
 * @param widthAt how many px wide its pictures have to be on a breakpoint's screens
 */
export function withBackground(
  site: Pick<Site, 'breakpoints' | 'pictures'>,
  style: StyleMap,
  breakpoint: Breakpoint,
  state: State,
  widthAt: (breakpoint: Breakpoint) => number,
): Declarations | undefined {
  const own = style[breakpoint.id]?.[state];
  if (own?.[image] !== undefined) return own;
  const nearer = chain(site.breakpoints, breakpoint.id).slice(1);
  const from = nearer.map((at) => style[at]?.[state]?.[image]).find((value) => value !== undefined);
  const next = site.breakpoints.find(({ id }) => id === nearer[0]);
  if (!next || !isPicture(from) || !isSized(site, style, breakpoint, state)) return own;
  return differs(site, from, widthAt(breakpoint), widthAt(next)) ? { ...own, [image]: from } : own;
}
