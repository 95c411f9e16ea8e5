import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { addColumn, stackColumns, stackGrid } from '@core/document/commands/columns';
import { sidesIn, sideWays, type SideWay } from '@core/document/kinds/rows-kind';
import { styleEdit } from '@core/document/commands/style';
import { areaBox, cellsBetween, gridLines, placement } from '@core/geometry/grid-cells';
import type { Box, GridLines } from '@core/geometry/box';
import { contentBox, type Measured } from '@core/geometry/measured';
import { flexStory, sizeOfFr } from '@core/geometry/space-shared';
import { PageSession } from '../../../services/page-session';
import { Selection } from '../../state/selection';
import { Commands } from '../../commands/commands';
import { Leaves } from '../../state/leaves';
import { listenerOf, valueOf } from '../../../theme/from-event';
import { ResolvedValues } from '../../state/resolved-values';

const directions = [
  { value: 'row', arrow: '→' },
  { value: 'column', arrow: '↓' },
  { value: 'row-reverse', arrow: '←' },
  { value: 'column-reverse', arrow: '↑' },
] as const;
const spots = ['start', 'center', 'end'] as const;
const spreads = ['space-between', 'space-around', 'space-evenly'] as const;

const plain = (value: string): string => value.replace('flex-', '').replace('normal', 'start').replace('left', 'start');

/** How a grid's boxes, in px of the leaf, are drawn in so much room, in px. */
function drawnSmall(
  lines: GridLines,
  room: number,
  height: number,
): {
  readonly left: number;
  readonly top: number;
  readonly scale: { readonly x: number; readonly y: number };
  readonly small: (box: Box) => string;
} {
  const [left, top] = [lines.columns[0]!.start, lines.rows[0]!.start];
  const last = { column: lines.columns.at(-1)!, row: lines.rows.at(-1)! };
  const scale = {
    x: room / Math.max(last.column.start + last.column.size - left, 1),
    y: height / Math.max(last.row.start + last.row.size - top, 1),
  };
  const small = (box: Box): string =>
    `left:${(box.left - left) * scale.x}px;top:${(box.top - top) * scale.y}px;width:${box.width * scale.x}px;height:${box.height * scale.y}px`;
  return { left, top, scale, small };
}

/**
 * The layout of the selection at one breakpoint, drawn and set by click: direction and alignment of flex, tracks and
 * cells of a grid, how columns and rows stand.
 */
@Component({
  selector: 'fold-flow-drawing',
  templateUrl: './flow-drawing.html',
  styleUrls: ['./drawing.css', './controls.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FlowDrawing {
  readonly breakpoint = input.required<string>();
  readonly width = input.required<number>();
  private readonly values = inject(ResolvedValues);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  private readonly leaves = inject(Leaves);
  protected readonly directions = directions;
  protected readonly spots = spots;
  protected readonly spreads = spreads;
  protected readonly sideWays = sideWays;
  private from: { readonly x: number; readonly y: number } | undefined;
  protected readonly over = signal<
    { readonly left: number; readonly top: number; readonly width: number; readonly height: number } | undefined
  >(undefined);

  private readonly of = computed(() => {
    const chosen = this.selection.selected();
    return chosen && ((name: string, id = chosen.id): string => this.values.value(id, this.breakpoint(), name));
  });

  protected readonly layout = computed(() => {
    const of = this.of();
    const chosen = this.selection.selected();
    if (!of || !chosen) return undefined;
    const display = of('display');
    const direction = of('flex-direction');
    return {
      kind: chosen.part.kind,
      flex: /flex$/.test(display),
      grid: /grid$/.test(display),
      holds: chosen.part.children.length > 0 || /^(section|container|columns|column|rows|page)$/.test(chosen.part.kind),
      display,
      direction,
      across: direction.startsWith('row'),
      wrap: of('flex-wrap'),
      justify: plain(of('justify-content')),
      align: plain(of('align-items')).replace('start', of('align-items') === 'normal' ? 'stretch' : 'start'),
      sides: this.sidesNow(),
    };
  });

  private sidesNow(): SideWay | undefined {
    const chosen = this.selection.selected();
    const site = this.session.site();
    if (chosen?.part.kind !== 'rows' || !site) return undefined;
    const sides = sidesIn(chosen.part.content.base);
    return sides[this.breakpoint()] ?? site.breakpoints.map((one) => sides[one.id]).find((one) => one !== undefined);
  }

  private measured(): { part: Measured; parent: Measured | undefined } | undefined {
    const id = this.selection.selected()?.id;
    this.leaves.version(this.breakpoint());
    const page = id === undefined ? undefined : this.leaves.around(this.breakpoint(), id);
    const part = id === undefined ? undefined : page?.parts.get(id);
    return page && part
      ? { part, parent: part.parent === undefined ? undefined : page.parts.get(part.parent) }
      : undefined;
  }

  /** The grid the selection is, or the one it stands in, drawn small; with the cells it fills. */
  protected readonly cells = computed(() => {
    const measured = this.measured();
    if (!measured) return undefined;
    const { part, parent } = measured;
    const own = gridLines(part);
    const item = parent ? gridLines(parent) : undefined;
    const lines = own ?? item;
    if (
      !lines ||
      lines.columns.length === 0 ||
      lines.rows.length === 0 ||
      (!own && this.selection.selected()?.part.kind === 'column')
    )
      return undefined;
    const height = 64;
    const room = Math.min(Math.max(this.width() - 130, 70), 190);
    const { left, top, scale, small } = drawnSmall(lines, room, height);
    const boxes = lines.rows.flatMap((row) =>
      lines.columns.map((column) =>
        small({ left: column.start, top: row.start, width: column.size, height: row.size }),
      ),
    );
    const filled = own ? undefined : small(part.box);
    const gridPart = own ? part : parent!;
    return {
      fr: this.sizeOfFr(gridPart, lines),
      lines,
      own: own !== undefined,
      boxes,
      filled,
      room,
      height,
      small,
      origin: { left, top },
      scale,
      sizes: lines.columns.map((one) => Math.round(one.size)).join(' · '),
    };
  });

  /** What one fr comes to in a grid's columns, in words. */
  private sizeOfFr(grid: Measured, lines: GridLines): string {
    const fr = sizeOfFr(
      this.of()?.('grid-template-columns', grid.id) ?? '',
      lines.columns.map((one) => one.size),
      contentBox(grid).width,
      Number.parseFloat(grid.style['column-gap']) || 0,
    );
    return fr === undefined ? '' : `1 fr = ${Math.round(fr)} px`;
  }

  protected set(values: Readonly<Record<string, string | undefined>>): void {
    this.selection.breakpoint.set(this.breakpoint());
    this.commands.setStyles(this.breakpoint(), values);
  }

  /** A spot of the pad: across is the inline direction of the screen, down the block direction. */
  protected place(column: number, row: number): void {
    const layout = this.layout();
    if (!layout) return;
    const [main, cross] = layout.grid || layout.across ? [column, row] : [row, column];
    this.set({ [layout.grid ? 'justify-items' : 'justify-content']: spots[main]!, 'align-items': spots[cross]! });
  }

  protected isSpot(column: number, row: number): boolean {
    const layout = this.layout();
    if (!layout) return false;
    const [main, cross] = layout.grid || layout.across ? [column, row] : [row, column];
    const along = layout.grid ? plain(this.of()?.('justify-items') ?? '') : layout.justify;
    return along === spots[main] && layout.align === spots[cross];
  }

  protected tracks(change: 1 | -1, axis: 'columns' | 'rows'): void {
    const lines = this.cells()?.lines;
    const property = `grid-template-${axis}`;
    const present = this.of()?.(property) ?? 'none';
    const count = Math.max((lines?.[axis].length ?? 1) + change, 1);
    const listed = present === 'none' ? [] : present.split(/\s+(?![^(]*\))/);
    const unit = axis === 'columns' ? '1fr' : 'auto';
    const next =
      listed.length === count - change
        ? change > 0
          ? [...listed, unit]
          : listed.slice(0, -1)
        : Array.from({ length: count }, () => unit);
    this.set({ [property]: next.join(' ') });
  }

  protected toGrid(): void {
    this.set({ display: 'grid', 'grid-template-columns': '1fr 1fr', 'grid-template-rows': '1fr 1fr' });
  }

  private pointOf(event: PointerEvent): { x: number; y: number } | undefined {
    const cells = this.cells();
    const rect = listenerOf(event).getBoundingClientRect();
    return (
      cells && {
        x: cells.origin.left + (event.clientX - rect.left) / cells.scale.x,
        y: cells.origin.top + (event.clientY - rect.top) / cells.scale.y,
      }
    );
  }

  protected press(event: PointerEvent): void {
    if (this.cells()?.own !== false) return;
    event.preventDefault();
    listenerOf(event).setPointerCapture(event.pointerId);
    this.from = this.pointOf(event);
    this.show(event);
  }

  protected show(event: PointerEvent): void {
    const to = this.pointOf(event);
    const lines = this.cells()?.lines;
    if (!this.from || !to || !lines) return;
    this.over.set(areaBox(lines, cellsBetween(lines, this.from, to)));
  }

  protected release(event: PointerEvent): void {
    const to = this.pointOf(event);
    const lines: GridLines | undefined = this.cells()?.lines;
    const { from } = this;
    this.from = undefined;
    this.over.set(undefined);
    if (from && to && lines) this.set(placement(cellsBetween(lines, from, to)));
  }

  /** Names the grid around gives its cells, and the one the selection stands in. */
  protected readonly areas = computed(() => {
    const of = this.of();
    const parent = this.measured()?.parent;
    const names = [
      ...new Set(
        (parent?.style['grid-template-areas'] ?? '')
          .replace(/"/g, ' ')
          .split(/\s+/)
          .filter((one) => /^[a-z][\w-]*$/i.test(one) && one !== 'none'),
      ),
    ];
    return names.length === 0 || !of ? undefined : { names, now: of('grid-row-start') };
  });

  protected setArea(event: Event): void {
    const name = valueOf(event);
    const value = name === '' ? 'auto' : name;
    this.set({ 'grid-row-start': value, 'grid-row-end': value, 'grid-column-start': value, 'grid-column-end': value });
  }

  protected readonly where = computed(() => {
    const of = this.of();
    if (!of) return '';
    const side = (axis: string): string => `${of(`grid-${axis}-start`)} / ${of(`grid-${axis}-end`)}`;
    return `column ${side('column')}, row ${side('row')}`;
  });

  protected stack(stacked: boolean): void {
    const id = this.selection.selected()?.id;
    if (id !== undefined) this.commands.attempt((_site, page) => stackColumns(page, id, this.breakpoint(), stacked));
  }

  protected stackGrid(): void {
    const id = this.selection.selected()?.id;
    if (id !== undefined) this.commands.attempt((site, page) => stackGrid(site, page, id, this.breakpoint()));
  }

  protected addColumn(what: 'copy' | 'empty'): void {
    const chosen = this.selection.selected();
    if (!chosen) return;
    const column = chosen.part.kind === 'column' ? chosen.id : chosen.part.children.at(-1);
    let made: string | undefined;
    if (
      column !== undefined &&
      this.commands.attempt((site, page) => {
        const result = addColumn(site, page, column, what);
        made = result.made;
        return result.edits;
      })
    )
      this.selection.select(made);
  }

  protected setSides(event: Event): void {
    const chosen = this.selection.selected();
    const way = valueOf(event);
    if (chosen)
      this.commands.setContent(chosen.id, 'sides', {
        ...sidesIn(chosen.part.content.base),
        [this.breakpoint()]: way,
      });
  }

  /** How the free space of the flex box around was shared, for a part in it. */
  protected readonly share = computed(() => {
    const of = this.of();
    const measured = this.measured();
    if (!of || !measured?.parent || !/flex$/.test(measured.parent.style.display)) return undefined;
    const across = measured.parent.style['flex-direction'].startsWith('row');
    const { part, parent } = measured;
    const px = Math.round(across ? part.box.width : part.box.height);
    const room = contentBox(parent);
    const inside = Math.round(across ? room.width : room.height);
    const held = this.session.page()?.parts[parent.id]?.children ?? [];
    const page = this.leaves.around(this.breakpoint(), part.id);
    const story = flexStory(
      part,
      parent,
      held.flatMap((id) => page?.parts.get(id) ?? []),
    );
    const share =
      story &&
      (story.share >= 0
        ? `starts at ${Math.round(story.basis)}, takes ${Math.round(story.share)} of ${Math.round(story.free)} free`
        : `starts at ${Math.round(story.basis)}, gives ${Math.round(-story.share)} of the ${Math.round(-story.free)} lacking`);
    return {
      px,
      inside,
      way: across ? '↔' : '↕',
      free:
        share &&
        `${share}${story.stopped ? `, stopped by its ${story.stopped === 'min' ? 'minimum' : 'maximum'}` : ''}`,
      grow: of('flex-grow'),
      shrink: of('flex-shrink'),
    };
  });

  protected setGrow(grow: string): void {
    this.set(
      grow === 'fill'
        ? { 'flex-grow': '1', 'flex-shrink': '1', 'flex-basis': '0px' }
        : { 'flex-grow': '0', 'flex-shrink': '0', 'flex-basis': 'auto' },
    );
  }

  protected takeBack(): void {
    const id = this.selection.selected()?.id;
    if (id !== undefined)
      this.commands.attempt(() =>
        ['grid-column-start', 'grid-column-end', 'grid-row-start', 'grid-row-end'].map((property) =>
          styleEdit(id, this.breakpoint(), 'normal', property),
        ),
      );
  }
}
