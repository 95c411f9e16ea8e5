import { kindOf } from '@core/document/kinds/registry';
import type { Box, GridLines } from '@core/geometry/box';
import { gridLines } from '@core/geometry/grid-cells';
import {
  bottom,
  contentBox,
  inner,
  isOutOfFlow,
  paddingBox,
  right,
  type Measured,
  type MeasuredPage,
} from '@core/geometry/measured';
import { pivotOf, type Transformed } from '@core/geometry/transformed';
import { grips, type Grip } from '@core/geometry/resize';
import type { Edge } from '@core/geometry/pins';
import type { LedgerGroup } from '../../state/ledger-state';

/** What transforms a part: a turn, a scale, a move, a skew either way, and the point that stays. */
export type TransformHandle = 'turn' | 'stretch' | 'shift' | 'skew-x' | 'skew-y' | 'origin';

/** Something on a leaf that can be dragged to change a value of the selection. */
export type Handle =
  | { readonly kind: 'grip'; readonly grip: Grip; readonly box: Box }
  | { readonly kind: 'padding' | 'margin'; readonly side: Edge; readonly px: number; readonly box: Box }
  | { readonly kind: 'gap'; readonly axis: 'row' | 'column'; readonly px: number; readonly box: Box }
  | { readonly kind: 'radius'; readonly px: number; readonly box: Box }
  | { readonly kind: TransformHandle; readonly box: Box }
  | { readonly kind: 'gutter'; readonly index: number; readonly box: Box }
  | { readonly kind: 'line'; readonly axis: 'row' | 'column'; readonly index: number; readonly box: Box };

const sides: readonly Edge[] = ['top', 'right', 'bottom', 'left'];

/** A grip on the edge of a box, or beside it where the box is so small that its grips would cover it. */
function gripBox({ left, top, width, height }: Box, grip: Grip, size: number): Box {
  const out = (extent: number): number => (extent < 3 * size ? size / 2 : 0);
  const [outX, outY] = [out(width), out(height)];
  const x = grip.includes('left') ? left - outX : grip.includes('right') ? left + width + outX : left + width / 2;
  const y = grip.includes('top') ? top - outY : grip.includes('bottom') ? top + height + outY : top + height / 2;
  return { left: x - size / 2, top: y - size / 2, width: size, height: size };
}

/**
 * The band of padding inside, or of margin outside, one edge; at least `least` px thick, so that it can be taken hold
 * of.
 */
function band(box: Box, side: Edge, thick: number, outside: boolean, least: number): Box {
  const depth = Math.max(Math.abs(thick), least);
  const at = outside ? -depth : 0;
  if (side === 'top') return { left: box.left, top: box.top + at, width: box.width, height: depth };
  if (side === 'bottom')
    return { left: box.left, top: bottom(box) - (outside ? 0 : depth), width: box.width, height: depth };
  if (side === 'left') return { left: box.left + at, top: box.top, width: depth, height: box.height };
  return { left: right(box) - (outside ? 0 : depth), top: box.top, width: depth, height: box.height };
}

function spaces(part: Measured, least: number): Handle[] {
  const padded = paddingBox(part);
  return sides.flatMap((side): Handle[] => [
    { kind: 'padding', side, px: part.padding[side], box: band(padded, side, part.padding[side], false, least) },
    { kind: 'margin', side, px: part.margin[side], box: band(part.box, side, part.margin[side], true, least) },
  ]);
}

/** The gaps between neighbours of a flex box, or between the tracks of a grid. */
function gaps(part: Measured, children: readonly Measured[], least: number): Handle[] {
  const sizes = {
    row: Number.parseFloat(part.style['row-gap']) || 0,
    column: Number.parseFloat(part.style['column-gap']) || 0,
  };
  const lines = gridLines(part);
  if (lines) return gridGaps(lines, contentBox(part), sizes, least);
  return /flex$/.test(part.style.display) ? flexGaps(part, children, sizes, least) : [];
}

interface GapSizes {
  readonly row: number;
  readonly column: number;
}

function gridGaps(lines: GridLines, box: Box, { row, column }: GapSizes, least: number): Handle[] {
  return [
    ...lines.columns.slice(0, -1).map((track): Handle => ({
      kind: 'gap',
      axis: 'column',
      px: column,
      box: { left: track.start + track.size, top: box.top, width: Math.max(column, least), height: box.height },
    })),
    ...lines.rows.slice(0, -1).map((track): Handle => ({
      kind: 'gap',
      axis: 'row',
      px: row,
      box: { left: box.left, top: track.start + track.size, width: box.width, height: Math.max(row, least) },
    })),
  ];
}

function flexGaps(part: Measured, children: readonly Measured[], sizes: GapSizes, least: number): Handle[] {
  const box = contentBox(part);
  const across = part.style['flex-direction'].startsWith('row');
  const axis = across ? 'column' : 'row';
  const flow = children
    .filter((one) => !isOutOfFlow(one) && one.style.display !== 'none')
    .sort((a, b) => (across ? a.box.left - b.box.left : a.box.top - b.box.top));
  return flow.slice(0, -1).flatMap((one, index): Handle[] => {
    const next = flow[index + 1]!;
    if (across && next.box.top >= bottom(one.box)) return [];
    const from = across ? right(one.box) : bottom(one.box);
    const size = Math.max((across ? next.box.left : next.box.top) - from, 0, least);
    const between = across
      ? { left: from, top: box.top, width: size, height: box.height }
      : { left: box.left, top: from, width: box.width, height: size };
    return [{ kind: 'gap', axis, px: sizes[axis], box: between }];
  });
}

function lines(part: Measured, least: number, gutters: boolean): Handle[] {
  const grid = gridLines(part);
  if (!grid) return [];
  const box = contentBox(part);
  const between = (list: readonly { start: number; size: number }[], index: number): { at: number; size: number } => {
    const end = list[index]!.start + list[index]!.size;
    const gap = list[index + 1]!.start - end;
    return { at: end + Math.min(gap - least, 0) / 2, size: Math.max(gap, least) };
  };
  const columns = grid.columns.slice(0, -1).map((_track, index): Handle => {
    const { at, size } = between(grid.columns, index);
    const place = { left: at, top: box.top, width: size, height: box.height };
    return gutters
      ? { kind: 'gutter', index, box: place }
      : // clear of the lines between rows
        { kind: 'line', axis: 'column', index, box: { ...place, height: place.height * 0.45 } };
  });
  if (gutters) return columns;
  return [
    ...columns,
    ...grid.rows.slice(0, -1).map((_track, index): Handle => {
      const { at, size } = between(grid.rows, index);
      return {
        kind: 'line',
        axis: 'row',
        index,
        box: { left: box.left + box.width * 0.55, top: at, width: box.width * 0.45, height: size },
      };
    }),
  ];
}

/** What a part that is transformed, or could be, can be held by. */
function transforming(part: Transformed, scale: number): Handle[] {
  const { left, top, width, height } = part.box;
  const at = (x: number, y: number, wide: number, high = wide): Box => ({
    ...{ left: x - wide / 2 / scale, top: y - high / 2 / scale },
    ...{ width: wide / scale, height: high / scale },
  });
  const [middle, away] = [left + width / 2, 26 / scale];
  const pivot = pivotOf(part);
  return [
    { kind: 'turn', box: at(middle, top - away < 0 ? top + height + away : top - away, 14) },
    { kind: 'skew-x', box: at(middle, top, 22, 7) },
    { kind: 'skew-y', box: at(left + width, top + height / 2, 7, 22) },
    { kind: 'shift', box: at(left, top, 13) },
    { kind: 'stretch', box: at(left + width, top + height, 11) },
    { kind: 'origin', box: at(pivot.x, pivot.y, 12) },
  ];
}

/**
 * What can be dragged on a selected part: its grips always, and what belongs to the ledger's open group: spaces and
 * gaps for Space, tracks for Flow, corners for Edge, turn and scale for Effect.
 * @param scale px of the window for each px of the leaf: handles keep a size a hand can take
 * @param transformed how the part is transformed, where it can be
 */
export function handlesOf(
  page: MeasuredPage,
  id: string,
  kind: string,
  children: readonly string[],
  group: LedgerGroup,
  scale: number,
  transformed?: Transformed,
): Handle[] {
  const part = page.parts.get(id);
  if (!part || part.parent === undefined || part.style.display === 'contents') return [];
  const least = 7 / scale;
  const held = children.flatMap((child) => page.parts.get(child) ?? []);
  const parent = page.parts.get(part.parent);
  if (group === 'effect') return transformed ? transforming(transformed, scale) : [];
  const list: Handle[] = [];
  if (group === 'space') list.push(...spaces(part, least), ...gaps(part, held, least));
  if (group === 'edge')
    list.push({
      kind: 'radius',
      px: 0,
      box: gripBox(inner(part.box, { top: 0, right: 0, bottom: 0, left: 0 }), 'top-left', 10 / scale),
    });
  const { holds } = kindOf(kind);
  const of = kindOf(kind).group;
  if (holds.includes('column')) list.push(...lines(part, least, true));
  else if (group === 'flow') list.push(...lines(part, least, false));
  if (of === 'column' && parent) list.push(...lines(parent, least, true));
  if (group === 'edge') return list;
  const placed =
    of === 'column'
      ? grips.filter((grip) => grip === 'top' || grip === 'bottom')
      : of === 'section' && part.style.position !== 'fixed'
        ? grips.filter((grip) => grip === 'bottom')
        : grips;
  list.push(...placed.map((grip): Handle => ({ kind: 'grip', grip, box: gripBox(part.box, grip, 9 / scale) })));
  return list;
}
