import { afterNextRender, ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, input, OnDestroy, signal, viewChild } from '@angular/core';
import type { Subscription } from 'rxjs';
import type { Breakpoint } from '@core/document/breakpoint';
import type { Box } from '@core/geometry/box';
import { compileCanvas, recompile } from '@core/compile/canvas';
import { nameOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import { canvasAddresses } from '../services/addresses';
import type { Turn } from '../services/page-session';
import { Bench } from './bench';
import { Dragging, type Surface } from './dragging';
import { Keys } from './keys';
import { LeafPainter } from './leaf-painter';
import { ScrollStep } from './scroll-step';
import { Writer } from './writer';

interface Outline {
  readonly box: Box;
  readonly name: string;
}

/** One breakpoint's live page: a frame as wide as its screen, drawn to scale, worked on directly. */
@Component({
  selector: 'fold-leaf',
  templateUrl: './leaf.html',
  styleUrl: './leaf.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Leaf implements OnDestroy, Surface {
  readonly breakpoint = input.required<Breakpoint>();
  readonly scaled = input.required<number>();

  protected readonly bench = inject(Bench);
  private readonly dragging = inject(Dragging);
  private readonly keys = inject(Keys);
  private readonly scrollStep = inject(ScrollStep);
  private readonly frame = viewChild.required<ElementRef<HTMLIFrameElement>>('frame');

  protected readonly selectedBox = signal<Outline | undefined>(undefined);
  protected readonly hoverBox = signal<Outline | undefined>(undefined);
  protected readonly intoBox = signal<Box | undefined>(undefined);
  protected readonly mark = computed(() => {
    const landing = this.bench.landing();
    return landing?.where === this.name ? landing : undefined;
  });
  protected readonly into = computed(() => {
    const landing = this.mark();
    const page = this.bench.session.page();
    const part = landing && page?.parts[landing.drop.into];
    return part ? `${landing.drop.target.where === 'beside' ? 'beside, in' : 'into'} ${nameOf(part)}` : '';
  });

  private painter: LeafPainter | undefined;
  private writer: Writer | undefined;
  private turns: Subscription | undefined;
  private leave: (() => void)[] = [];
  private drawing = 0;

  constructor() {
    afterNextRender(() => this.open());
    effect(() => {
      this.bench.selected();
      this.bench.hover();
      this.mark();
      this.scaled();
      this.outlineSoon();
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
    return visible ? new DOMRect(rect.left, rect.top, rect.width, Math.min(rect.bottom, visible.bottom) - rect.top) : rect;
  };
  scale = (): number => this.scaled();
  measure = (page: Page): ReturnType<LeafPainter['measure']> => this.painter?.measure(page) ?? [];
  scrollBy(y: number): void {
    this.view()?.scrollBy(0, y);
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
    this.leave.push(this.dragging.register(this));
  }

  private load(page: Page): void {
    const site = this.bench.session.site();
    if (!site || !this.painter) return;
    const { html, sheets } = compileCanvas(site, page, canvasAddresses(site.id));
    const top = this.view()?.scrollY ?? 0;
    this.painter.load(html, sheets);
    this.listen();
    this.view()?.scrollTo(0, top);
    this.outlineSoon();
  }

  private turn({ before, after, edits }: Turn): void {
    const site = this.bench.session.site();
    if (!site || !this.painter) return;
    if (edits === 'all') this.load(after);
    else this.painter.apply(recompile(site, before, after, edits, canvasAddresses(site.id)));
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
    on('pointerup', () => this.dragging.release());
    on('pointerleave', () => this.bench.hover.set(undefined));
    on('click', (event) => event.preventDefault());
    on('submit', (event) => event.preventDefault());
    on('dragstart', (event) => event.preventDefault());
    on('dblclick', (event) => this.writeAt(event));
    on('keydown', (event) => this.keyed(event));
    document.addEventListener('load', () => this.outlineSoon(), true);
    document.addEventListener('scroll', () => {
      this.outlineSoon();
      const page = this.bench.session.page();
      if (page) this.scrollStep.scrolled(this.name, page);
    });
    document.defaultView?.addEventListener('resize', () => this.outlineSoon());
    this.leave.push(this.scrollStep.register(this.name, this.painter!));
  }

  private pressed(event: PointerEvent): void {
    this.scrollStep.lead(this.name);
    if (event.button !== 0 || this.writer?.holds(event.target)) return;
    this.writer?.end();
    this.view()?.focus();
    const id = this.painter?.partAt(event.target);
    this.bench.select(id, this.name);
    if (id !== undefined && id !== this.bench.session.page()?.root) this.dragging.press({ part: id }, this.windowPoint(event));
  }

  private moved(event: PointerEvent): void {
    this.scrollStep.lead(this.name);
    if (event.buttons === 1 && !this.writer?.isWriting && this.dragging.move(this.windowPoint(event))) return;
    if (event.buttons !== 0) return;
    const part = this.painter?.partAt(event.target);
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
    this.keys.handle(event);
  }

  private windowPoint(event: PointerEvent): { x: number; y: number } {
    const rect = this.frame().nativeElement.getBoundingClientRect();
    return { x: rect.left + event.clientX * this.scaled(), y: rect.top + event.clientY * this.scaled() };
  }

  private outlineSoon(): void {
    cancelAnimationFrame(this.drawing);
    this.drawing = requestAnimationFrame(() => this.outline());
  }

  private outline(): void {
    const page = this.bench.session.page();
    const chosen = this.bench.selected();
    const hover = this.bench.hover();
    this.selectedBox.set(page && chosen && chosen.id !== page.root ? this.outlineOf(page, chosen.id) : undefined);
    this.hoverBox.set(page && hover && hover.breakpoint === this.name && hover.part !== chosen?.id && hover.part !== page.root ? this.outlineOf(page, hover.part) : undefined);
    const into = this.mark()?.drop.into;
    this.intoBox.set(page && into !== undefined ? this.outlineOf(page, into)?.box : undefined);
  }

  private outlineOf(page: Page, id: string): Outline | undefined {
    const part = page.parts[id];
    const element = this.painter?.element(id);
    if (!part || !element) return undefined;
    const { left, top, width, height } = element.getBoundingClientRect();
    if (width === 0 && height === 0) return undefined;
    return { box: { left, top, width, height }, name: `${nameOf(part)}  ${Math.round(width)} × ${Math.round(height)}` };
  }

  /** A box of the frame as a style of the layer drawn over it. */
  protected placed({ left, top, width, height }: Box): string {
    const scale = this.scaled();
    return `left:${left * scale}px;top:${top * scale}px;width:${width * scale}px;height:${height * scale}px`;
  }
}
