import type { Box } from './box';
import { bottom, right } from './measured';

/** A straight gap between two boxes, to be drawn and read. */
export interface Gap {
  readonly axis: 'x' | 'y';
  /** Where it begins and how long it is, in px. */
  readonly from: { readonly x: number; readonly y: number };
  readonly length: number;
}

const middle = (from: number, to: number): number => (from + to) / 2;

/** The gap along one axis between two spans, or undefined where they overlap. */
function apart(a0: number, a1: number, b0: number, b1: number): { from: number; length: number } | undefined {
  if (b0 >= a1) return { from: a1, length: b0 - a1 };
  if (a0 >= b1) return { from: b1, length: a0 - b1 };
  return undefined;
}

const within = (a: Box, b: Box): boolean =>
  a.left >= b.left - 0.5 && a.top >= b.top - 0.5 && right(a) <= right(b) + 0.5 && bottom(a) <= bottom(b) + 0.5;

/**
 * What lies between the selection and what is pointed at: for a box inside the other its distances from all four sides,
 * otherwise the gap along each axis on which they are apart. In px, longest sides' middles joined.
 */
export function distances(selected: Box, pointed: Box): Gap[] {
  if (within(selected, pointed) || within(pointed, selected)) {
    const [small, large] = within(selected, pointed) ? [selected, pointed] : [pointed, selected];
    const x = small.left + small.width / 2;
    const y = small.top + small.height / 2;
    const gaps: Gap[] = [
      { axis: 'x', from: { x: large.left, y }, length: small.left - large.left },
      { axis: 'x', from: { x: right(small), y }, length: right(large) - right(small) },
      { axis: 'y', from: { x, y: large.top }, length: small.top - large.top },
      { axis: 'y', from: { x, y: bottom(small) }, length: bottom(large) - bottom(small) },
    ];
    return gaps.filter((gap) => gap.length > 0.5);
  }
  const gaps: Gap[] = [];
  const x = apart(selected.left, right(selected), pointed.left, right(pointed));
  const y = apart(selected.top, bottom(selected), pointed.top, bottom(pointed));
  const cross = (a0: number, a1: number, b0: number, b1: number): number =>
    Math.max(a0, b0) < Math.min(a1, b1) ? middle(Math.max(a0, b0), Math.min(a1, b1)) : middle(a0, a1);
  if (x)
    gaps.push({
      axis: 'x',
      from: { x: x.from, y: cross(selected.top, bottom(selected), pointed.top, bottom(pointed)) },
      length: x.length,
    });
  if (y)
    gaps.push({
      axis: 'y',
      from: { x: cross(selected.left, right(selected), pointed.left, right(pointed)), y: y.from },
      length: y.length,
    });
  return gaps;
}
