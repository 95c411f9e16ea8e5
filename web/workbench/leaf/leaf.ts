import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  OnDestroy,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { EMPTY, Subject, switchMap, type Observable, type Subscription } from 'rxjs';
import type { Breakpoint } from '@core/document/breakpoint';
import { dropSays } from '@core/document/commands/drop-target';
import type { Box } from '@core/geometry/box';
import type { Addresses } from '@core/compile/declarations';
import type { Canvas } from '@core/compile/canvas';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { State } from '@core/document/style-map';
import { canvasAddresses } from '../../services/addresses';
import type { PageChange } from '../../services/page-change';
import { PageSession } from '../../services/page-session';
import { Commands } from '../commands/commands';
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';
import { DragState } from '../state/drag-state';
import { EditorOnly } from '../state/editor-only';
import { LedgerState } from '../state/ledger-state';
import { Requests } from '../state/requests';
import { Dragging, type Surface } from '../drag/part-drag';
import { LeafHandles } from './handles/leaf-handles';
import { LeafNotes } from './overlays/leaf-notes';
import { LeafPainter } from '../canvas/leaf-painter';
import { EmptyPlaces } from './overlays/empty-places';
import { LeafRemarks } from './overlays/leaf-remarks';
import { LeafTravel } from './overlays/leaf-travel';
import { Canvases, keyOf } from '../state/canvases';
import { Holding } from '../state/holding';
import { Company } from '../state/company';
import { Leaves, type LeafView } from '../state/leaves';
import { PageRemarks } from '../state/page-remarks';
import { openAround } from '../canvas/opened-items';
import { DragPreview } from './drag-preview';
import type { LeafFrame } from './leaf-frame';
import { LeafInput } from './leaf-input';
import { Outlines } from './outlines';
import { loadWriting, Writer } from '../writing/writer';
import { WritingBar } from '../writing/writing-bar';

/** One breakpoint's live page: a frame as wide as its screen, drawn to scale, worked on directly. */
@Component({
  selector: 'fold-leaf',
  imports: [EmptyPlaces, LeafHandles, LeafNotes, LeafRemarks, LeafTravel, WritingBar],
  providers: [LeafInput],
  templateUrl: './leaf.html',
  styleUrl: './leaf.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Leaf implements OnDestroy, Surface, LeafView, LeafFrame {
  readonly breakpoint = input.required<Breakpoint>();
  readonly scaled = input.required<number>();

  private readonly session = inject(PageSession);
  /** Who only looks opens no text. */
  readonly mayWrite = this.session.mayWrite;
  protected readonly selection = inject(Selection);
  private readonly spread = inject(SpreadState);
  private readonly dragState = inject(DragState);
  private readonly editorOnly = inject(EditorOnly);
  private readonly ledgerState = inject(LedgerState);
  private readonly requests = inject(Requests);
  private readonly dragging = inject(Dragging);
  private readonly leaves = inject(Leaves);
  private readonly company = inject(Company);
  private readonly remarks = inject(PageRemarks);
  private readonly holding = inject(Holding);
  private readonly canvases = inject(Canvases);
  private readonly destroyed = inject(DestroyRef);
  private readonly input = inject(LeafInput);
  protected readonly marquee = this.input.marquee;
  private readonly frame = viewChild.required<ElementRef<HTMLIFrameElement>>('frame');

  private readonly written = { session: this.session, selection: this.selection, commands: inject(Commands) };
  protected readonly outlines = new Outlines(this, this.spread, this.leaves);
  private readonly preview = new DragPreview(this);
  /** Whether something is to be read over the page: what says it loads when it first is. */
  protected readonly notesAsked = computed(
    () => this.dragState.distances() || ['flow', 'place', 'box'].includes(this.ledgerState.group()),
  );
  protected readonly hasRemarks = computed(() => this.remarks.at(this.name).length > 0);
  /** Whether a part is selected, and not the page alone: what works on one loads when the first is. */
  protected readonly hasChosen = computed(() => {
    const chosen = this.selection.selected();
    return chosen !== undefined && chosen.id !== chosen.page.root;
  });
  protected readonly mark = computed(() => {
    const landing = this.dragState.landing();
    return landing?.where === this.name ? landing : undefined;
  });
  protected readonly into = computed(() => {
    const landing = this.mark();
    const page = this.session.page();
    return landing && page && Object.hasOwn(page.parts, landing.drop.into) ? dropSays(page, landing.drop) : '';
  });

  painter: LeafPainter | undefined;
  private readonly writers = signal<Writer | undefined>(undefined);
  private shownChanges: Subscription | undefined;
  private leave: (() => void)[] = [];
  private drawnAs = '';
  /** The page was made anew while somebody wrote in this leaf: it is drawn when they have done. */
  private overdue = false;
  /** Pages to be drawn whole: a later one takes the place of one still on its way. */
  private readonly loads = new Subject<Page>();
  /** A whole page is on its way. */
  private awaited = false;
  /** Changes to be patched in when it is there. */
  private pending: PageChange[] = [];

  constructor() {
    this.input.of(this, this.outlines);
    afterNextRender(() => {
      this.open();
    });
    effect(() =>
      this.outlines.around({
        chosen: this.selection.selected()?.id,
        hover: this.dragState.hover(),
        others: this.selection.all(),
        into: this.mark()?.drop.into,
        people: this.company.people(),
        reached: this.holding.reached(),
        scale: this.scaled(),
      }),
    );
    effect(() => {
      const [previewed, site] = [this.dragState.previewed(), this.session.site()];
      untracked(() => {
        this.preview.show(previewed, site);
        this.outlines.soon();
      });
    });
    effect(() => {
      if (this.hasChosen()) void loadWriting().catch(() => undefined); // asked again when somebody writes
    });
    effect(() => this.hide(this.editorOnly.hidden()));
    effect(() => {
      const site = this.session.site();
      const drawn = site && keyOf(this.addresses(site));
      untracked(() => this.drawnOtherwise(drawn));
    });
    effect(() => {
      const [held, state] = [this.selection.all(), this.selection.state()];
      untracked(() => this.hold(held, state));
    });
    this.hear();
  }

  /** Draws what is asked for, and does what others request of a leaf. */
  private hear(): void {
    this.loads
      .pipe(
        switchMap((page) => this.canvasOf(page)),
        takeUntilDestroyed(this.destroyed),
      )
      .subscribe((canvas) => this.draw(canvas));
    this.requests.reveals
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe((part) => requestAnimationFrame(() => this.reveal(part)));
    this.requests.writings
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe(({ part, breakpoint }) => breakpoint === this.name && this.mayWrite() && this.writer?.begin(part));
  }

  /** Who writes in this leaf. */
  get writer(): Writer | undefined {
    return this.writers();
  }

  get name(): string {
    return this.breakpoint().id;
  }

  ngOnDestroy(): void {
    this.close();
    this.outlines.stop();
  }

  /** Lets go of the frame's document. */
  private close(): void {
    this.writer?.end();
    this.shownChanges?.unsubscribe();
    this.leave.forEach((end) => end());
    this.leave = [];
  }

  /**
   * A frame that takes another place among the leaves, as when a breakpoint's limit passes another's, gets an empty
   * document: it is drawn in that.
   */
  protected framed(): void {
    if (!this.painter || this.painter.document === this.frame().nativeElement.contentDocument) return;
    this.close();
    this.open();
  }

  rect = (): DOMRect => {
    const rect = this.frame().nativeElement.getBoundingClientRect();
    const visible = this.frame().nativeElement.closest('.sheets')?.getBoundingClientRect();
    return visible
      ? new DOMRect(rect.left, rect.top, rect.width, Math.min(rect.bottom, visible.bottom) - rect.top)
      : rect;
  };
  scale = (): number => this.scaled();
  page = (): Page | undefined => this.session.page();
  place = (): DOMRect => this.frame().nativeElement.getBoundingClientRect();
  measure = (page: Page): ReturnType<LeafPainter['measure']> => this.painter?.measure(page) ?? [];
  scrollBy(y: number): void {
    this.view()?.scrollBy(0, y);
  }

  get document(): Document | undefined {
    return this.painter?.document;
  }
  element = (id: string): HTMLElement | null => this.painter?.element(id) ?? null;

  /** Shows the selection in the state that is worked on. */
  private hold(held: readonly string[], state: State): void {
    this.painter?.hold(held, state);
    if (this.document) openAround(this.document, held.map(this.element), state);
    this.outlines.soon();
  }

  /**
   * Draws the leaf anew when it is unrolled, rolled up, or unrolled on a screen of another size, and when its pages
   * become dark or light.
   */
  private drawnOtherwise(drawn: string | undefined): void {
    const page = this.session.page();
    if (drawn !== this.drawnAs && page && this.painter) this.load(page);
    this.drawnAs = drawn ?? '';
  }

  /** Takes parts out of sight, in the editor alone. */
  private hide(unseen: ReadonlySet<string>): void {
    const document = this.painter?.document;
    if (!document?.head) return;
    const style =
      document.getElementById('fold-unseen') ??
      document.head.appendChild(Object.assign(document.createElement('style'), { id: 'fold-unseen' }));
    style.textContent = [...unseen]
      .map((id) => `[data-part="${CSS.escape(id)}"]{visibility:hidden!important}`)
      .join('');
  }

  /** Scrolls this leaf until a part is in view; unrolled, it is the spread that scrolls, for the leaf worked in. */
  private reveal(part: string): void {
    const [view, box] = [this.view(), this.painter?.element(part)?.getBoundingClientRect()];
    if (this.spread.unrolled()) {
      const frame = this.frame().nativeElement;
      const sheets = frame.closest('.sheets');
      if (!sheets || !box || this.selection.active() !== this.name) return;
      const room = sheets.getBoundingClientRect();
      const top = frame.getBoundingClientRect().top + box.top * this.scale();
      if (top < room.top || top + box.height * this.scale() > room.bottom)
        sheets.scrollBy(0, top - room.top - Math.max(0, Math.min(80, room.height - box.height * this.scale())));
    } else if (view && box && (box.top < 0 || box.bottom > view.innerHeight))
      view.scrollBy(0, box.top - Math.max(0, Math.min(80, view.innerHeight - box.height)));
  }

  view(): Window | null {
    return this.frame().nativeElement.contentWindow;
  }

  private open(): void {
    const document = this.frame().nativeElement.contentDocument;
    const page = this.session.page();
    const site = this.session.site();
    if (!document || !page || !site) return;
    this.painter = new LeafPainter(document);
    const writer = new Writer(
      {
        breakpoint: this.name,
        painter: this.painter,
        redraw: (part) => this.redraw(part),
        ended: () => this.catchUp(),
      },
      this.written,
    );
    this.writers.set(writer);
    this.load(page);
    this.shownChanges = this.session.shownChanges.subscribe((change) => this.takeIn(change));
    this.leave.push(this.dragging.register(this), this.leaves.register(this));
    this.hide(this.editorOnly.hidden());
  }

  private addresses(site: Site): Addresses {
    const { preview } = this.breakpoint();
    const unrolled = this.spread.unrolled() && { unrolled: preview };
    return {
      ...canvasAddresses(site.id, untracked(this.session.titles)),
      ...unrolled,
      ...(this.spread.dark() && { dark: true }),
    };
  }

  /** The page's own height while it is unrolled, else its screen's. */
  protected readonly height = computed(() =>
    this.spread.unrolled()
      ? Math.max(this.outlines.pageHeight(), this.breakpoint().preview.height)
      : this.breakpoint().preview.height,
  );
  /** Where each screen ends, in px of the page. */
  protected readonly folds = computed(() => {
    const screen = this.breakpoint().preview.height;
    return this.spread.unrolled()
      ? Array.from({ length: Math.floor((this.height() - 1) / screen) }, (_, index) => (index + 1) * screen)
      : [];
  });

  /** Draws a page whole, in the leaf's turn: the leaf worked in comes first. */
  private load(page: Page): void {
    this.overdue = false;
    this.awaited = true;
    this.pending = [];
    this.loads.next(page);
  }

  private canvasOf(page: Page): Observable<Canvas> {
    const site = this.session.site();
    if (!site) return EMPTY;
    const names = this.spread.leaves().map((leaf) => leaf.breakpoint.id);
    const others = names.filter((name) => name !== this.selection.active());
    return this.canvases.whole(site, page, this.addresses(site), others.indexOf(this.name) + 1);
  }

  private draw({ html, sheets }: Canvas): void {
    this.awaited = false;
    this.writer?.end();
    const top = this.view()?.scrollY ?? 0;
    this.painter?.load(html, sheets);
    this.leave.push(this.input.listen());
    this.leaves.redrawn(this.name);
    this.hide(this.editorOnly.hidden());
    this.hold(this.selection.all(), this.selection.state());
    this.view()?.scrollTo(0, top);
    this.takePending();
    this.outlines.soon();
  }

  private takeIn(change: PageChange): void {
    if (!this.painter) return;
    if (this.overdue || (change.edits === 'all' && this.writer?.isWriting)) this.overdue = true;
    else if (change.edits === 'all') this.load(change.after);
    else {
      this.pending.push(change);
      this.takePending();
    }
  }

  /** Patches in what changed, once the whole is drawn. */
  private takePending(): void {
    const site = this.session.site();
    if (!site || this.awaited) return;
    for (const change of this.pending) this.painter?.apply(this.canvases.patch(site, change, this.addresses(site)));
    this.pending = [];
    this.outlines.soon();
  }

  /** Draws what a part says as the page has it. */
  private redraw(part: string): void {
    const [site, page] = [this.session.site(), this.session.page()];
    if (!site || !page || !Object.hasOwn(page.parts, part)) return;
    const change: PageChange = {
      before: page,
      after: page,
      edits: [{ do: 'set', part, field: ['content', 'base', 'text'] }],
    };
    this.painter?.apply(this.canvases.patch(site, change, this.addresses(site)));
  }

  /** Draws what could not be drawn while somebody wrote. */
  private catchUp(): void {
    const page = this.session.page();
    if (this.overdue && page) this.load(page);
  }

  /** A box of the frame as a style of the layer drawn over it. */
  protected placed({ left, top, width, height }: Box): string {
    const scale = this.scaled();
    return `left:${left * scale}px;top:${top * scale}px;width:${width * scale}px;height:${height * scale}px`;
  }
}
