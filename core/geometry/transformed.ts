import type { Box } from './box';
import type { Values } from './pins';
import type { Held } from './resize';
import { rounded } from './snap';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** How a part is transformed as it is laid out (CSS Transforms 2 §4): lengths in px, angles in degrees. */
export interface Transformed {
  /** The box around what is seen. */
  readonly box: Box;
  /** Its own size, before anything is done to it. */
  readonly width: number;
  readonly height: number;
  /** The point that stays where it is, from its own upper left corner. */
  readonly origin: Point;
  /** The linear part of all it is put through, as `matrix(a, b, c, d, …)` has it. */
  readonly linear: { readonly a: number; readonly b: number; readonly c: number; readonly d: number };
  readonly turn: number;
  readonly scale: Point;
  readonly shift: Point;
}

/** Where the point that stays is seen: the middle of what is seen, less what the middle was moved away from it. */
export function pivotOf({ box, width, height, origin, linear: { a, b, c, d } }: Transformed): Point {
  const [x, y] = [width / 2 - origin.x, height / 2 - origin.y];
  return { x: box.left + box.width / 2 - (a * x + c * y), y: box.top + box.height / 2 - (b * x + d * y) };
}

const degrees = 180 / Math.PI;
const angleOf = (from: Point, to: Point): number => Math.atan2(to.y - from.y, to.x - from.x) * degrees;
/** An angle between −180 and 180. */
const within = (angle: number): number => ((((angle + 180) % 360) + 360) % 360) - 180;

/** Drawn to the nearest multiple within reach; otherwise whole. */
function drawnTo(value: number, step: number, reach: number, { unsnapped }: Held): number {
  const near = Math.round(value / step) * step;
  return !unsnapped && Math.abs(near - value) <= reach ? near : value;
}

/** The turn that takes the point held to where it is dragged: in whole degrees, drawn to each fifteenth. */
export function turned(part: Transformed, from: Point, to: Point, held: Held): Values {
  const pivot = pivotOf(part);
  const angle = within(part.turn + angleOf(pivot, to) - angleOf(pivot, from));
  const whole = rounded(drawnTo(angle, 15, 3, held));
  return { rotate: whole === 0 ? 'none' : `${whole}deg` };
}

/** The scale that takes the point held as far from the point that stays as it is dragged; both ways alike. */
export function stretched(part: Transformed, from: Point, to: Point, held: Held): Values {
  const pivot = pivotOf(part);
  const far = (point: Point): number => Math.hypot(point.x - pivot.x, point.y - pivot.y);
  const factor = far(from) < 1 ? 1 : Math.max(far(to) / far(from), 0.05);
  const scaled = (scale: number): number => rounded(drawnTo(scale * factor, 0.1, 0.03, held), 100);
  const [x, y] = [scaled(part.scale.x), scaled(part.scale.y)];
  if (x === 1 && y === 1) return { scale: 'none' };
  return { scale: x === y ? `${x}` : `${x} ${y}` };
}

/** The translation that goes with a drag, in px, or in percent of the part itself where it was so. */
export function shifted(part: Transformed, before: string, by: Point, held: Held): Values {
  const [ofX = '', ofY = ''] = before.split(' ');
  const along = (text: string, px: number, whole: number): string => {
    const value = drawnTo(px, 8, 2, held);
    return text.endsWith('%') && whole > 0 ? `${rounded((px / whole) * 100, 10)}%` : `${rounded(value)}px`;
  };
  const [x, y] = [part.shift.x + by.x, part.shift.y + by.y];
  const values = [along(ofX, x, part.width), along(ofY, y, part.height)];
  return { translate: values.every((one) => /^0(px|%)$/.test(one)) ? 'none' : values.join(' ') };
}

/** The skew that takes the edge that is held along with a drag; undefined where the part is transformed otherwise. */
export function skewed(part: Transformed, axis: 'x' | 'y', before: string, by: Point, held: Held): Values | undefined {
  const match = /^(?:none|skew([XY])\((-?[\d.]+)deg\))$/i.exec(before);
  if (!match || (match[1] !== undefined && match[1].toLowerCase() !== axis)) return undefined;
  const half = axis === 'x' ? -part.origin.y : part.width - part.origin.x;
  if (Math.abs(half) < 1) return undefined;
  const start = Math.tan(Number(match[2] ?? 0) / degrees);
  const angle = Math.atan(start + (axis === 'x' ? by.x : by.y) / half) * degrees;
  const whole = rounded(drawnTo(Math.min(Math.max(angle, -80), 80), 5, 1, held));
  return { transform: whole === 0 ? 'none' : `skew${axis.toUpperCase()}(${whole}deg)` };
}

/** The point that stays, where it is dragged to: in percent of the part, drawn to its corners, edges and middle. */
export function originMoved(part: Transformed, to: Point, held: Held): Values {
  const {
    linear: { a, b, c, d },
    width,
    height,
    origin,
  } = part;
  const pivot = pivotOf(part);
  const [x, y] = [to.x - pivot.x, to.y - pivot.y];
  const area = a * d - b * c;
  if (Math.abs(area) < 1e-6 || width <= 0 || height <= 0) return {};
  const own = { x: origin.x + (d * x - c * y) / area, y: origin.y + (a * y - b * x) / area };
  const share = (at: number, whole: number): string => `${rounded(drawnTo((at / whole) * 100, 50, 5, held))}%`;
  return { 'transform-origin': `${share(own.x, width)} ${share(own.y, height)}` };
}
