import { inject, Injectable } from '@angular/core';
import { styleEdit } from '@core/document/commands/style';
import { parentOf } from '@core/document/tree';
import type { Box } from '@core/geometry/box';
import { pileAt } from '@core/geometry/paint-order';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { DragState } from '../state/drag-state';
import { EditorOnly } from '../state/editor-only';
import { Requests } from '../state/requests';
import { Commands } from '../commands/commands';
import { Dragging } from '../drag/part-drag';
import { Keys } from '../commands/keys';
import { Leaves } from '../state/leaves';
import { Marquee } from '../drag/marquee';
import { PinDrag } from '../drag/pin-drag';
import { ScrollStep } from '../canvas/scroll-sync';
import type { LeafFrame } from './leaf-frame';
import type { Outlines } from './outlines';

/**
 * What mouse and keys do in a leaf: select, sweep, drag, write, scroll, open the menu. Provided by each leaf for
 * itself.
 */
@Injectable()
export class LeafInput {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly dragState = inject(DragState);
  private readonly editorOnly = inject(EditorOnly);
  private readonly requests = inject(Requests);
  private readonly commands = inject(Commands);
  private readonly dragging = inject(Dragging);
  private readonly keys = inject(Keys);
  private readonly scrollStep = inject(ScrollStep);
  private readonly leaves = inject(Leaves);
  private readonly pinDrag = inject(PinDrag);
  readonly marquee = new Marquee();
  private leaf!: LeafFrame;
  private outlines!: Outlines;
  private lastPress = { x: 0, y: 0, time: 0, id: '' };
  /** One of several selected parts was pressed: a drag takes all along, a click selects it alone. */
  private keptPress: string | undefined;

  /** Says whose input it is, once, before anything is heard. */
  of(leaf: LeafFrame, outlines: Outlines): void {
    this.leaf = leaf;
    this.outlines = outlines;
  }

  /**
   * The frame runs no script of its own; what happens in it is heard from here. A document written anew needs
   * listeners anew.
   */
  listen(): () => void {
    const document = this.leaf.painter?.document;
    if (!document) return () => undefined;
    const on = <K extends keyof DocumentEventMap>(name: K, heard: (event: DocumentEventMap[K]) => void): void =>
      document.addEventListener(name, heard, name === 'load' ? true : { passive: false });
    on('pointerdown', (event) => this.pressed(event));
    on('mousedown', (event) => this.leaf.writer?.holds(event.target) || event.preventDefault());
    on('pointermove', (event) => this.moved(event));
    on('pointerup', (event) => this.lifted(event));
    on('contextmenu', (event) => this.menu(event));
    on('keyup', (event) => event.key === 'Alt' && this.dragState.distances.set(false));
    for (const name of ['copy', 'cut', 'paste'] as const) on(name, (event) => this.clipped(event));
    on('pointerleave', () => this.away());
    on('click', (event) => event.preventDefault());
    on('submit', (event) => event.preventDefault());
    on('dragstart', (event) => event.preventDefault());
    on('dblclick', (event) => this.writeAt(event));
    on('keydown', (event) => this.keyed(event));
    document.addEventListener('load', () => this.outlines.soon(), true);
    const scrolled = (event: Event): void => {
      this.outlines.soon();
      const page = this.session.page();
      // a part that scrolls inside leads no other leaf
      if (page && event.target === document) this.scrollStep.scrolled(this.leaf.name, page);
    };
    document.addEventListener('scroll', scrolled, true);
    document.defaultView?.addEventListener('resize', () => this.outlines.soon());
    return this.scrollStep.register(this.leaf.name, this.leaf.painter!);
  }

  /** The part a press means: locked parts are passed by. */
  private meant(target: EventTarget | null): string | undefined {
    const page = this.session.page();
    let id = this.leaf.painter?.partAt(target);
    while (page && id !== undefined && id !== page.root && this.editorOnly.locked().has(id)) id = parentOf(page, id);
    return id;
  }

  /** Whoever comes back to a spot means what lies on top again. */
  private away(): void {
    this.dragState.hover.set(undefined);
    this.lastPress = { x: -99, y: -99, time: 0, id: '' };
  }

  private pressed(event: PointerEvent): void {
    this.scrollStep.lead(this.leaf.name);
    if (event.button !== 0 || this.leaf.writer?.holds(event.target)) return;
    this.leaf.writer?.end();
    this.leaf.view()?.focus();
    const page = this.session.page();
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
      id: again ? (this.selection.id() ?? '') : '',
    };
    const kept = this.selection.all().length > 1 && id !== undefined && this.selection.all().includes(id);
    this.keptPress = kept ? id : undefined;
    if (!again && !kept) this.selection.select(id, this.leaf.name);
    const held = again ? this.selection.id() : id;
    if (held === undefined || held === page.root) return;
    if (this.pinDrag.press(this.leaf.name, held, this.windowPoint(event), this.leaf.scale())) return;
    this.dragging.press({ part: held }, this.windowPoint(event), kept ? this.selection.all() : undefined);
  }

  private lifted(event: PointerEvent): void {
    const swept = this.marquee.end();
    if (swept) this.sweep(event, swept);
    const pinned = this.pinDrag.release();
    const dropped = this.dragging.release();
    if (this.keptPress !== undefined && !dropped && !pinned) this.selection.select(this.keptPress, this.leaf.name);
    this.keptPress = undefined;
    const under = this.lastPress.id;
    this.lastPress = { ...this.lastPress, id: '' };
    if (under !== '' && !pinned && !dropped && !swept) this.goUnder(under, event);
  }

  /** A second click at the same spot reaches what lies underneath. */
  private goUnder(id: string, event: PointerEvent): void {
    const point = { x: event.clientX, y: event.clientY };
    const page = this.leaves.at(this.leaf.name, point);
    const pile = page ? pileAt(page, point).filter((one) => !this.editorOnly.locked().has(one)) : [];
    const next = pile[(pile.indexOf(id) + 1) % Math.max(pile.length, 1)];
    if (next !== undefined) this.selection.select(next, this.leaf.name);
  }

  /**
   * A click with Shift adds to the selection; a sweep selects what it touches: the widgets, or the boxes that lie in
   * it whole.
   */
  private sweep(event: PointerEvent, swept: Box): void {
    const id = this.meant(event.target);
    if (swept.width < 4 && swept.height < 4) {
      if (id !== undefined) this.selection.toggle(id, this.leaf.name);
      return;
    }
    const page = this.leaves.whole(this.leaf.name);
    if (page)
      this.selection.selectAll(
        this.marquee.touched(page, swept).filter((one) => !this.editorOnly.locked().has(one)),
        this.leaf.name,
      );
    this.outlines.soon();
  }

  private menu(event: MouseEvent): void {
    if (this.leaf.writer?.holds(event.target)) return;
    event.preventDefault();
    const id = this.meant(event.target);
    if (id !== undefined && !this.selection.all().includes(id)) this.selection.select(id, this.leaf.name);
    const point = { x: event.clientX, y: event.clientY };
    const page = this.leaves.at(this.leaf.name, point);
    const rect = this.leaf.place();
    this.requests.menus.next({
      x: rect.left + event.clientX * this.leaf.scale(),
      y: rect.top + event.clientY * this.leaf.scale(),
      pile: page ? pileAt(page, point) : [],
    });
  }

  private clipped(event: ClipboardEvent): void {
    if (!this.leaf.writer?.isWriting) this.requests.clips.next(event);
  }

  private moved(event: PointerEvent): void {
    this.scrollStep.lead(this.leaf.name);
    if (event.buttons === 1 && this.marquee.move({ x: event.clientX, y: event.clientY })) return;
    if (
      event.buttons === 1 &&
      !this.leaf.writer?.isWriting &&
      this.pinDrag.move(this.windowPoint(event), event.shiftKey)
    )
      return;
    if (event.buttons === 1 && !this.leaf.writer?.isWriting && this.dragging.move(this.windowPoint(event))) return;
    if (event.buttons !== 0) return;
    this.dragState.distances.set(event.altKey);
    const part = this.meant(event.target);
    const known = this.dragState.hover();
    if (known?.part === part && known?.breakpoint === this.leaf.name) return;
    this.dragState.hover.set(part === undefined ? undefined : { part, breakpoint: this.leaf.name });
  }

  private writeAt(event: MouseEvent): void {
    if (this.leaf.writer?.holds(event.target)) return;
    const id = this.leaf.painter?.partAt(event.target);
    if (id !== undefined && this.leaf.mayWrite()) this.leaf.writer?.begin(id, { x: event.clientX, y: event.clientY });
  }

  private keyed(event: KeyboardEvent): void {
    if (this.leaf.writer?.keyed(event)) return;
    if (event.key === 'Alt') this.dragState.distances.set(true);
    if (this.nudge(event)) return;
    this.keys.handle(event);
  }

  /** Arrow keys move a pinned part by a px, with Shift by ten. */
  private nudge(event: KeyboardEvent): boolean {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    const id = this.selection.selected()?.id;
    if (!way || id === undefined || event.altKey || event.ctrlKey || event.metaKey) return false;
    const step = event.shiftKey ? 10 : 1;
    const values = this.pinDrag.moved(this.leaf.name, id, { x: way[0]! * step, y: way[1]! * step });
    if (!values) return false;
    event.preventDefault();
    this.commands.attempt(
      () =>
        Object.entries(values).map(([property, value]) =>
          styleEdit(id, this.leaf.name, this.selection.state(), property, value),
        ),
      `${id} nudge`,
    );
    return true;
  }

  private windowPoint(event: PointerEvent): { x: number; y: number } {
    const rect = this.leaf.place();
    return { x: rect.left + event.clientX * this.leaf.scale(), y: rect.top + event.clientY * this.leaf.scale() };
  }
}
