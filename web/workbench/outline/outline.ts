import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  OnDestroy,
  signal,
  viewChild,
  untracked,
} from '@angular/core';
import { sharedRoots } from '@core/document/commands/shared';
import { kindOf, nameOf } from '@core/document/kinds/registry';
import type { Page, Part } from '@core/document/page';
import { blankSite } from '@core/document/site';
import type { Laid } from '@core/geometry/box';
import type { Drop } from '@core/document/commands/drop-target';
import { pathTo } from '@core/document/tree';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';
import { DragState } from '../state/drag-state';
import { EditorOnly } from '../state/editor-only';
import { Requests } from '../state/requests';
import { Commands } from '../commands/commands';
import { sameList } from '../state/selection';
import { Dragging, type Surface } from '../drag/part-drag';
import { Glyph } from '../../theme/glyph';
import { valueOf } from '../../theme/from-event';

interface Row {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly words: string;
  readonly depth: number;
  readonly holds: boolean;
  readonly open: boolean;
  readonly hidden: readonly string[];
  readonly off: boolean;
  readonly shared: boolean;
}

const noSite = blankSite('none', 'None', 'none');

/** Most edits change no row: then nothing is drawn anew. */
const sameRows = (a: readonly Row[], b: readonly Row[]): boolean =>
  a.length === b.length &&
  a.every((row, index) => {
    const other = b[index]!;
    if (row === other) return true;
    return (
      row.id === other.id &&
      row.name === other.name &&
      row.words === other.words &&
      row.depth === other.depth &&
      row.holds === other.holds &&
      row.open === other.open &&
      row.kind === other.kind &&
      row.off === other.off &&
      row.shared === other.shared &&
      row.hidden.join() === other.hidden.join()
    );
  });

/** The tree of the page: reaches everything, takes drops, moves by keyboard. */
@Component({
  selector: 'fold-outline',
  imports: [Glyph],
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
  private readonly scroller = viewChild.required<ElementRef<HTMLElement>>('scroller');
  /** Words it is searched by. */
  protected readonly query = signal('');
  private readonly closed = signal<ReadonlySet<string>>(new Set());
  protected readonly renaming = signal<string | undefined>(undefined);
  private readonly shared = computed(() => sharedRoots(this.session.site() ?? noSite));
  private unregister: (() => void) | undefined;

  protected search(event: Event): void {
    this.query.set(valueOf(event));
  }

  protected readonly rows = computed<Row[]>(
    () => {
      const page = this.session.page();
      if (!page) return [];
      const rows: Row[] = [];
      const visit = (id: string, depth: number): void => {
        const part = page.parts[id]!;
        const open = !this.closed().has(id) || this.query().trim() !== '';
        rows.push(this.rowOf(id, part, depth, open));
        if (open) for (const child of part.children) visit(child, depth + 1);
      };
      for (const child of page.parts[page.root]?.children ?? []) visit(child, 0);
      const words = this.query().trim().toLowerCase();
      if (words !== '')
        return rows.filter((row) =>
          `${row.name} ${row.words} ${this.kindWord(row.kind)}`.toLowerCase().includes(words),
        );
      return rows;
    },
    { equal: sameRows },
  );
  /** The row of each part as it was made last: parts are never changed in place, so an unchanged part keeps its row. */
  private readonly made = new WeakMap<Part, Row>();

  private rowOf(id: string, part: Part, depth: number, open: boolean): Row {
    const known = this.made.get(part);
    const shared = this.shared().has(id);
    if (known && known.shared === shared && known.depth === depth && known.open === open && known.id === id)
      return known;
    const text = part.content.base['text'];
    const hidden = this.spread
      .breakpoints()
      .filter((one) => part.style[one.id]?.normal?.['display'] === 'none')
      .map((one) => one.name);
    const words = typeof text === 'string' && !part.name ? text : '';
    const row = {
      id,
      kind: part.kind,
      name: nameOf(part),
      words,
      depth,
      holds: part.children.length > 0,
      open,
      hidden,
      off: part.off === true,
      shared,
    };
    this.made.set(part, row);
    return row;
  }

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
      requestAnimationFrame(() => this.rowElement(id)?.scrollIntoView({ block: 'nearest' }));
    });
  }

  ngOnDestroy(): void {
    this.unregister?.();
  }

  rect = (): DOMRect => this.scroller().nativeElement.getBoundingClientRect();
  scale = (): number => 1;
  scrollBy(y: number): void {
    this.scroller().nativeElement.scrollBy(0, y);
  }

  /** Rows as boxes: a box's box reaches over the rows of what it holds, all of them flow in a column. */
  measure = (page: Page): Laid[] => {
    const own = this.rect();
    const rows = this.rows();
    const boxes = rows.map((row) => this.rowElement(row.id)?.getBoundingClientRect());
    const laid: Laid[] = rows.flatMap((row, index) => {
      const first = boxes[index];
      if (!first) return [];
      let last = index;
      while (rows[last + 1] && rows[last + 1]!.depth > row.depth) last++;
      const bottom = boxes[last]?.bottom ?? first.bottom;
      return [
        {
          id: row.id,
          depth: row.depth + 1,
          axis: 'column' as const,
          box: { left: 0, top: first.top - own.top, width: own.width, height: bottom - first.top },
        },
      ];
    });
    return [
      { id: page.root, depth: 0, axis: 'column', box: { left: 0, top: 0, width: own.width, height: own.height } },
      ...laid,
    ];
  };

  private rowElement(id: string): HTMLElement | null {
    return this.scroller().nativeElement.querySelector<HTMLElement>(`[data-row="${CSS.escape(id)}"]`);
  }

  protected press(event: PointerEvent, id: string): void {
    if (event.button !== 0 || this.renaming() !== undefined) return;
    if (event.shiftKey || event.ctrlKey || event.metaKey) return this.selection.toggle(id);
    const kept = this.selection.all().length > 1 && this.selection.all().includes(id);
    if (!kept) this.selection.select(id);
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
    const rows = this.rows();
    const index = rows.findIndex((one) => one.id === row.id);
    if (event.shiftKey && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
      const next = rows[index + (event.key === 'ArrowDown' ? 1 : -1)];
      event.preventDefault();
      if (next) this.selection.selectAll([...this.selection.all().filter((id) => id !== next.id), next.id]);
      requestAnimationFrame(() => next && this.rowElement(next.id)?.focus());
      return;
    }
    const go = (to: Row | undefined): void => {
      if (!to) return;
      this.selection.select(to.id);
      requestAnimationFrame(() => this.rowElement(to.id)?.focus());
    };
    const moves: Readonly<Record<string, () => void>> = {
      ArrowDown: () => go(rows[index + 1]),
      ArrowUp: () => go(rows[index - 1]),
      ArrowLeft: () =>
        row.holds && row.open
          ? this.toggle(event, row.id)
          : go(
              rows
                .slice(0, index)
                .reverse()
                .find((one) => one.depth < row.depth),
            ),
      ArrowRight: () => (row.holds && !row.open ? this.toggle(event, row.id) : go(rows[index + 1])),
      F2: () => this.beginRename(row.id),
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    move();
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
    requestAnimationFrame(() =>
      this.scroller().nativeElement.querySelector<HTMLInputElement>('[data-rename]')?.select(),
    );
  }

  protected rename(event: Event, id: string): void {
    if (this.renaming() !== id) return;
    this.renaming.set(undefined);
    const value = valueOf(event).trim();
    const now = this.session.page()?.parts[id]?.name ?? '';
    if (value !== now)
      this.commands.attempt(() => [{ do: 'set', part: id, field: ['name'], ...(value !== '' && { value }) }]);
  }

  protected markTop = (drop: Drop): number => drop.mark.top + this.scroller().nativeElement.scrollTop;
  protected kindWord = (kind: string): string => kindOf(kind).word;
}
