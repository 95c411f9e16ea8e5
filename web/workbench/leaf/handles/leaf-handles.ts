import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { columnShares, moveGutter } from '@core/document/commands/columns';
import { styleEdit } from '@core/document/commands/style';
import type { Edit } from '@core/document/edits/edit';
import { Problem } from '@core/document/problem';
import { parentOf } from '@core/document/tree';
import type { Box } from '@core/geometry/box';
import { containingBlock } from '@core/geometry/containing-block';
import { dragLine, gapValues, radiusValues, sizeValues, spaceValues } from '@core/geometry/dragged';
import { gridLines } from '@core/geometry/grid-cells';
import { contentBox, isOutOfFlow, type Measured } from '@core/geometry/measured';
import type { Edge, Values } from '@core/geometry/pins';
import type { Point, Transformed } from '@core/geometry/transformed';
import { guidesOf, resize, type Guides, type Held } from '@core/geometry/resize';
import { PageSession } from '../../../services/page-session';
import { Selection } from '../../state/selection';
import { DragState } from '../../state/drag-state';
import { EditorOnly } from '../../state/editor-only';
import { LedgerState } from '../../state/ledger-state';
import { Commands } from '../../commands/commands';
import { handlesOf, type Handle, type TransformHandle } from './handle-list';
import { isTransforming, transformedBy, transformWords } from './transform-drag';
import { transformedPart } from './transformed-part';
import { Leaves } from '../../state/leaves';
import { elementOf } from '../../../theme/from-event';
import { ResolvedValues } from '../../state/resolved-values';

/** A drag under way: where it began and what was measured then. */
interface Drag {
  readonly handle: Handle;
  readonly start: { readonly x: number; readonly y: number };
  readonly part: Measured;
  readonly guides: Guides;
  /** How it is transformed, where that is what is dragged. */
  readonly transformed: Transformed | undefined;
}

interface Outcome {
  readonly part: string;
  readonly values: Values;
  readonly label: string;
  readonly met?: { readonly x: number | undefined; readonly y: number | undefined };
}

const sideways = new Set(['left', 'right']);

const wordsOf = (values: Values): string =>
  Object.entries(values)
    .map(([name, value]) => `${name} ${value ?? ''}`)
    .slice(0, 3)
    .join('\n');

/** A part that is transformed in a way that can only be typed. */
const unskewable = (part: string): Outcome => ({
  ...{ part, values: {}, label: 'Its transform is more than one skew: type it in the ledger.' },
});

/** By how much a space grows when its handle is dragged: paddings inward, margins outward, in px of the leaf. */
function growthOf(kind: 'padding' | 'margin', side: Edge, by: { x: number; y: number }): number {
  const along = sideways.has(side) ? by.x : by.y;
  return (side === 'top' || side === 'left') === (kind === 'padding') ? along : -along;
}

/**
 * The handles of the selection on the leaf worked in: sizes, spaces, gaps, corners, gutters and grid lines, dragged
 * with the number shown.
 */
@Component({
  selector: 'fold-leaf-handles',
  template: `
    @for (handle of handles(); track $index) {
      <div
        [class]="'handle ' + handle.kind + ' ' + way(handle)"
        [style]="placed(handle.box)"
        [attr.data-handle]="nameOf(handle)"
        [title]="hint(handle)"
        (pointerdown)="press($event, handle)"
        (pointermove)="move($event)"
        (pointerup)="release($event)"
        (pointercancel)="cancel()"
      ></div>
    }
    @for (line of guideLines(); track $index) {
      <div class="guide" [style]="line"></div>
    }
    @if (label(); as text) {
      <div class="number" [style.left.px]="text.x" [style.top.px]="text.y">{{ text.words }}</div>
    }
  `,
  styleUrl: './leaf-handles.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LeafHandles {
  readonly breakpoint = input.required<string>();
  readonly scale = input.required<number>();
  private readonly values = inject(ResolvedValues);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly dragState = inject(DragState);
  private readonly editorOnly = inject(EditorOnly);
  private readonly ledgerState = inject(LedgerState);
  private readonly commands = inject(Commands);
  private readonly leaves = inject(Leaves);
  private drag: Drag | undefined;
  protected readonly label = signal<{ readonly x: number; readonly y: number; readonly words: string } | undefined>(
    undefined,
  );
  private readonly met = signal<{ readonly x: number | undefined; readonly y: number | undefined }>({
    x: undefined,
    y: undefined,
  });
  private readonly frozen = signal<readonly Handle[] | undefined>(undefined);

  protected readonly handles = computed<readonly Handle[]>(() => {
    const frozen = this.frozen();
    if (frozen) return frozen;
    const chosen = this.selection.selected();
    this.leaves.version(this.breakpoint());
    if (
      !chosen ||
      this.selection.active() !== this.breakpoint() ||
      this.selection.all().length > 1 ||
      this.dragState.dragged() ||
      this.editorOnly.locked().has(chosen.id)
    )
      return [];
    const page = this.leaves.near(this.breakpoint(), chosen.id);
    const { kind, children } = chosen.part;
    const group = this.ledgerState.group();
    return page ? handlesOf(page, chosen.id, kind, children, group, this.scale(), this.transformed(chosen.id)) : [];
  });
  /** How a part is transformed, while the ledger is open at what transforms it. */
  private transformed(id: string): Transformed | undefined {
    const element = this.leaves.view(this.breakpoint())?.element(id);
    if (this.ledgerState.group() !== 'effect' || !element) return undefined;
    const isLine = getComputedStyle(element).display === 'inline' && element.localName !== 'img';
    return isLine ? undefined : transformedPart(element);
  }

  protected readonly guideLines = computed(() => {
    const { x, y } = this.met();
    return [
      ...(x === undefined ? [] : [`left:${x * this.scale()}px;top:0;bottom:0;width:1px`]),
      ...(y === undefined ? [] : [`top:${y * this.scale()}px;left:0;right:0;height:1px`]),
    ];
  });

  protected placed({ left, top, width, height }: Box): string {
    const scale = this.scale();
    return `left:${left * scale}px;top:${top * scale}px;width:${width * scale}px;height:${height * scale}px`;
  }

  protected way(handle: Handle): string {
    if (handle.kind === 'grip') return handle.grip;
    if (handle.kind === 'padding' || handle.kind === 'margin') return sideways.has(handle.side) ? 'across' : 'down';
    if (handle.kind === 'gap' || handle.kind === 'line') return handle.axis === 'column' ? 'across' : 'down';
    return handle.kind === 'gutter' ? 'across' : '';
  }

  protected nameOf(handle: Handle): string {
    if (handle.kind === 'grip') return handle.grip;
    if (handle.kind === 'padding' || handle.kind === 'margin') return `${handle.kind}-${handle.side}`;
    if (handle.kind === 'gap') return `${handle.axis}-gap`;
    if (handle.kind === 'line') return `${handle.axis}-line-${handle.index}`;
    return handle.kind === 'gutter' ? `${handle.kind}-${handle.index}` : handle.kind;
  }

  protected hint(handle: Handle): string {
    if (isTransforming(handle.kind)) return `${transformWords[handle.kind]}. Drag (Shift: no snapping).`;
    const px =
      handle.kind === 'padding' || handle.kind === 'margin' || handle.kind === 'gap'
        ? `: ${Math.round(handle.px)} px`
        : '';
    return `${this.nameOf(handle)}${px}. Drag (Shift: no snapping, Alt: both sides).`;
  }

  private value(id: string, property: string): string {
    return this.values.value(id, this.breakpoint(), property);
  }

  protected press(event: PointerEvent, handle: Handle): void {
    const chosen = this.selection.selected();
    const page = chosen && this.leaves.around(this.breakpoint(), chosen.id);
    const part = page?.parts.get(chosen!.id);
    if (!page || !part || event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
    elementOf(event).setPointerCapture(event.pointerId);
    const others = [...page.parts.values()].filter(
      (one) => one.id !== part.id && !chosen!.part.children.includes(one.id) && one.style.display !== 'none',
    );
    this.drag = {
      handle,
      start: { x: event.clientX, y: event.clientY },
      part,
      guides: guidesOf(others.map((one) => one.box)),
      transformed: this.transformed(part.id),
    };
    this.frozen.set(this.handles());
  }

  protected move(event: PointerEvent): void {
    const outcome = this.outcome(event);
    if (!outcome) return;
    this.dragState.previewed.set({ breakpoint: this.breakpoint(), values: new Map([[outcome.part, outcome.values]]) });
    this.met.set(outcome.met ?? { x: undefined, y: undefined });
    const host = elementOf(event).parentElement!.getBoundingClientRect();
    this.label.set({ x: event.clientX - host.left + 14, y: event.clientY - host.top + 14, words: outcome.label });
  }

  protected release(event: PointerEvent): void {
    const outcome = this.outcome(event);
    const moved = this.drag && Math.hypot(event.clientX - this.drag.start.x, event.clientY - this.drag.start.y) > 2;
    this.cancel();
    if (outcome && moved)
      this.commands.attempt(() =>
        Object.entries(outcome.values).map(([property, value]): Edit =>
          styleEdit(outcome.part, this.breakpoint(), this.selection.state(), property, value),
        ),
      );
  }

  protected cancel(): void {
    this.drag = undefined;
    this.frozen.set(undefined);
    this.label.set(undefined);
    this.met.set({ x: undefined, y: undefined });
    this.dragState.previewed.set(undefined);
  }

  private outcome(event: PointerEvent): Outcome | undefined {
    if (!this.drag) return undefined;
    const by = {
      x: (event.clientX - this.drag.start.x) / this.scale(),
      y: (event.clientY - this.drag.start.y) / this.scale(),
    };
    const held: Held = { unsnapped: event.shiftKey, both: event.altKey };
    const { handle, transformed } = this.drag;
    if (transformed && isTransforming(handle.kind))
      return this.transforming(handle.kind, this.drag, transformed, by, held);
    return this.outcomeOf(this.drag, by, held);
  }

  /** What a drag of one of the handles that transform comes to. */
  private transforming(
    kind: TransformHandle,
    { handle, part }: Drag,
    whole: Transformed,
    by: Point,
    held: Held,
  ): Outcome {
    const { left, top, width, height } = handle.box;
    const from = { x: left + width / 2, y: top + height / 2 };
    const said = (property: string): string => this.value(part.id, property);
    const values = transformedBy(kind, { part: whole, from, by, said, held });
    return values ? { part: part.id, values, label: wordsOf(values) } : unskewable(part.id);
  }

  private outcomeOf({ handle, part, guides }: Drag, by: { x: number; y: number }, held: Held): Outcome | undefined {
    if (handle.kind === 'grip') return this.sized(part, handle.grip, by, guides, held);
    if (handle.kind === 'gutter') return this.guttered(part.id, handle.index, by.x);
    const values = this.valuesOf(handle, part, by, held);
    if (!values) return undefined;
    return { part: part.id, values, label: wordsOf(values) };
  }

  private valuesOf(handle: Handle, part: Measured, by: { x: number; y: number }, held: Held): Values | undefined {
    const id = part.id;
    // measured when the drag began
    const basis = (property: string) => this.leaves.basis(this.breakpoint(), id, property)!;
    switch (handle.kind) {
      case 'padding':
      case 'margin': {
        const property = `${handle.kind}-${handle.side}`;
        const grows = growthOf(handle.kind, handle.side, by);
        return spaceValues(handle.kind, handle.side, handle.px, grows, this.value(id, property), basis(property), held);
      }
      case 'gap': {
        const property = `${handle.axis}-gap`;
        const grows = handle.axis === 'column' ? by.x : by.y;
        return gapValues(handle.axis, handle.px, grows, this.value(id, property), basis(property), held);
      }
      case 'radius': {
        const before = Number.parseFloat(this.value(id, 'border-top-left-radius'));
        return radiusValues(part.box, before + Math.max(by.x, by.y) || 0, held);
      }
      case 'line':
        return this.lined(part, handle.axis, handle.index, by);
      default:
        return undefined;
    }
  }

  /** The tracks of a grid with one of its lines dragged. */
  private lined(
    part: Measured,
    axis: 'row' | 'column',
    index: number,
    by: { x: number; y: number },
  ): Values | undefined {
    const property = axis === 'column' ? 'grid-template-columns' : 'grid-template-rows';
    const tracks = gridLines(part)?.[axis === 'column' ? 'columns' : 'rows'] ?? [];
    const sizes = tracks.map((one) => one.size);
    const list = dragLine(this.value(part.id, property), sizes, index, axis === 'column' ? by.x : by.y);
    return list === undefined ? undefined : { [property]: list };
  }

  private sized(
    part: Measured,
    grip: Parameters<typeof resize>[1],
    by: { x: number; y: number },
    guides: Guides,
    held: Held,
  ): Outcome {
    const after = resize(part.box, grip, by, guides, held);
    const page = this.leaves.around(this.breakpoint(), part.id)!; // measured when the drag began
    const kind = this.selection.selected()?.part.kind ?? '';
    const grows = /^(section|container|columns|column|rows)$/.test(kind);
    const inset = (edge: Edge): string => this.value(part.id, edge);
    const pinned = isOutOfFlow(part)
      ? {
          block: containingBlock(page, part.id).box,
          insets: { top: inset('top'), right: inset('right'), bottom: inset('bottom'), left: inset('left') },
        }
      : undefined;
    const heightProperty = grows && !pinned ? 'min-height' : 'height';
    const values = sizeValues(
      part,
      after.box,
      { width: this.value(part.id, 'width'), height: this.value(part.id, heightProperty), heightProperty, pinned },
      this.leaves.basis(this.breakpoint(), part.id, 'width')!,
      this.leaves.basis(this.breakpoint(), part.id, 'height')!,
    );
    const changed = Object.entries(values).map(([name, value]) => `${name} ${value ?? ''}`);
    return {
      part: part.id,
      values,
      label: `${Math.round(after.box.width)} × ${Math.round(after.box.height)}\n${changed.join('\n')}`,
      met: after.met,
    };
  }

  private guttered(id: string, index: number, by: number): Outcome | undefined {
    const site = this.session.site();
    const page = this.session.page();
    if (!site || !page) return undefined;
    const columns = page.parts[id]?.kind === 'columns' ? id : parentOf(page, id);
    const measured = columns === undefined ? undefined : this.leaves.around(this.breakpoint(), id)?.parts.get(columns);
    if (columns === undefined || !measured) return undefined;
    try {
      const lines = gridLines(measured);
      const room = lines?.columns.reduce((sum, one) => sum + one.size, 0) ?? contentBox(measured).width;
      const edit = moveGutter(site, page, columns, this.breakpoint(), index, Math.round((by / room) * 100))[0];
      if (edit?.do !== 'set' || typeof edit.value !== 'string') return undefined;
      const shares = edit.value.split(' ').map((one) => Number.parseFloat(one));
      const sum = shares.reduce((total, one) => total + one, 0);
      return {
        part: columns,
        values: { 'grid-template-columns': edit.value },
        label: shares.map((one) => `${Math.round((one / sum) * 1000) / 10} %`).join('  /  '),
      };
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return {
        part: columns,
        values: {},
        label: columnShares(site, page, columns, this.breakpoint()) ? error.message : 'The columns stack here.',
      };
    }
  }
}
