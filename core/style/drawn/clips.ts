/**
 * A shape a part is cut to (CSS Shapes 1 §3), in percent of its box; a circle's radius in percent of what its box's
 * diagonal is divided by √2.
 */
export type Clip =
  | { readonly shape: 'circle'; readonly x: number; readonly y: number; readonly radius: number }
  | {
      readonly shape: 'ellipse';
      readonly x: number;
      readonly y: number;
      readonly across: number;
      readonly down: number;
    }
  | {
      readonly shape: 'inset';
      readonly top: number;
      readonly right: number;
      readonly bottom: number;
      readonly left: number;
      /** How round its corners are, as it is written. */
      readonly round: string;
    }
  | { readonly shape: 'polygon'; readonly points: readonly Place[] };
export type ClipShape = Clip['shape'];

/** A place in a box, in percent of its width and height. */
export interface Place {
  readonly x: number;
  readonly y: number;
}
/** A box in px. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

const share = '(-?\\d*\\.?\\d+)(%?)';
const one = new RegExp(`^${share}$`);
const rounded = (number: number): number => Math.round(number * 10) / 10 + 0;

/** A percentage, or a plain 0; undefined for lengths, which a box of another size would show elsewhere. */
function percent(text: string): number | undefined {
  const [, number, unit] = one.exec(text) ?? [];
  return number === undefined || (unit === '' && Number(number) !== 0) ? undefined : Number(number);
}

const keywords: Readonly<Record<string, number>> = { left: 0, top: 0, center: 50, right: 100, bottom: 100 };

/** Percentages, or words for them, in a row; undefined where one is none. */
export function percents(text: string): number[] | undefined {
  const all = text
    .trim()
    .split(/\s+/)
    .map((word) => keywords[word] ?? percent(word));
  return all.every((number) => number !== undefined) ? all : undefined;
}

/** Where `at …` puts the middle; the middle of the box where nothing is said. */
function middle(text: string | undefined): Place | undefined {
  if (text === undefined) return { x: 50, y: 50 };
  const words = percents(text);
  return words && words.length <= 2 ? { x: words[0] ?? 50, y: words[1] ?? 50 } : undefined;
}

function roundShape(shape: 'circle' | 'ellipse', inside: string): Clip | undefined {
  const [, sizes = '', at] = /^([^a]*?)(?:\bat\s+(.+))?$/.exec(inside.trim()) ?? [];
  const [place, lengths] = [middle(at), percents(sizes === '' ? '' : sizes)];
  if (!place || !lengths || lengths.some((length) => length < 0)) return undefined;
  if (shape === 'circle') return lengths.length === 1 ? { shape, ...place, radius: lengths[0]! } : undefined;
  return lengths.length === 2 ? { shape, ...place, across: lengths[0]!, down: lengths[1]! } : undefined;
}

function insetShape(inside: string): Clip | undefined {
  const [edges = '', round = ''] = inside.split(/\bround\b/);
  const all = percents(edges);
  if (!all || all.length > 4) return undefined;
  const [top, right = top, bottom = top, left = right] = all;
  return top === undefined
    ? undefined
    : { shape: 'inset', top, right: right!, bottom: bottom!, left: left!, round: round.trim() };
}

function polygonShape(inside: string): Clip | undefined {
  const points = inside.split(',').map((point) => percents(point));
  if (points.length < 3 || points.some((point) => point?.length !== 2)) return undefined;
  return { shape: 'polygon', points: points.map((point) => ({ x: point![0]!, y: point![1]! })) };
}

/** The shape a value of `clip-path` cuts to; undefined where it is none in percent. */
export function clipOf(value: string): Clip | undefined {
  const [, shape, inside = ''] = /^(circle|ellipse|inset|polygon)\(([^()]*)\)$/i.exec(value.trim()) ?? [];
  switch (shape?.toLowerCase()) {
    case 'circle':
      return roundShape('circle', inside);
    case 'ellipse':
      return roundShape('ellipse', inside);
    case 'inset':
      return insetShape(inside);
    case 'polygon':
      return polygonShape(inside);
    default:
      return undefined;
  }
}

const said = (...numbers: readonly number[]): string => numbers.map((number) => `${rounded(number)}%`).join(' ');

/** A shape as a value of `clip-path`. */
export function clipText(clip: Clip): string {
  switch (clip.shape) {
    case 'circle':
      return `circle(${said(clip.radius)} at ${said(clip.x, clip.y)})`;
    case 'ellipse':
      return `ellipse(${said(clip.across, clip.down)} at ${said(clip.x, clip.y)})`;
    case 'inset':
      return `inset(${said(clip.top, clip.right, clip.bottom, clip.left)}${clip.round === '' ? '' : ` round ${clip.round}`})`;
    case 'polygon':
      return `polygon(${clip.points.map(({ x, y }) => said(x, y)).join(', ')})`;
  }
}

/** A point of a shape that can be moved. */
export interface ClipPoint extends Place {
  readonly name: string;
}

/** What a percentage of a circle's radius is measured by (CSS Shapes 1 §3.1). */
const reference = ({ width, height }: Size): number => Math.hypot(width, height) / Math.SQRT2;

/** The points a shape is bent by, in a box of this size. */
export function clipPoints(clip: Clip, box: Size): ClipPoint[] {
  switch (clip.shape) {
    case 'circle': {
      const { x, y, radius } = clip;
      return [
        { name: 'middle', x, y },
        { name: 'edge', x: x + (radius * reference(box)) / box.width, y },
      ];
    }
    case 'ellipse': {
      const { x, y, across, down } = clip;
      return [
        { name: 'middle', x, y },
        { name: 'right edge', x: x + across, y },
        { name: 'lower edge', x, y: y + down },
      ];
    }
    case 'inset':
      return [
        { name: 'upper left corner', x: clip.left, y: clip.top },
        { name: 'lower right corner', x: 100 - clip.right, y: 100 - clip.bottom },
      ];
    case 'polygon':
      return clip.points.map((place, at) => ({ name: `corner ${at + 1}`, ...place }));
  }
}

/** A shape with one of its points somewhere else. */
export function withClipPoint(clip: Clip, at: number, { x, y }: Place, box: Size): Clip {
  switch (clip.shape) {
    case 'circle':
      return at === 0 ? { ...clip, x, y } : { ...clip, radius: (Math.abs(x - clip.x) * box.width) / reference(box) };
    case 'ellipse':
      if (at === 0) return { ...clip, x, y };
      return at === 1 ? { ...clip, across: Math.abs(x - clip.x) } : { ...clip, down: Math.abs(y - clip.y) };
    case 'inset':
      return at === 0
        ? { ...clip, left: Math.min(x, 100 - clip.right), top: Math.min(y, 100 - clip.bottom) }
        : { ...clip, right: Math.min(100 - x, 100 - clip.left), bottom: Math.min(100 - y, 100 - clip.top) };
    case 'polygon':
      return { ...clip, points: clip.points.with(at, { x, y }) };
  }
}

/** A polygon with another corner, in the middle of the side after one. */
export function withCorner(points: readonly Place[], after: number): Place[] {
  const [from, to] = [points[after]!, points[(after + 1) % points.length]!];
  return points.toSpliced(after + 1, 0, { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 });
}

/** The shapes to begin with. */
export const firstClips: Readonly<Record<ClipShape, Clip>> = {
  circle: { shape: 'circle', x: 50, y: 50, radius: 50 },
  ellipse: { shape: 'ellipse', x: 50, y: 50, across: 50, down: 50 },
  inset: { shape: 'inset', top: 10, right: 10, bottom: 10, left: 10, round: '' },
  polygon: {
    shape: 'polygon',
    points: [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 80 },
      { x: 0, y: 100 },
    ],
  },
};
