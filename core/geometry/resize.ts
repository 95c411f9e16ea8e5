import type { Box } from './box';
import { bottom, right } from './measured';
import { snapToEdge, snapToRound } from './snap';

/** A grip on the edge or corner of a selected part. */
export type Grip = 'top' | 'right' | 'bottom' | 'left' | 'top-left' | 'top-right' | 'bottom-left' | 'bottom-right';
export const grips: readonly Grip[] = [
  'top',
  'right',
  'bottom',
  'left',
  'top-left',
  'top-right',
  'bottom-right',
  'bottom-left',
];

/** What held keys ask of a drag: `unsnapped` leaves snapping off, `both` moves the opposite side too. */
export interface Held {
  readonly unsnapped: boolean;
  readonly both: boolean;
}

/** Edges of other parts a drag may snap to, in px of the viewport. */
export interface Guides {
  readonly x: readonly number[];
  readonly y: readonly number[];
}

/** A part's box after a drag, and the edges it met. */
export interface Resized {
  readonly box: Box;
  readonly met: { readonly x: number | undefined; readonly y: number | undefined };
}

const snapDistance = 4;

/** One axis: start and size after the start or end edge moved by `by`. */
function along(
  start: number,
  size: number,
  end: boolean,
  by: number,
  guides: readonly number[],
  held: Held,
): { start: number; size: number; met: number | undefined } {
  const edge = end ? start + size : start;
  const snapped = held.unsnapped ? { value: edge + by, edge: undefined } : snapToEdge(edge + by, guides, snapDistance);
  const grown = (end ? 1 : -1) * (snapped.value - edge) * (held.both ? 2 : 1);
  const wanted = Math.max(size + grown, 0);
  const next = held.unsnapped || snapped.edge !== undefined ? Math.round(wanted * 100) / 100 : snapToRound(wanted);
  const moved = held.both ? start - (next - size) / 2 : end ? start : start + size - next;
  return { start: moved, size: next, met: snapped.edge };
}

/**
 * A box after one of its grips is dragged by so many px: edges snap to other parts' edges, sizes to round numbers,
 * unless held unsnapped. Never smaller than nothing.
 */
export function resize(
  box: Box,
  grip: Grip,
  by: { readonly x: number; readonly y: number },
  guides: Guides,
  held: Held,
): Resized {
  const x = /left|right/.test(grip)
    ? along(box.left, box.width, grip.includes('right'), by.x, guides.x, held)
    : { start: box.left, size: box.width, met: undefined };
  const y = /top|bottom/.test(grip)
    ? along(box.top, box.height, grip.includes('bottom'), by.y, guides.y, held)
    : { start: box.top, size: box.height, met: undefined };
  return { box: { left: x.start, top: y.start, width: x.size, height: y.size }, met: { x: x.met, y: y.met } };
}

/** A box moved by so many px, its nearest edge or middle drawn to other parts' edges. */
export function moveBy(
  box: Box,
  by: { readonly x: number; readonly y: number },
  guides: Guides,
  held: Held,
): { x: number; y: number; met: Resized['met'] } {
  const axis = (
    points: readonly number[],
    moved: number,
    lines: readonly number[],
  ): { by: number; met: number | undefined } => {
    if (held.unsnapped) return { by: moved, met: undefined };
    let best: { by: number; met: number | undefined } = { by: Math.round(moved), met: undefined };
    let distance = snapDistance + 1;
    for (const point of points) {
      const { value, edge } = snapToEdge(point + moved, lines, snapDistance);
      if (edge !== undefined && Math.abs(value - point - moved) < distance) {
        distance = Math.abs(value - point - moved);
        best = { by: value - point, met: edge };
      }
    }
    return best;
  };
  const x = axis([box.left, box.left + box.width / 2, right(box)], by.x, guides.x);
  const y = axis([box.top, box.top + box.height / 2, bottom(box)], by.y, guides.y);
  return { x: x.by, y: y.by, met: { x: x.met, y: y.met } };
}

/** The edges and middles of boxes, as guides. */
export function guidesOf(boxes: readonly Box[]): Guides {
  return {
    x: boxes.flatMap((box) => [box.left, box.left + box.width / 2, right(box)]),
    y: boxes.flatMap((box) => [box.top, box.top + box.height / 2, bottom(box)]),
  };
}
