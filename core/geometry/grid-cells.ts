import type { Box, GridLines, Point } from './box';
import { contentBox, type Measured } from './measured';

/** A block of cells, by lines counted from 1 as CSS does; the end line is behind the last cell. */
export interface CellArea {
  readonly column: { readonly start: number; readonly end: number };
  readonly row: { readonly start: number; readonly end: number };
}

const sizesOf = (value: string): number[] =>
  value
    .replace(/\[[^\]]*\]/g, ' ')
    .trim()
    .split(/\s+/)
    .filter((one) => one.endsWith('px'))
    .map((one) => Number.parseFloat(one));

/**
 * Space before the first track and between tracks, by `align-content` or `justify-content` (CSS Box Alignment 3
 * §5.3).
 */
function spread(value: string, free: number, count: number): { before: number; between: number } {
  const word = value.replace(/^(safe|unsafe|first|last)\s+/, '');
  if (free <= 0 && /^space-/.test(word)) return { before: 0, between: 0 };
  if (word === 'center') return { before: free / 2, between: 0 };
  if (word === 'end' || word === 'flex-end' || word === 'right') return { before: free, between: 0 };
  if (word === 'space-between' && count > 1) return { before: 0, between: free / (count - 1) };
  if (word === 'space-around') return { before: free / count / 2, between: free / count };
  if (word === 'space-evenly') return { before: free / (count + 1), between: free / (count + 1) };
  return { before: 0, between: 0 };
}

function tracks(
  sizes: readonly number[],
  from: number,
  room: number,
  gap: number,
  align: string,
): { start: number; size: number }[] {
  const used = sizes.reduce((sum, size) => sum + size, 0) + gap * Math.max(sizes.length - 1, 0);
  const { before, between } = spread(align, room - used, sizes.length);
  let at = from + before;
  return sizes.map((size) => {
    const track = { start: at, size };
    at += size + gap + between;
    return track;
  });
}

/**
 * The lines of a grid from its used track sizes, which computed style gives in px (CSS Grid 1 §7.2.6). Undefined when
 * the part is no grid.
 */
export function gridLines(part: Measured): GridLines | undefined {
  if (!/grid$/.test(part.style.display)) return undefined;
  const box = contentBox(part);
  const gap = (value: string): number => Number.parseFloat(value) || 0;
  return {
    columns: tracks(
      sizesOf(part.style['grid-template-columns']),
      box.left,
      box.width,
      gap(part.style['column-gap']),
      part.style['justify-content'],
    ),
    rows: tracks(
      sizesOf(part.style['grid-template-rows']),
      box.top,
      box.height,
      gap(part.style['row-gap']),
      part.style['align-content'],
    ),
  };
}

type Track = GridLines['columns'][number];

/** The index of the track a coordinate falls into; gaps belong to the track they are nearest to. */
function trackAt(list: readonly Track[], at: number): number {
  let best = 0;
  let distance = Infinity;
  list.forEach(({ start, size }, index) => {
    const away = at < start ? start - at : at > start + size ? at - start - size : 0;
    if (away < distance) {
      best = index;
      distance = away;
    }
  });
  return best;
}

/** The cells from one point to another, in whichever direction they were dragged over. */
export function cellsBetween(lines: GridLines, from: Point, to: Point): CellArea {
  const span = (list: readonly Track[], a: number, b: number): { start: number; end: number } => {
    const [first, last] = [trackAt(list, a), trackAt(list, b)];
    return { start: Math.min(first, last) + 1, end: Math.max(first, last) + 2 };
  };
  return { column: span(lines.columns, from.x, to.x), row: span(lines.rows, from.y, to.y) };
}

/** The box of a block of cells, gaps between them included. */
export function areaBox(lines: GridLines, area: CellArea): Box {
  const extent = (
    list: readonly Track[],
    { start, end }: { start: number; end: number },
  ): { from: number; size: number } => {
    const first = list[Math.min(start, list.length) - 1];
    const last = list[Math.min(end - 1, list.length) - 1];
    return first && last ? { from: first.start, size: last.start + last.size - first.start } : { from: 0, size: 0 };
  };
  const x = extent(lines.columns, area.column);
  const y = extent(lines.rows, area.row);
  return { left: x.from, top: y.from, width: x.size, height: y.size };
}

/** The placement that puts a part into a block of cells: plain lines, and `span` where more than one track is taken. */
export function placement({ column, row }: CellArea): Readonly<Record<string, string>> {
  const end = (span: { start: number; end: number }): string =>
    span.end - span.start === 1 ? 'auto' : `span ${span.end - span.start}`;
  return {
    'grid-column-start': String(column.start),
    'grid-column-end': end(column),
    'grid-row-start': String(row.start),
    'grid-row-end': end(row),
  };
}
