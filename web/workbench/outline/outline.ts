import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  OnDestroy,
  signal,
  viewChild,
  untracked,
} from '@angular/core';
import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import type { ListRange } from '@angular/cdk/collections';
import { standingForShared } from '@core/document/commands/sharing/shared';
import { kindOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import type { Laid } from '@core/geometry/box';
import { pathTo } from '@core/document/tree';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { PaintedPage } from '../state/painted-page';
import { SpreadState } from '../state/spread-state';
import { DragState } from '../state/drag-state';
import { EditorOnly } from '../state/editor-only';
import { Requests } from '../state/requests';
import { Commands } from '../commands/commands';
import { sameList } from '../state/selection';
import { Dragging, type Surface } from '../drag/part-drag';
import { Glyph } from '../../theme/glyph';
import { FocusBefore } from '../../theme/focus-before';
import { valueOf } from '../../theme/from-event';
import { afterPaint } from '../../services/after-paint';
import { endOf, RowMaker, sameRows, type Row } from './rows';

/** The height of a row, in px. */
const rowHeight = 24;

/** The tree of the page: reaches everything, takes drops, moves by keyboard. */
@Component({
  selector: 'fold-outline',
  imports: [CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport, Glyph],
  templateUrl: './outline.html',
  styleUrl: './outline.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Outline implements OnDestroy, Surface {
  private readonly session = inject(PageSession);
  protected readonly selection = inject(Selection);
  private readonly spread = inject(SpreadState);
  private readonly dragState = inject(DragState);
  protected readonly editorOnly = inject(EditorOnly);
  private readonly requests = inject(Requests);
  private readonly commands = inject(Commands);
  private readonly dragging = inject(Dragging);
  private readonly painted = inject(PaintedPage);
  private readonly viewport = viewChild.required(CdkVirtualScrollViewport);
  /** Words it is searched by. */
  protected readonly query = signal('');
  private readonly closed = signal<ReadonlySet<string>>(new Set());
  protected readonly renaming = signal<string | undefined>(undefined);
  private readonly shared = computed(() => {
    const page = this.session.page();
    return page ? standingForShared(page) : new Set<string>();
  });
  private unregister: (() => void) | undefined;
  private readonly focusBefore = inject(FocusBefore);

  protected search(event: Event): void {
    this.query.set(valueOf(event));
  }

  private readonly maker = new RowMaker();
  protected readonly rows = computed<Row[]>(
    () => {
      const page = this.painted.page();
      const [closed, query, shared] = [this.closed(), this.query(), this.shared()];
      return page ? this.maker.rows(page, { closed, query, shared, breakpoints: this.spread.breakpoints() }) : [];
    },
    { equal: sameRows },
  );
  private readonly indexes = computed(() => new Map(this.rows().map((row, index) => [row.id, index])));
  /** The indexes of the rows that are drawn. */
  private readonly drawn = signal<ListRange>({ start: 0, end: 0 });
  /** The row the Tab key leads to: the selected one, or the first that is drawn. */
  protected readonly tabStop = computed(() => {
    const { start, end } = this.drawn();
    const index = this.indexes().get(this.selection.id() ?? '') ?? -1;
    return index >= start && index < end ? this.selection.id() : this.rows()[start]?.id;
  });
  protected readonly byId = (_index: number, row: Row): string => row.id;

  protected readonly landing = computed(() => {
    const landing = this.dragState.landing();
    return landing?.where === this.name ? landing.drop : undefined;
  });

  readonly name = 'outline';

  constructor() {
    afterNextRender(() => (this.unregister = this.dragging.register(this)));
    const way = computed<readonly string[]>(
      () => {
        const chosen = this.selection.selected();
        return chosen ? pathTo(chosen.page, chosen.id) : [];
      },
      { equal: sameList },
    );
    effect(() => {
      const above = way().slice(0, -1);
      const id = way().at(-1);
      if (id === undefined) return;
      if (untracked(this.closed).size > 0)
        this.closed.update((closed) => new Set([...closed].filter((one) => !above.includes(one))));
      afterPaint(() => this.reveal(id));
    });
    effect(() => this.followFocus(this.indexes()));
    effect((onCleanup) => {
      const subscription = this.viewport().renderedRangeStream.subscribe((range) => this.drawn.set(range));
      onCleanup(() => subscription.unsubscribe());
    });
  }

  ngOnDestroy(): void {
    this.unregister?.();
  }

  private get scroller(): HTMLElement {
    return this.viewport().elementRef.nativeElement;
  }

  rect = (): DOMRect => this.scroller.getBoundingClientRect();
  scale = (): number => 1;
  scrollBy(y: number): void {
    this.scroller.scrollBy(0, y);
  }

  /** Rows as boxes, drawn or not: a box's box reaches over the rows of what it holds, all of them flow in a column. */
  measure = (page: Page): Laid[] => {
    const { width, height } = this.rect();
    const rows = this.rows();
    const up = this.scroller.scrollTop;
    const laid = rows.map((row, index): Laid => ({
      id: row.id,
      depth: row.depth + 1,
      axis: 'column',
      box: { left: 0, top: index * rowHeight - up, width, height: (endOf(rows, index) - index) * rowHeight },
    }));
    return [{ id: page.root, depth: 0, axis: 'column', box: { left: 0, top: 0, width, height } }, ...laid];
  };

  private rowElement(id: string): HTMLElement | null {
    return this.scroller.querySelector<HTMLElement>(`[data-row="${CSS.escape(id)}"]`);
  }

  /** Scrolls until a part's row is in view. */
  private reveal(id: string): void {
    const index = this.indexes().get(id);
    if (index === undefined) return;
    const [top, room] = [index * rowHeight, this.scroller.clientHeight];
    if (top < this.scroller.scrollTop) this.viewport().scrollToOffset(top);
    else if (top + rowHeight > this.scroller.scrollTop + room) this.viewport().scrollToOffset(top + rowHeight - room);
  }

  /** Moves the focus to the selected row when the part whose row has it is gone: the page as a whole would get it. */
  private followFocus(known: ReadonlyMap<string, number>): void {
    const row = this.focusBefore.last?.dataset['row'];
    if (row === undefined || known.has(row)) return;
    afterPaint(() => {
      const id = this.selection.id();
      if (id !== undefined && document.activeElement === document.body) this.focus(id);
    });
  }

  /** Gives a row the focus, once it is drawn. */
  private focus(id: string, tries = 6): void {
    this.reveal(id);
    const element = this.rowElement(id);
    if (element) element.focus();
    else if (tries > 0) requestAnimationFrame(() => this.focus(id, tries - 1));
  }

  protected press(event: PointerEvent, id: string): void {
    if (event.button !== 0 || this.renaming() !== undefined) return;
    if (event.shiftKey || event.ctrlKey || event.metaKey) return this.selection.toggle(id);
    const kept = this.selection.all().length > 1 && this.selection.all().includes(id);
    if (!kept) this.choose(id);
    this.dragging.press({ part: id }, { x: event.clientX, y: event.clientY }, kept ? this.selection.all() : undefined);
  }

  protected toggle(event: Event, id: string): void {
    event.stopPropagation();
    this.closed.update((closed) => {
      const next = new Set(closed);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  protected keyed(event: KeyboardEvent, row: Row): void {
    if (event.altKey || event.ctrlKey || event.metaKey || this.renaming() !== undefined) return;
    const move = event.shiftKey ? this.extending(event.key, row) : this.moving(event, row);
    if (!move) return;
    event.preventDefault();
    move();
  }

  /** What a key does with Shift held: the selection grows by the row before or after. */
  private extending(key: string, row: Row): (() => void) | undefined {
    if (key !== 'ArrowDown' && key !== 'ArrowUp') return undefined;
    const next = this.rows()[(this.indexes().get(row.id) ?? 0) + (key === 'ArrowDown' ? 1 : -1)];
    return () => {
      if (!next) return;
      this.selection.selectAll([...this.selection.all().filter((id) => id !== next.id), next.id]);
      requestAnimationFrame(() => this.focus(next.id));
    };
  }

  private moving(event: KeyboardEvent, row: Row): (() => void) | undefined {
    const rows = this.rows();
    const index = this.indexes().get(row.id) ?? 0;
    const page = Math.max(1, Math.floor(this.scroller.clientHeight / rowHeight) - 1);
    const moves: Readonly<Record<string, () => void>> = {
      ArrowDown: () => this.go(rows[index + 1]),
      ArrowUp: () => this.go(rows[index - 1]),
      PageDown: () => this.go(rows[Math.min(index + page, rows.length - 1)]),
      PageUp: () => this.go(rows[Math.max(index - page, 0)]),
      Home: () => this.go(rows[0]),
      End: () => this.go(rows.at(-1)),
      ArrowLeft: () =>
        row.holds && row.open
          ? this.toggle(event, row.id)
          : this.go(rows.slice(0, index).findLast((one) => one.depth < row.depth)),
      ArrowRight: () => (row.holds && !row.open ? this.toggle(event, row.id) : this.go(rows[index + 1])),
      F2: () => this.beginRename(row.id),
    };
    return moves[event.key];
  }

  /** Selects a part, and has the leaves show it. */
  private choose(id: string): void {
    this.selection.select(id);
    this.requests.reveals.next(id);
  }

  private go(to: Row | undefined): void {
    if (!to) return;
    this.choose(to.id);
    requestAnimationFrame(() => this.focus(to.id));
  }

  protected menu(event: MouseEvent, id: string): void {
    event.preventDefault();
    if (!this.selection.all().includes(id)) this.selection.select(id);
    const row = this.rowElement(id)?.getBoundingClientRect();
    this.requests.menus.next({
      x: event.clientX || (row?.left ?? 0) + 40,
      y: event.clientY || (row?.bottom ?? 0),
      pile: [],
    });
  }

  protected beginRename(id: string): void {
    this.renaming.set(id);
    requestAnimationFrame(() => this.scroller.querySelector<HTMLInputElement>('[data-rename]')?.select());
  }

  protected rename(event: Event, id: string): void {
    if (this.renaming() !== id) return;
    this.renaming.set(undefined);
    const value = valueOf(event).trim();
    const name = this.session.page()?.parts[id]?.name ?? '';
    if (value !== name)
      this.commands.attempt(() => [{ do: 'set', part: id, field: ['name'], ...(value !== '' && { value }) }]);
  }

  /** What keeps a part from clicks or out of sight, in the editor alone. */
  protected marksOf(id: string) {
    const [isLocked, isHidden] = [this.editorOnly.locked().has(id), this.editorOnly.hidden().has(id)];
    return [
      {
        isOn: isLocked,
        does: isLocked ? 'Unlock' : 'Lock',
        label: 'Lock ',
        icon: 'pi pi-lock',
        toggle: () => this.editorOnly.toggleLocked([id]),
      },
      {
        isOn: isHidden,
        does: isHidden ? 'Show in editor' : 'Hide in editor only',
        label: 'Hide in editor: ',
        icon: 'pi pi-eye',
        toggle: () => this.editorOnly.toggleHidden([id]),
      },
    ];
  }

  protected titleOf({ kind, off, hidden }: Row): string {
    const where = hidden.length > 0 ? `, hidden on ${hidden.join(', ')}` : '';
    return `${kindOf(kind).word}${off ? ', switched off' : ''}${where}`;
  }
}
