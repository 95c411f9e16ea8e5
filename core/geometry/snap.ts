/** A number rounded to the given parts of one: `rounded(1.239, 100)` is 1.24. */
export const rounded = (number: number, parts = 1): number => Math.round(number * parts) / parts + 0;

/** A value after snapping, and what it snapped to. */
export interface Snapped {
  readonly value: number;
  /** The edge it met, or undefined when it went to a round number or stayed free. */
  readonly edge: number | undefined;
}

/**
 * A dragged coordinate drawn to the nearest of the given edges within `reach` px; failing that, the `size` that goes
 * with it is rounded to whole steps.
 * @param at the coordinate as dragged, in px
 * @param edges coordinates of other parts' edges, in px
 */
export function snapToEdge(at: number, edges: readonly number[], reach: number): Snapped {
  let best: number | undefined;
  for (const edge of edges)
    if (Math.abs(edge - at) <= reach && (best === undefined || Math.abs(edge - at) < Math.abs(best - at))) best = edge;
  return { value: best ?? at, edge: best };
}

/** Sizes people work in: multiples of these, in px. */
const roundSteps = [8, 10];

/** A size drawn to a round one within `reach` px, a multiple of one of the steps; otherwise in whole px. */
export function snapToRound(size: number, steps: readonly number[] = roundSteps, reach = 2): number {
  const near = steps
    .map((step) => Math.round(size / step) * step)
    .sort((a, b) => Math.abs(a - size) - Math.abs(b - size))[0];
  return near !== undefined && Math.abs(near - size) <= reach ? near : Math.round(size);
}
