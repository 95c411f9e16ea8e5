import { canPlace, type Target } from './place';
import { kindOfThing, type Thing } from './thing';
import { kindOf, nameOf } from '../kinds/registry';
import { ownRange } from '../frames/shown-frame';
import type { Page, Part } from '../page';
import { isWithin, parentOf, partOf, placeOf } from '../tree';
import { holds, type Box, type Laid, type Point } from '../../geometry/box';
import { areaBox, cellsBetween, placement } from '../../geometry/grid-cells';

/** Where a drop would land, the line that marks it, and the part that would hold it. */
export interface Drop {
  readonly target: Target;
  readonly mark: Box;
  readonly into: string;
}

type Side = 'top' | 'right' | 'bottom' | 'left';

/** The deepest part under the point that is not being dragged itself; the page when there is none. */
function under(page: Page, laid: readonly Laid[], point: Point, thing: Thing): string {
  let best: Laid | undefined;
  for (const one of laid) {
    if (!holds(one.box, point) || ('part' in thing && isWithin(page, one.id, thing.part))) continue;
    if (!best || one.depth >= best.depth) best = one;
  }
  return best?.id ?? page.root;
}

/** The edge a point is nearest to, measured as a share of the box. */
function nearestSide(box: Box, point: Point): Side {
  const x = box.width > 0 ? (point.x - box.left) / box.width : 0.5;
  const y = box.height > 0 ? (point.y - box.top) / box.height : 0.5;
  const distances: readonly (readonly [Side, number])[] = [
    ['left', x],
    ['right', 1 - x],
    ['top', y],
    ['bottom', 1 - y],
  ];
  return distances.reduce((a, b) => (b[1] < a[1] ? b : a))[0];
}

function edgeMark(box: Box, side: Side): Box {
  const thin = 3;
  if (side === 'left' || side === 'right')
    return {
      left: side === 'left' ? box.left : box.left + box.width - thin,
      top: box.top,
      width: thin,
      height: box.height,
    };
  return {
    left: box.left,
    top: side === 'top' ? box.top : box.top + box.height - thin,
    width: box.width,
    height: thin,
  };
}

/** A box's extent along an axis and across it, along it in the direction its contents run. */
function span(
  parent: Laid,
  { left, top, width, height }: Box,
): { start: number; end: number; from: number; to: number } {
  const row = parent.axis === 'row';
  const [start, end] = row ? [left, left + width] : [top, top + height];
  const [from, to] = row ? [top, top + height] : [left, left + width];
  return parent.reversed ? { start: -end, end: -start, from, to } : { start, end, from, to };
}

/** The lines a box's children stand in: one follows on its line what it stands abreast of or, but in a grid, behind. */
function linesOf(parent: Laid, children: readonly Laid[]): Laid[][] {
  const lines: Laid[][] = [];
  const slack = 1;
  for (const child of children) {
    const line = lines.at(-1);
    const own = span(parent, child.box);
    const others = (line ?? []).map((one) => span(parent, one.box));
    const abreast = others.some(({ from, to }) => own.from < to - slack && from < own.to - slack);
    const behind = !parent.grid && others.length > 0 && own.start >= others.at(-1)!.end - slack;
    if (line && (abreast || behind)) line.push(child);
    else lines.push([child]);
  }
  return lines;
}

/** How far a point lies beside a line, across the axis. */
function awayFrom(parent: Laid, line: readonly Laid[], across: number): number {
  const spans = line.map((one) => span(parent, one.box));
  const from = Math.min(...spans.map((one) => one.from));
  const to = Math.max(...spans.map((one) => one.to));
  return Math.max(from - across, across - to, 0);
}

const sides = { row: ['left', 'right'], column: ['top', 'bottom'] } as const;

/** The sides of a box's contents where one begins and where it ends, in the direction they run. */
function endsOf({ axis, reversed }: Laid): readonly [Side, Side] {
  const [first, last] = sides[axis];
  return reversed ? [last, first] : [first, last];
}

/** The index among a box's children where a point falls, on the line of them that is nearest, with the mark for it. */
function slot(parent: Laid, children: readonly Laid[], point: Point): { index: number; mark: Box } {
  const at = span(parent, { left: point.x, top: point.y, width: 0, height: 0 });
  const away = linesOf(parent, children).map((line) => ({ line, px: awayFrom(parent, line, at.from) }));
  const nearest = away.reduce<(typeof away)[number] | undefined>((a, b) => (a && a.px <= b.px ? a : b), undefined);
  if (!nearest) return { index: 0, mark: parent.box };
  const { line } = nearest;
  const next = line.find((child) => {
    const { start, end } = span(parent, child.box);
    return at.start < (start + end) / 2;
  });
  const [begin, end] = endsOf(parent);
  if (next) return { index: children.indexOf(next), mark: edgeMark(next.box, begin) };
  const last = line.at(-1)!;
  return { index: children.indexOf(last) + 1, mark: edgeMark(last.box, end) };
}

/**
 * Where a thing dragged to a point of a leaf would land, from the measured boxes of its parts:
 * between the contents of a box, beside a part (which makes a row or a column around both), into a free cell of a
 * grid, or nowhere.
 * @param breakpoint where a place in a grid is to hold; without one nothing is placed in cells
 */
export function dropTarget(
  page: Page,
  laid: readonly Laid[],
  point: Point,
  thing: Thing,
  breakpoint = '',
): Drop | undefined {
  const boxes = new Map(laid.map((one) => [one.id, one]));
  const kind = kindOfThing(page, thing);
  let at: string | undefined = under(page, laid, point, thing);
  if (kindOf(kind).group === 'section') at = page.root;
  const deepest = at;
  for (; at !== undefined; at = parentOf(page, at)) {
    const part = partOf(page, at);
    const own = boxes.get(at);
    if (!own) continue;
    if (
      kindOf(part.kind).holds.length === 0 ||
      (at === deepest && nearEdge(own.box, point) && part.kind !== 'page' && kindOf(part.kind).group === 'box')
    ) {
      const drop = besideOrBetween(page, boxes, at, point, thing);
      if (drop) return drop;
      continue;
    }
    const children = ownOf(part)
      .filter((id) => !('part' in thing && id === thing.part))
      .flatMap((id) => boxes.get(id) ?? [])
      .filter((one) => !one.outOfFlow);
    const cell =
      breakpoint === '' || kindOf(part.kind).kind === 'columns'
        ? undefined
        : cellDrop(page, own, children, point, breakpoint);
    if (cell && canPlace(page, thing, cell.target)) return cell;
    const { index, mark } = slot(own, children, point);
    const target: Target = { where: 'inside', parent: at, index: indexWithin(page, at, children, index) };
    if (canPlace(page, thing, target)) return { target, mark, into: at };
  }
  return undefined;
}

const beside: Readonly<Record<Side, string>> = {
  left: 'in a row with',
  right: 'in a row with',
  top: 'in a column above',
  bottom: 'in a column below',
};

/** What a drop would do, in a few words. */
export function dropSays(page: Page, { target, into }: Drop): string {
  if (target.where === 'beside') return `${beside[target.side]} ${nameOf(partOf(page, target.part))}`;
  return `${target.where === 'cell' ? 'into a cell of' : 'into'} ${nameOf(partOf(page, into))}`;
}

/** The index among all of a parent's children, for one among those that are laid out and not dragged. */
function indexWithin(page: Page, parent: string, shown: readonly Laid[], index: number): number {
  const holder = partOf(page, parent);
  const all = holder.children;
  const next = shown[index];
  if (next) return all.indexOf(next.id);
  return holder.kind === 'page' ? ownRange(all).to : all.length;
}

/** What a part holds, without what a page's frame adds: nothing is put between that. */
function ownOf({ kind, children }: Part): readonly string[] {
  if (kind !== 'page') return children;
  const { from, to } = ownRange(children);
  return children.slice(from, to);
}

function nearEdge(box: Box, point: Point): boolean {
  const band = 6;
  return (
    point.x - box.left < band ||
    box.left + box.width - point.x < band ||
    point.y - box.top < band ||
    box.top + box.height - point.y < band
  );
}

function besideOrBetween(
  page: Page,
  boxes: ReadonlyMap<string, Laid>,
  id: string,
  point: Point,
  thing: Thing,
): Drop | undefined {
  const own = boxes.get(id);
  if (!own || own.outOfFlow || id === page.root) return undefined;
  const { parent, index } = placeOf(page, id);
  const side = nearestSide(own.box, point);
  const around = boxes.get(parent);
  const [begin, end] = around ? endsOf(around) : sides.column;
  const mark = edgeMark(own.box, side);
  const between: Target = { where: 'inside', parent, index: side === begin ? index : index + 1 };
  const target: Target = side === begin || side === end ? between : { where: 'beside', part: id, side };
  if (canPlace(page, thing, target)) return { target, mark, into: parent };
  return undefined;
}

/** A free cell of a grid under the point, which a drop would fill. */
function cellDrop(
  page: Page,
  own: Laid,
  children: readonly Laid[],
  point: Point,
  breakpoint: string,
): Drop | undefined {
  const { grid } = own;
  if (!grid || grid.columns.length * grid.rows.length < 2) return undefined;
  const area = cellsBetween(grid, point, point);
  const mark = areaBox(grid, area);
  const middle = { x: mark.left + mark.width / 2, y: mark.top + mark.height / 2 };
  if (children.some((child) => holds(child.box, middle))) return undefined;
  return {
    target: {
      where: 'cell',
      parent: own.id,
      index: partOf(page, own.id).children.length,
      breakpoint,
      placement: placement(area),
    },
    mark,
    into: own.id,
  };
}
