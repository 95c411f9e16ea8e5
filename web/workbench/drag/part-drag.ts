import { inject, Injectable } from '@angular/core';
import { dropTarget, type Drop } from '@core/document/commands/drop-target';
import type { Laid, Point } from '@core/geometry/box';
import type { Page } from '@core/document/page';
import { idOfThing, kindOfThing, type Thing } from '@core/document/commands/thing';
import { nameOf } from '@core/document/kinds/registry';
import { PageSession } from '../../services/page-session';
import { DragState } from '../state/drag-state';
import { Commands } from '../commands/commands';

/** A surface one can drop on: a leaf or the outline. */
export interface Surface {
  readonly name: string;
  /** Its place in the editor's window. */
  rect(): DOMRect;
  /** Window px for each px of its own. */
  scale(): number;
  measure(page: Page): Laid[];
  /** Scrolls by px of its own when a drag comes near its edge. */
  scrollBy(y: number): void;
}

const threshold = 5;

/** Drags, from wherever they begin: the drawer, the outline or a leaf. Points are px of the editor's window. */
@Injectable()
export class Dragging {
  private readonly session = inject(PageSession);
  private readonly dragState = inject(DragState);
  private readonly commands = inject(Commands);
  private readonly surfaces = new Set<Surface>();
  private thing: Thing | undefined;
  private others: readonly string[] = [];
  private start: Point | undefined;
  private measured: { surface: Surface; laid: Laid[] } | undefined;
  private scrolling = 0;
  private last: Point | undefined;

  register(surface: Surface): () => void {
    this.surfaces.add(surface);
    return () => this.surfaces.delete(surface);
  }

  /** A press on something that may become a drag; with `all`, everything selected goes along. */
  press(thing: Thing, point: Point, all?: readonly string[]): void {
    this.thing = thing;
    this.others = all ?? [];
    this.start = point;
  }

  /** Whether a drag is under way after this movement. */
  move(point: Point): boolean {
    if (!this.thing || !this.start) return false;
    if (!this.dragState.dragged() && Math.hypot(point.x - this.start.x, point.y - this.start.y) < threshold)
      return false;
    const page = this.session.page();
    if (!page) return false;
    if (!this.dragState.dragged()) this.begin(page, this.thing);
    this.last = point;
    this.look(page, this.thing, point);
    this.scrollAtEdge(point);
    return true;
  }

  /** Ends the press: drops when something was dragged over a place that takes it. */
  release(): boolean {
    const landing = this.dragState.landing();
    const dragged = this.dragState.dragged() !== undefined;
    const thing = this.thing;
    const others = this.others;
    this.cancel();
    if (dragged && landing && thing) {
      if (others.length > 1) this.commands.putAll(others, landing.drop.target);
      else this.commands.put(thing, landing.drop.target);
    }
    return dragged;
  }

  cancel(): void {
    this.thing = undefined;
    this.start = undefined;
    this.measured = undefined;
    this.last = undefined;
    cancelAnimationFrame(this.scrolling);
    this.scrolling = 0;
    this.dragState.dragged.set(undefined);
    this.dragState.landing.set(undefined);
    document.body.classList.remove('dragging');
  }

  private begin(page: Page, thing: Thing): void {
    const part = 'part' in thing ? page.parts[thing.part] : thing.parts[idOfThing(thing)];
    this.dragState.dragged.set(
      this.others.length > 1 ? `${this.others.length} parts` : part ? nameOf(part) : kindOfThing(page, thing),
    );
    document.body.classList.add('dragging');
  }

  private surfaceAt(point: Point): Surface | undefined {
    return [...this.surfaces].find((surface) => {
      const rect = surface.rect();
      return point.x >= rect.left && point.x < rect.right && point.y >= rect.top && point.y < rect.bottom;
    });
  }

  private look(page: Page, thing: Thing, point: Point): void {
    const surface = this.surfaceAt(point);
    if (!surface) return this.dragState.landing.set(undefined);
    if (this.measured?.surface !== surface) this.measured = { surface, laid: surface.measure(page) };
    const rect = surface.rect();
    const own = { x: (point.x - rect.left) / surface.scale(), y: (point.y - rect.top) / surface.scale() };
    const drop: Drop | undefined = dropTarget(
      page,
      this.measured.laid,
      own,
      thing,
      surface.name === 'outline' ? '' : surface.name,
    );
    this.dragState.landing.set(drop && { where: surface.name, drop });
  }

  private scrollAtEdge(point: Point): void {
    const surface = this.surfaceAt(point);
    const rect = surface?.rect();
    const way = rect && point.y < rect.top + 28 ? -1 : rect && point.y > rect.bottom - 28 ? 1 : 0;
    cancelAnimationFrame(this.scrolling);
    if (!surface || way === 0) return;
    const tick = (): void => {
      surface.scrollBy(way * 14);
      this.measured = undefined;
      const page = this.session.page();
      if (page && this.thing && this.last) this.look(page, this.thing, this.last);
      this.scrolling = requestAnimationFrame(tick);
    };
    this.scrolling = requestAnimationFrame(tick);
  }
}
