import { clipOf, clipText, percents, type Place, type Size } from './clips';

/** What of a picture its box shows. */
export interface Crop {
  /** Width by height of the box; undefined where it is the picture's own, or what its width and height come to. */
  readonly ratio: number | undefined;
  /** The place of the picture, in percent, that stands at the same place of the box: 0 is an edge, 50 the middle. */
  readonly at: Place;
  /** How much nearer it is shown than it has to be to fill the box: 1, or more. */
  readonly zoom: number;
}

/** What a property says at one breakpoint. */
type Said = (property: string) => string;
type Values = Readonly<Record<string, string>>;

/** So near a picture is shown at most. */
export const nearest = 4;

const tenth = (number: number): number => Math.round(number * 10) / 10 + 0;
const within = (number: number, least: number, most: number): number => Math.min(Math.max(number, least), most);

/** A place written in percent or by words (CSS Values 4, `<position>`); undefined where it is in lengths. */
function placeOf(value: string): Place | undefined {
  const words = value.trim().split(/\s+/);
  const isUpright = /^(top|bottom)$/.test(words[0] ?? '') || /^(left|right)$/.test(words[1] ?? '');
  const [across = 'center', down = 'center'] =
    words.length === 1 ? (isUpright ? ['center', ...words] : words) : isUpright ? words.toReversed() : words;
  const [x, y] = percents(`${across} ${down}`) ?? [];
  return words.length > 2 || x === undefined || y === undefined ? undefined : { x, y };
}

function ratioOf(value: string): number | undefined {
  const [, across, down = '1'] = /^(?:auto\s+)?([\d.]+)(?:\s*\/\s*([\d.]+))?$/.exec(value.trim()) ?? [];
  const ratio = Number(across) / Number(down);
  return ratio > 0 && Number.isFinite(ratio) ? ratio : undefined;
}

/** What is left out on each side of a picture, in percent of it, so that the place stays where it is. */
function leftOut(at: Place, zoom: number): Readonly<Record<'top' | 'right' | 'bottom' | 'left', number>> {
  const off = 1 - 1 / zoom;
  return { top: at.y * off, right: (100 - at.x) * off, bottom: (100 - at.y) * off, left: at.x * off };
}

/**
 * How a picture is cropped by these values; undefined where they are others: a picture that does not cover its box, a
 * place in px, a part of it that is shown for another reason.
 */
export function cropOf(said: Said): Crop | undefined {
  const at = placeOf(said('object-position'));
  if (said('object-fit') !== 'cover' || !at) return undefined;
  const ratio = ratioOf(said('aspect-ratio'));
  const view = said('object-view-box');
  if (view === 'none') return { ratio, at, zoom: 1 };
  const part = clipOf(view);
  if (part?.shape !== 'inset' || part.round !== '') return undefined;
  const zoom = Math.round(10_000 / (100 - part.left - part.right)) / 100;
  const meant = leftOut(at, zoom);
  const isMeant = (['top', 'right', 'bottom', 'left'] as const).every(
    (side) => Math.abs(part[side] - meant[side]) <= 0.4, // both are rounded
  );
  return zoom >= 1 && isMeant ? { ratio, at, zoom } : undefined;
}

/** How many times wider a picture is drawn than its box, by its `object-view-box`: 1 where that is whole. */
export function widerBy(view: string): number {
  const part = clipOf(view);
  if (part?.shape !== 'inset') return 1;
  const [across, down] = [100 - part.left - part.right, 100 - part.top - part.bottom];
  return across > 0 && down > 0 ? Math.max(1, 100 / Math.max(across, down)) : 1;
}

/** Whether nothing else is lost by a crop: its place and the part that is shown are free, or say one already. */
export const mayBeCropped = (said: Said): boolean =>
  cropOf((property) => (property === 'object-fit' ? 'cover' : said(property))) !== undefined;

/** How wide a box is by its height, as CSS writes it. */
export const ratioText = (ratio: number): string => {
  for (const down of [1, 2, 3, 4, 5, 9, 10])
    if (Math.abs(ratio * down - Math.round(ratio * down)) < 1e-6) return `${Math.round(ratio * down)}/${down}`;
  return String(Math.round(ratio * 1000) / 1000);
};

/**
 * The values that crop a picture so, those alone that are not said already. What is nearer than its box asks for
 * shows a part of the picture (CSS Images 5, `object-view-box`); a browser that does not know this shows it as near as
 * its box asks for, around the same place.
 */
export function cropValues(said: Said, crop: Crop): Values {
  const at = { x: tenth(within(crop.at.x, 0, 100)), y: tenth(within(crop.at.y, 0, 100)) };
  const zoom = Math.round(within(crop.zoom, 1, nearest) * 100) / 100;
  const was = ratioOf(said('aspect-ratio'));
  const values: Record<string, string> = {
    'object-fit': 'cover',
    'object-position': `${at.x}% ${at.y}%`,
    ...(crop.ratio !== was && { 'aspect-ratio': crop.ratio === undefined ? 'auto' : ratioText(crop.ratio) }),
    ...(crop.ratio !== was && crop.ratio !== undefined && { height: 'auto' }), // a height of its own would decide
    'object-view-box': zoom > 1 ? clipText({ shape: 'inset', ...leftOut(at, zoom), round: '' }) : 'none',
  };
  return Object.fromEntries(Object.entries(values).filter(([property, value]) => said(property) !== value));
}

/** The part of a picture that is seen in a box, in percent of the picture. */
export interface Seen extends Place, Size {}

/** What a box of this size shows of a picture (CSS Images 3 §5.5, `object-fit: cover`, nearer by the zoom). */
export function seenOf({ at, zoom }: Pick<Crop, 'at' | 'zoom'>, picture: Size, box: Size): Seen {
  const [shape, room] = [picture.width / picture.height, box.width / box.height];
  const width = (100 * Math.min(1, room / shape)) / zoom;
  const height = (100 * Math.min(1, shape / room)) / zoom;
  return { x: (at.x / 100) * (100 - width), y: (at.y / 100) * (100 - height), width, height };
}

/** The place that stays in view when the part that is seen begins there; what fills the picture stays as it is. */
export function placeAt(seen: Seen, { x, y }: Place, was: Place): Place {
  const share = (begins: number, size: number, now: number): number =>
    100 - size < 0.01 ? now : within((100 * begins) / (100 - size), 0, 100);
  return { x: share(x, seen.width, was.x), y: share(y, seen.height, was.y) };
}
