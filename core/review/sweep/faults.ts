import { kindOf } from '../../document/kinds/registry';
import type { Box } from '../../geometry/box';
import type { FaultKind } from './fault-kinds';
import { bottomOf, holdersOf, isInside, rightOf, type Slice, type SweptPart } from './slice';

/** One thing that is wrong at one width; `by` is how much, in px or characters. */
export interface Fault {
  readonly kind: FaultKind;
  readonly part: string;
  readonly other?: string;
  readonly by: number;
}

/** Reading lines have between 20 and 75 characters (common practice of typography; WCAG 2.2, 1.4.8 allows 80). */
export const longestLine = 75;
export const shortestLine = 20;
/** A column of text narrower than this holds no two words beside each other. */
const narrowColumn = 64;
const slack = 0.75;

const clips = (overflow: string): boolean => overflow !== 'visible';

/**
 * Parts that make the page wider than the screen: those beyond its edge whose parent is not, and that no box on the
 * way cuts off.
 */
function tooWide(slice: Slice): Fault[] {
  if (slice.scrollWidth <= slice.width + slack) return [];
  const faults: Fault[] = [];
  for (const part of slice.parts.values()) {
    const by = Math.max(rightOf(part.box), ...part.lines.map(rightOf)) - slice.width;
    if (by <= slack || part.position === 'fixed') continue;
    const holders = [...holdersOf(slice, part)];
    if (holders.some((one) => clips(one.overflowX) && one.display !== 'none')) continue;
    if (
      holders[0] !== undefined &&
      rightOf(holders[0].box) - slice.width > slack &&
      rightOf(holders[0].box) >= rightOf(part.box) - slack
    )
      continue;
    faults.push({ kind: 'too wide', part: part.id, by });
  }
  return faults;
}

const meet = (a: Box, b: Box): number =>
  Math.min(
    Math.min(rightOf(a), rightOf(b)) - Math.max(a.left, b.left),
    Math.min(bottomOf(a), bottomOf(b)) - Math.max(a.top, b.top),
  );

/** Texts whose lines lie over lines of another. */
function overlaps(slice: Slice): Fault[] {
  const texts = [...slice.parts.values()]
    .filter((part) => part.lines.length > 0)
    .map((part) => ({
      part,
      top: Math.min(...part.lines.map((one) => one.top)),
      bottom: Math.max(...part.lines.map(bottomOf)),
    }));
  texts.sort((a, b) => a.top - b.top);
  const faults: Fault[] = [];
  for (const [at, one] of texts.entries())
    for (const other of texts.slice(at + 1)) {
      if (other.top >= one.bottom) break;
      if (
        [one.part, other.part].some(
          (part) =>
            part.position === 'sticky' ||
            [...holdersOf(slice, part)].some((holder) => holder.position === 'sticky' || holder.position === 'fixed'),
        )
      )
        continue; // meant to lie over what scrolls by
      const by = Math.max(...one.part.lines.flatMap((a) => other.part.lines.map((b) => meet(a, b))));
      // Line boxes of tight type reach into each other by nature; glyphs meet when a quarter of a line does.
      if (by > Math.max(2, 0.25 * Math.min(...one.part.lines.map((line) => line.height))))
        faults.push({ kind: 'texts overlap', part: one.part.id, other: other.part.id, by });
    }
  return faults;
}

/** Text beyond the edge of a box that cuts it off and cannot be scrolled. */
function cutTexts(slice: Slice): Fault[] {
  const faults: Fault[] = [];
  for (const part of slice.parts.values()) {
    if (part.lines.length === 0) continue;
    for (const holder of [part, ...holdersOf(slice, part)]) {
      if (part.position === 'absolute' && holder.position === 'static' && holder !== part) continue;
      const beyondX = Math.max(
        ...part.lines.map((line) => Math.max(rightOf(line) - rightOf(holder.port), holder.port.left - line.left)),
      );
      const beyondY = Math.max(
        ...part.lines.map((line) => Math.max(bottomOf(line) - bottomOf(holder.port), holder.port.top - line.top)),
      );
      const lineHeight = part.lines[0]!.height;
      const by = Math.max(
        /^(hidden|clip)$/.test(holder.overflowX) ? beyondX : 0,
        /^(hidden|clip)$/.test(holder.overflowY) && beyondY > 0.25 * lineHeight ? beyondY : 0,
      );
      if (by > 2) {
        faults.push({ kind: 'text cut', part: part.id, ...(holder !== part && { other: holder.id }), by });
        break;
      }
    }
  }
  return faults;
}

/** Characters in each line, shared out by the lines' widths. */
function charactersByLine(part: SweptPart): number[] {
  const total = part.lines.reduce((sum, line) => sum + line.width, 0);
  return total === 0 ? [] : part.lines.map((line) => (part.characters * line.width) / total);
}

function lineLengths(slice: Slice): Fault[] {
  const faults: Fault[] = [];
  for (const part of slice.parts.values()) {
    if (kindOf(part.kind).text !== 'prose' || part.lines.length < 2) continue;
    const counts = charactersByLine(part);
    const longest = Math.max(...counts);
    const full = counts.slice(0, -1);
    const mean = full.reduce((sum, one) => sum + one, 0) / full.length;
    if (longest > longestLine) faults.push({ kind: 'long lines', part: part.id, by: Math.round(longest) });
    else if (part.lines.length > 2 && mean < shortestLine)
      faults.push({ kind: 'short lines', part: part.id, by: Math.round(mean) });
  }
  return faults;
}

/** Boxes squeezed until their text has no room, and neighbours that touch although a gap is set between them. */
function collapses(slice: Slice): Fault[] {
  const faults: Fault[] = [];
  for (const part of slice.parts.values()) {
    if (part.lines.length > 2 && part.characters > 24 && part.box.width < narrowColumn && part.display !== 'none')
      faults.push({ kind: 'collapsed', part: part.id, by: part.box.width });
    if (part.columnGap < 4 || !/flex|grid/.test(part.display)) continue;
    const row = [...slice.parts.values()].filter(
      (one) =>
        one.parent === part.id &&
        one.display !== 'none' &&
        one.position !== 'absolute' &&
        one.position !== 'fixed' &&
        one.box.width > 0,
    );
    for (const one of row)
      for (const other of row) {
        const beside =
          one !== other &&
          other.box.left > one.box.left &&
          Math.min(bottomOf(one.box), bottomOf(other.box)) - Math.max(one.box.top, other.box.top) > 4;
        const outermost = Math.max(rightOf(one.box), ...one.lines.map(rightOf));
        if (beside && other.box.left - outermost < Math.min(1, part.columnGap / 4) && !isInside(slice, one, other.id))
          faults.push({
            kind: 'collapsed',
            part: one.id,
            other: other.id,
            by: Math.max(other.box.left - outermost, 0),
          });
      }
  }
  return faults;
}

/** Everything wrong with a page at the width it was laid out at. */
export const faultsAt = (slice: Slice): Fault[] => [
  ...tooWide(slice),
  ...overlaps(slice),
  ...cutTexts(slice),
  ...lineLengths(slice),
  ...collapses(slice),
];
