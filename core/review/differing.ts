import pixelmatch from 'pixelmatch';
import type { Box } from '../geometry/box';

/** A page as it was painted: its pixels as RGBA bytes, row by row, and the stripes its sections stand in, in px of it. */
export interface PaintedPage {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
  readonly sections: readonly { readonly id: string; readonly top: number; readonly height: number }[];
}

/** Where two pictures of a page differ: in the one, in the other, or both. */
export interface Place {
  readonly before?: Box;
  readonly after?: Box;
}

/** Differences so near to each other, in px, are one place. */
const near = 24;

/** A stripe of a picture, whole px high, on a canvas so high that another fits beside it, the rest clear. */
function cropped({ width, height, data }: PaintedPage, top: number, rows: number, onto: number): Uint8ClampedArray {
  const out = new Uint8ClampedArray(width * onto * 4);
  const from = Math.max(0, Math.round(top));
  const to = Math.min(height, from + Math.round(rows));
  out.set(data.subarray(from * width * 4, Math.max(from, to) * width * 4));
  return out;
}

/** Boxes around what is marked in a mask, in cells of `near` px: marks in cells that touch are in one box. */
function boxesOf(mask: Uint8ClampedArray, width: number, height: number): Box[] {
  const [columns, rows] = [Math.ceil(width / near), Math.ceil(height / near)];
  const marked = new Map<number, { left: number; top: number; right: number; bottom: number }>();
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (mask[(y * width + x) * 4 + 3] === 0) continue;
      const cell = Math.floor(y / near) * columns + Math.floor(x / near);
      const at = marked.get(cell);
      if (!at) marked.set(cell, { left: x, top: y, right: x + 1, bottom: y + 1 });
      else {
        at.left = Math.min(at.left, x);
        at.right = Math.max(at.right, x + 1);
        at.bottom = y + 1;
      }
    }
  const boxes: Box[] = [];
  for (const [first] of marked) {
    const ahead = [first];
    let [left, top, right, bottom] = [Infinity, Infinity, 0, 0];
    for (let cell = ahead.pop(); cell !== undefined; cell = ahead.pop()) {
      const at = marked.get(cell);
      if (!at) continue;
      marked.delete(cell);
      [left, top] = [Math.min(left, at.left), Math.min(top, at.top)];
      [right, bottom] = [Math.max(right, at.right), Math.max(bottom, at.bottom)];
      const [row, column] = [Math.floor(cell / columns), cell % columns];
      for (let down = Math.max(0, row - 1); down <= Math.min(rows - 1, row + 1); down++)
        for (let across = Math.max(0, column - 1); across <= Math.min(columns - 1, column + 1); across++)
          ahead.push(down * columns + across);
    }
    if (right > 0) boxes.push({ left, top, width: right - left, height: bottom - top });
  }
  return boxes.sort((a, b) => a.top - b.top || a.left - b.left);
}

/** The part of a box that is above a line; undefined where nothing of it is. */
const above = (box: Box, line: number): Box | undefined =>
  box.top >= line ? undefined : { ...box, height: Math.min(box.height, line - box.top) };

type Stripe = PaintedPage['sections'][number];

function differingIn(before: PaintedPage, was: Stripe, after: PaintedPage, is: Stripe): Place[] {
  const { width } = after;
  const height = Math.max(1, Math.round(was.height), Math.round(is.height));
  const mask = new Uint8ClampedArray(width * height * 4);
  pixelmatch(
    cropped(before, was.top, was.height, height),
    cropped(after, is.top, is.height, height),
    mask,
    ...[width, height],
    { threshold: 0.06, diffMask: true, checkerboard: false },
  );
  const shorter = Math.round(Math.min(was.height, is.height));
  mask.fill(255, width * shorter * 4); // what was not there before differs, whatever it is
  const moved = (box: Box | undefined, by: number): Box | undefined => box && { ...box, top: box.top + Math.round(by) };
  return boxesOf(mask, width, height).map((box) => {
    const left = moved(above(box, was.height), was.top);
    const right = moved(above(box, is.height), is.top);
    return { ...(left && { before: left }), ...(right && { after: right }) };
  });
}

/**
 * Where a page looks different from before, from top to bottom. Section is compared with section, wherever it stands
 * now: what only moved, because something above it grew, is no difference. A section that is new or gone is one place.
 * Compared by pixelmatch, for which smoothed edges are none.
 */
export function placesThatDiffer(before: PaintedPage, after: PaintedPage): Place[] {
  const whole = ({ width, height }: PaintedPage): Box => ({ left: 0, top: 0, width, height });
  if (before.width !== after.width) return [{ before: whole(before), after: whole(after) }];
  const stripe = ({ top, height }: Stripe): Box => ({ left: 0, top, width: after.width, height });
  const old = new Map(before.sections.map((one) => [one.id, one]));
  const there = new Set(after.sections.map((one) => one.id));
  const gone = before.sections.filter((one) => !there.has(one.id)).map((one): Place => ({ before: stripe(one) }));
  const found = after.sections.flatMap((is): Place[] => {
    const was = old.get(is.id);
    return was ? differingIn(before, was, after, is) : [{ after: stripe(is) }];
  });
  const top = ({ before: was, after: is }: Place): number => (is ?? was)!.top; // a place is in one of them
  return [...found, ...gone].sort((a, b) => top(a) - top(b));
}
