import type { Box } from './box';

/** Boxes of a page's parts at each breakpoint, in px of the page. */
export type BoxesByBreakpoint = ReadonlyMap<string, ReadonlyMap<string, Box>>;

/** A part that stands elsewhere, or is another size, after a change. */
export interface Moved {
  readonly part: string;
  readonly breakpoint: string;
  /** The largest change of an edge, in px. */
  readonly by: number;
}

const apart = (a: Box, b: Box): number =>
  Math.max(
    Math.abs(a.left - b.left),
    Math.abs(a.top - b.top),
    Math.abs(a.left + a.width - b.left - b.width),
    Math.abs(a.top + a.height - b.top - b.height),
  );

/**
 * The parts of both measurements whose box changed by more than half a px, the most changed first; parts without a
 * box on both sides are left out.
 */
export function moved(
  before: BoxesByBreakpoint,
  after: BoxesByBreakpoint,
  except: ReadonlySet<string> = new Set(),
): Moved[] {
  const out: Moved[] = [];
  for (const [breakpoint, boxes] of before)
    for (const [part, box] of boxes) {
      const later = after.get(breakpoint)?.get(part);
      if (!later || except.has(part)) continue;
      const by = apart(box, later);
      if (by > 0.5) out.push({ part, breakpoint, by });
    }
  return out.sort((a, b) => b.by - a.by);
}
