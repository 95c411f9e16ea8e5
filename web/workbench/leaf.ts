import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  OnDestroy,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import type { Subscription } from 'rxjs';
import type { Breakpoint } from '@core/document/breakpoint';
import { chain } from '@core/document/breakpoint';
import { styleEdit } from '@core/document/commands/style';
import { parentOf } from '@core/document/tree';
import { dropSays } from '@core/geometry/drop-target';
import type { Box } from '@core/geometry/box';
import { pileAt } from '@core/geometry/paint-order';
import type { Addresses } from '@core/compile/declarations';
import { compileCanvas, recompile } from '@core/compile/canvas';
import { kindOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { canvasAddresses } from '../services/addresses';
import type { Turn } from '../services/page-session';
import { Bench } from './bench';
import { Dragging, type Surface } from './dragging';
import { Keys } from './keys';
import { LeafHandles } from './leaf-handles';
import { LeafNotes } from './leaf-notes';
import { LeafPainter } from './leaf-painter';
import { LeafTravel } from './leaf-travel';
import { Leaves, type LeafView } from './leaves';
import { Marquee } from './marquee';
import { openAround } from './opening';
import { PinDrag } from './pin-drag';
import { ScrollStep } from './scroll-step';
import { Writer } from './writer';

interface Outline {
  readonly box: Box;
  readonly name: string;
}

/** One breakpoint's live page: a frame as wide as its screen, drawn to scale, worked on directly. */
@Component({
  selector: 'fold-leaf',
  imports: [LeafHandles, LeafNotes, LeafTravel],
  templateUrl: './leaf.html',
  styleUrl: './leaf.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Leaf implements OnDestroy, Surface, LeafView {
  readonly breakpoint = input.required<Breakpoint>();
  readonly scaled = input.required<number>();

  protected readonly bench = inject(Bench);
  private readonly dragging = inject(Dragging);
  private readonly keys = inject(Keys);
  private readonly scrollStep = inject(ScrollStep);
  private readonly leaves = inject(Leaves);
  private readonly pinDrag = inject(PinDrag);
  protected readonly marquee = new Marquee();
  private readonly frame = viewChild.required<ElementRef<HTMLIFrameElement>>('frame');

  protected readonly selectedBox = signal<Outline | undefined>(undefined);
  protected readonly alsoBoxes = signal<readonly Outline[]>([]);
  protected readonly hoverBox = signal<Outline | undefined>(undefined);
  protected readonly intoBox = signal<Box | undefined>(undefined);
  protected readonly mark = computed(() => {
    const landing = this.bench.landing();
    return landing?.where === this.name ? landing : undefined;
  });
  protected readonly into = computed(() => {
    const landing = this.mark();
    const page = this.bench.session.page();
    return landing && page && Object.hasOwn(page.parts, landing.drop.into) ? dropSays(page, landing.drop) : '';
  });

  private painter: LeafPainter | undefined;
  private writer: Writer | undefined;
  private turns: Subscription | undefined;
  private leave: (() => void)[] = [];
  private drawing = 0;
  private wasUnrolled = false;
  private lastPress = { x: 0, y: 0, time: 0, id: '' };
  /** One of several selected parts was pressed: a drag takes all along, a click selects it alone. */
  private keptPress: string | undefined;
  private tasted: readonly HTMLElement[] = [];

  constructor() {
    afterNextRender(() => this.open());
    effect(() => {
      this.bench.selected();
      this.bench.hover();
      this.mark();
      this.scaled();
      this.bench.also();
      this.outlineSoon();
    });
    effect(() => this.taste());
    effect(() => this.hide());
    effect(() => {
      this.bench.unrolled();
      this.breakpoint();
      untracked(() => {
        const page = this.bench.session.page();
        if (page && this.painter && (this.bench.unrolled() || this.wasUnrolled)) this.load(page);
        this.wasUnrolled = this.bench.unrolled();
      });
    });
    effect(() => this.hold());
    effect(() => {
      const part = this.bench.revealed()?.part;
      if (part !== undefined) requestAnimationFrame(() => this.reveal(part));
    });
    effect(() => {
      if (this.bench.writeRequest() > 0 && this.bench.active() === this.breakpoint().id) {
        const id = this.bench.selected()?.id;
        if (id !== undefined) this.writer?.begin(id);
      }
    });
  }

  get name(): string {
    return this.breakpoint().id;
  }

  ngOnDestroy(): void {
    this.writer?.end();
    this.turns?.unsubscribe();
    this.leave.forEach((end) => end());
    cancelAnimationFrame(this.drawing);
  }

  rect = (): DOMRect => {
    const rect = this.frame().nativeElement.getBoundingClientRect();
    const visible = this.frame().nativeElement.closest('.sheets')?.getBoundingClientRect();
    return visible
      ? new DOMRect(rect.left, rect.top, rect.width, Math.min(rect.bottom, visible.bottom) - rect.top)
      : rect;
  };
  scale = (): number => this.scaled();
  measure = (page: Page): ReturnType<LeafPainter['measure']> => this.painter?.measure(page) ?? [];
  scrollBy(y: number): void {
    this.view()?.scrollBy(0, y);
  }

  get document(): Document | undefined {
    return this.painter?.document;
  }
  element = (id: string): HTMLElement | null => this.painter?.element(id) ?? null;

  /** Shows dragged values where they will hold: in this leaf, if it inherits from the one they are dragged in. */
  private taste(): void {
    const taste = this.bench.foretaste();
    const site = this.bench.session.site();
    const page = this.bench.session.page();
    for (const element of this.tasted) element.removeAttribute('style');
    this.tasted = [];
    if (taste && site && page && chain(site.breakpoints, this.name).includes(taste.breakpoint)) {
      const nearer = chain(site.breakpoints, this.name);
      const above = nearer.slice(0, nearer.indexOf(taste.breakpoint));
      for (const [id, values] of taste.values) {
        const element = this.element(id);
        if (!element) continue;
        for (const [property, value] of Object.entries(values))
          if (!above.some((one) => page.parts[id]?.style[one]?.normal?.[property] !== undefined))
            element.style.setProperty(property, value ?? '');
        this.tasted = [...this.tasted, element];
      }
    }
    this.outlineSoon();
  }

  /** Shows the selection in the state that is worked on. */
  private hold(): void {
    const [held, state] = [this.bench.chosen(), this.bench.state()]; // read first: an effect hears only of what it has read
    this.painter?.hold(held, state);
    if (this.document) openAround(this.document, held.map(this.element), state);
    this.outlineSoon();
  }

  /** Takes parts out of sight, in the editor alone. */
  private hide(): void {
    const unseen = this.bench.unseen();
    const document = this.painter?.document;
    if (!document?.head) return;
    const style =
      document.getElementById('fold-unseen') ??
      document.head.appendChild(Object.assign(document.createElement('style'), { id: 'fold-unseen' }));
    style.textContent = [...unseen]
      .map((id) => `[data-part="${CSS.escape(id)}"]{visibility:hidden!important}`)
      .join('');
  }

  /** Scrolls this leaf, and nothing around it, until a part is in view. */
  private reveal(part: string): void {
    const [view, box] = [this.view(), this.painter?.element(part)?.getBoundingClientRect()];
    if (view && box && (box.top < 0 || box.bottom > view.innerHeight))
      view.scrollBy(0, box.top - Math.max(0, Math.min(80, view.innerHeight - box.height)));
  }

  private view(): Window | null {
    return this.frame().nativeElement.contentWindow;
  }

  private open(): void {
    const document = this.frame().nativeElement.contentDocument;
    const page = this.bench.session.page();
    const site = this.bench.session.site();
    if (!document || !page || !site) return;
    this.painter = new LeafPainter(document);
    this.writer = new Writer(this.painter, this.bench, this.name);
    this.load(page);
    this.turns = this.bench.session.turns.subscribe((turn) => this.turn(turn));
    this.leave.push(this.dragging.register(this), this.leaves.register(this));
    this.hide();
  }

  private addresses(site: Site): Addresses {
    const { preview } = this.breakpoint();
    return { ...canvasAddresses(site.id), ...(this.bench.unrolled() && { unrolled: preview }) };
  }

  /** The page's own height while it is unrolled, else its screen's. */
  protected readonly pageHeight = signal(0);
  protected readonly height = computed(() =>
    this.bench.unrolled()
      ? Math.max(this.pageHeight(), this.breakpoint().preview.height)
      : this.breakpoint().preview.height,
  );
  /** Where each screen ends, in px of the page. */
  protected readonly folds = computed(() => {
    const screen = this.breakpoint().preview.height;
    return this.bench.unrolled()
      ? Array.from({ length: Math.floor((this.height() - 1) / screen) }, (_, index) => (index + 1) * screen)
      : [];
  });

  private load(page: Page): void {
    const site = this.bench.session.site();
    if (!site || !this.painter) return;
    const { html, sheets } = compileCanvas(site, page, this.addresses(site));
    const top = this.view()?.scrollY ?? 0;
    this.painter.load(html, sheets);
    this.listen();
    this.hide();
    this.hold();
    this.view()?.scrollTo(0, top);
    this.outlineSoon();
  }

  private turn({ before, after, edits }: Turn): void {
    const site = this.bench.session.site();
    if (!site || !this.painter) return;
    if (edits === 'all') this.load(after);
    else this.painter.apply(recompile(site, before, after, edits, this.addresses(site)));
    this.outlineSoon();
  }

  /** The frame runs no script of its own; what happens in it is heard from here. A document written anew needs listeners anew. */
  private listen(): void {
    const document = this.painter?.document;
    if (!document) return;
    const on = <K extends keyof DocumentEventMap>(name: K, heard: (event: DocumentEventMap[K]) => void): void =>
      document.addEventListener(name, heard, name === 'load' ? true : { passive: false });
    on('pointerdown', (event) => this.pressed(event));
    on('mousedown', (event) => this.writer?.holds(event.target) || event.preventDefault());
    on('pointermove', (event) => this.moved(event));
    on('pointerup', (event) => this.lifted(event));
    on('contextmenu', (event) => this.menu(event));
    on('keyup', (event) => event.key === 'Alt' && this.bench.measuring.set(false));
    for (const name of ['copy', 'cut', 'paste'] as const) on(name, (event) => this.clipped(event));
    on('pointerleave', () => this.away());
    on('click', (event) => event.preventDefault());
    on('submit', (event) => event.preventDefault());
    on('dragstart', (event) => event.preventDefault());
    on('dblclick', (event) => this.writeAt(event));
    on('keydown', (event) => this.keyed(event));
    document.addEventListener('load', () => this.outlineSoon(), true);
    const scrolled = (event: Event): void => {
      this.outlineSoon();
      const page = this.bench.session.page();
      if (page && event.target === document) this.scrollStep.scrolled(this.name, page); // a part that scrolls inside leads no other leaf
    };
    document.addEventListener('scroll', scrolled, true);
    document.defaultView?.addEventListener('resize', () => this.outlineSoon());
    this.leave.push(this.scrollStep.register(this.name, this.painter!));
  }

  /** The part a press means: locked parts are passed by. */
  private meant(target: EventTarget | null): string | undefined {
    const page = this.bench.session.page();
    let id = this.painter?.partAt(target);
    while (page && id !== undefined && id !== page.root && this.bench.locked().has(id)) id = parentOf(page, id);
    return id;
  }

  /** Whoever comes back to a spot means what lies on top again. */
  private away(): void {
    this.bench.hover.set(undefined);
    this.lastPress = { x: -99, y: -99, time: 0, id: '' };
  }

  private pressed(event: PointerEvent): void {
    this.scrollStep.lead(this.name);
    if (event.button !== 0 || this.writer?.holds(event.target)) return;
    this.writer?.end();
    this.view()?.focus();
    const page = this.bench.session.page();
    const id = this.meant(event.target);
    if (!page) return;
    if (event.shiftKey) return this.marquee.begin({ x: event.clientX, y: event.clientY });
    const again =
      Math.hypot(event.clientX - this.lastPress.x, event.clientY - this.lastPress.y) < 3 &&
      event.timeStamp - this.lastPress.time > 420;
    this.lastPress = {
      x: event.clientX,
      y: event.clientY,
      time: event.timeStamp,
      id: again ? (this.bench.selection() ?? '') : '',
    };
    const kept = this.bench.chosen().length > 1 && id !== undefined && this.bench.chosen().includes(id);
    this.keptPress = kept ? id : undefined;
    if (!again && !kept) this.bench.select(id, this.name);
    const held = again ? this.bench.selection() : id;
    if (held === undefined || held === page.root) return;
    if (this.pinDrag.press(this.name, held, this.windowPoint(event), this.scaled())) return;
    this.dragging.press({ part: held }, this.windowPoint(event), kept ? this.bench.chosen() : undefined);
  }

  private lifted(event: PointerEvent): void {
    const swept = this.marquee.end();
    if (swept) this.sweep(event, swept);
    const pinned = this.pinDrag.release();
    const dropped = this.dragging.release();
    if (this.keptPress !== undefined && !dropped && !pinned) this.bench.select(this.keptPress, this.name);
    this.keptPress = undefined;
    const under = this.lastPress.id;
    this.lastPress = { ...this.lastPress, id: '' };
    if (under !== '' && !pinned && !dropped && !swept) this.goUnder(under, event);
  }

  /** A second click at the same spot reaches what lies underneath. */
  private goUnder(id: string, event: PointerEvent): void {
    const page = this.leaves.whole(this.name);
    const pile = page
      ? pileAt(page, { x: event.clientX, y: event.clientY }).filter((one) => !this.bench.locked().has(one))
      : [];
    const next = pile[(pile.indexOf(id) + 1) % Math.max(pile.length, 1)];
    if (next !== undefined) this.bench.select(next, this.name);
  }

  /** A click with Shift adds to the selection; a sweep selects what it touches: the widgets, or the boxes that lie in it whole. */
  private sweep(event: PointerEvent, swept: Box): void {
    const page = this.leaves.whole(this.name);
    const id = this.meant(event.target);
    if (swept.width < 4 && swept.height < 4) {
      if (id !== undefined) this.bench.toggleSelected(id, this.name);
      return;
    }
    if (page)
      this.bench.selectAll(
        this.marquee.touched(page, swept).filter((one) => !this.bench.locked().has(one)),
        this.name,
      );
    this.outlineSoon();
  }

  private menu(event: MouseEvent): void {
    if (this.writer?.holds(event.target)) return;
    event.preventDefault();
    const id = this.meant(event.target);
    if (id !== undefined && !this.bench.chosen().includes(id)) this.bench.select(id, this.name);
    const page = this.leaves.whole(this.name);
    const rect = this.frame().nativeElement.getBoundingClientRect();
    this.bench.menuAt.set({
      x: rect.left + event.clientX * this.scaled(),
      y: rect.top + event.clientY * this.scaled(),
      pile: page ? pileAt(page, { x: event.clientX, y: event.clientY }) : [],
    });
  }

  private clipped(event: ClipboardEvent): void {
    if (!this.writer?.isWriting) this.bench.clipped.next(event);
  }

  private moved(event: PointerEvent): void {
    this.scrollStep.lead(this.name);
    if (event.buttons === 1 && this.marquee.move({ x: event.clientX, y: event.clientY })) return;
    if (event.buttons === 1 && !this.writer?.isWriting && this.pinDrag.move(this.windowPoint(event), event.shiftKey))
      return;
    if (event.buttons === 1 && !this.writer?.isWriting && this.dragging.move(this.windowPoint(event))) return;
    if (event.buttons !== 0) return;
    this.bench.measuring.set(event.altKey);
    const part = this.meant(event.target);
    const known = this.bench.hover();
    if (known?.part === part && known?.breakpoint === this.name) return;
    this.bench.hover.set(part === undefined ? undefined : { part, breakpoint: this.name });
  }

  private writeAt(event: MouseEvent): void {
    if (this.writer?.holds(event.target)) return;
    const id = this.painter?.partAt(event.target);
    if (id !== undefined) this.writer?.begin(id);
  }

  private keyed(event: KeyboardEvent): void {
    if (this.writer?.keyed(event)) return;
    if (event.key === 'Alt') this.bench.measuring.set(true);
    if (this.nudge(event)) return;
    this.keys.handle(event);
  }

  /** Arrow keys move a pinned part by a px, with Shift by ten. */
  private nudge(event: KeyboardEvent): boolean {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    const id = this.bench.selected()?.id;
    if (!way || id === undefined || event.altKey || event.ctrlKey || event.metaKey) return false;
    const step = event.shiftKey ? 10 : 1;
    const values = this.pinDrag.moved(this.name, id, { x: way[0]! * step, y: way[1]! * step });
    if (!values) return false;
    event.preventDefault();
    this.bench.attempt(
      () =>
        Object.entries(values).map(([property, value]) =>
          styleEdit(id, this.name, this.bench.state(), property, value),
        ),
      `${id} nudge`,
    );
    return true;
  }

  private windowPoint(event: PointerEvent): { x: number; y: number } {
    const rect = this.frame().nativeElement.getBoundingClientRect();
    return { x: rect.left + event.clientX * this.scaled(), y: rect.top + event.clientY * this.scaled() };
  }

  private outlineSoon(): void {
    cancelAnimationFrame(this.drawing);
    this.drawing = requestAnimationFrame(() => {
      this.outline();
      this.leaves.changed(this.name);
    });
  }

  private outline(): void {
    const body = this.painter?.document.body;
    if (this.bench.unrolled() && body)
      this.pageHeight.set(
        Math.min(Math.ceil(body.getBoundingClientRect().bottom + (this.view()?.scrollY ?? 0)), 60_000),
      );
    const page = this.bench.session.page();
    const chosen = this.bench.selected();
    const hover = this.bench.hover();
    this.selectedBox.set(page && chosen && chosen.id !== page.root ? this.outlineOf(page, chosen.id) : undefined);
    this.hoverBox.set(
      page && hover && hover.breakpoint === this.name && hover.part !== chosen?.id && hover.part !== page.root
        ? this.outlineOf(page, hover.part)
        : undefined,
    );
    this.alsoBoxes.set(
      page ? this.bench.chosen().flatMap((id) => (id === chosen?.id ? [] : (this.outlineOf(page, id) ?? []))) : [],
    );
    const into = this.mark()?.drop.into;
    this.intoBox.set(page && into !== undefined ? this.outlineOf(page, into)?.box : undefined);
  }

  private outlineOf(page: Page, id: string): Outline | undefined {
    const part = page.parts[id];
    const element = this.painter?.element(id);
    if (!part || !element) return undefined;
    const { left, top, width, height } = element.getBoundingClientRect();
    if (width === 0 && height === 0) return undefined;
    return {
      box: { left, top, width, height },
      name: `${part.name ? `${part.name} · ` : ''}${kindOf(part.kind).word.toLowerCase()}  ${Math.round(width)} × ${Math.round(height)}`,
    };
  }

  /** A box of the frame as a style of the layer drawn over it. */
  protected placed({ left, top, width, height }: Box): string {
    const scale = this.scaled();
    return `left:${left * scale}px;top:${top * scale}px;width:${width * scale}px;height:${height * scale}px`;
  }
}
