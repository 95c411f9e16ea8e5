import { inject, Injectable, signal, type WritableSignal } from '@angular/core';
import { pathTo } from '@core/document/tree';
import { containingBlock } from '@core/geometry/containing-block';
import { contentBox, type MeasuredPage } from '@core/geometry/measured';
import type { Box, Point } from '@core/geometry/box';
import { unitOf, type Basis, type LengthUnit } from '@core/geometry/units';
import { measureElement, measurePage, measuring, naturalBoxes, partsAt } from '../canvas/measuring';
import { inUnit, pxInUnit } from '../canvas/px-in-unit';
import type { Rests } from '../canvas/rests';
import { PageSession } from '../../services/page-session';

/** A leaf as others may ask it: its document, the elements of its parts, its scale. */
export interface LeafView {
  readonly name: string;
  readonly document: Document | undefined;
  element(id: string): HTMLElement | null;
  scale(): number;
}

const downward = /^(top|bottom|height|min-height|max-height)$/;

/** The open leaves, and what is measured in them, anew whenever one of them changed. */
@Injectable()
export class Leaves {
  private readonly session = inject(PageSession);
  private readonly views = new Map<string, LeafView>();
  private readonly kept = new Map<string, { readonly version: number; readonly page: MeasuredPage }>();
  /** How often each leaf was drawn anew, scrolled or resized. */
  private readonly structures = new Map<string, WritableSignal<number>>();
  private readonly versions = new Map<string, WritableSignal<number>>();

  register(view: LeafView): () => void {
    this.views.set(view.name, view);
    this.redrawn(view.name);
    return () => {
      if (this.views.get(view.name) === view) this.views.delete(view.name);
    };
  }

  /** Grows whenever the leaf changed: whoever reads it is computed anew then. */
  version(breakpoint: string): number {
    let known = this.versions.get(breakpoint);
    if (!known) this.versions.set(breakpoint, (known = signal(0)));
    return known();
  }

  changed(breakpoint: string): void {
    this.version(breakpoint);
    this.versions.get(breakpoint)?.update((count) => count + 1);
  }

  /** Grows when the leaf is written anew, and not while it is scrolled. */
  structure(breakpoint: string): number {
    let known = this.structures.get(breakpoint);
    if (!known) this.structures.set(breakpoint, (known = signal(0)));
    return known();
  }

  /** Tells that a leaf was written anew. */
  redrawn(breakpoint: string): void {
    this.structure(breakpoint);
    this.structures.get(breakpoint)?.update((count) => count + 1);
  }

  view = (breakpoint: string): LeafView | undefined => this.views.get(breakpoint);

  private once(breakpoint: string, key: string, measure: () => MeasuredPage): MeasuredPage {
    const version = this.version(breakpoint);
    const known = this.kept.get(key);
    if (known?.version === version) return known.page;
    if (this.kept.size > 60) this.kept.clear();
    const page = measure();
    this.kept.set(key, { version, page });
    return page;
  }

  /** All parts of a leaf as measured, or nothing while the leaf is folded. */
  whole(breakpoint: string): MeasuredPage | undefined {
    const document = this.view(breakpoint)?.document;
    return document && this.once(breakpoint, breakpoint, () => measurePage(document));
  }

  /** The same, measured in slices with rests between; begun anew when the leaf changed meanwhile. */
  async wholeCalmly(breakpoint: string, rests: Rests): Promise<MeasuredPage | undefined> {
    let known: { version: number; document: Document; steps: Generator<undefined, MeasuredPage> } | undefined;
    for (;;) {
      const document = this.view(breakpoint)?.document;
      const version = this.version(breakpoint);
      const kept = this.kept.get(breakpoint);
      if (!document || kept?.version === version) return document && kept?.page;
      if (known?.version !== version || known.document !== document)
        known = { version, document, steps: measuring(document) };
      const step = known.steps.next();
      if (step.done) this.kept.set(breakpoint, { version, page: step.value });
      else if (rests.isDue) await rests.taken();
    }
  }

  /** The parts that lie at a point of a leaf, with all that hold them. */
  at(breakpoint: string, point: Point): MeasuredPage | undefined {
    const document = this.view(breakpoint)?.document;
    if (!document) return undefined;
    const there = partsAt(document, point);
    return measurePage(document, (id) => there.has(id));
  }

  /** A part with all that hold it, and the children of each of these: enough to place it, at a fraction of the cost. */
  around(breakpoint: string, id: string): MeasuredPage | undefined {
    return this.some(breakpoint, id, true);
  }

  /** A part with all that hold it and what it holds itself: enough for its handles. */
  near(breakpoint: string, id: string): MeasuredPage | undefined {
    return this.some(breakpoint, id, false);
  }

  private some(breakpoint: string, id: string, neighbours: boolean): MeasuredPage | undefined {
    const view = this.view(breakpoint);
    const page = this.session.page();
    const document = view?.document;
    if (!view || !document || !page || !Object.hasOwn(page.parts, id)) return undefined;
    return this.once(breakpoint, `${breakpoint} ${id} ${neighbours}`, () => {
      const window = document.defaultView!; // an open leaf has one
      const parts = new Map<string, ReturnType<typeof measureElement>>();
      const add = (one: string, parent: string | undefined): void => {
        const element = view.element(one);
        if (element && !parts.has(one)) parts.set(one, measureElement(window, element, one, parent));
      };
      const path = pathTo(page, id);
      path.forEach((one, index) => add(one, path[index - 1]));
      for (const one of neighbours ? path : [id]) for (const child of page.parts[one]?.children ?? []) add(child, one);
      const { clientWidth: width, clientHeight: height } = document.documentElement;
      return { parts, viewport: { width, height, scrollX: window.scrollX, scrollY: window.scrollY } };
    });
  }

  /** Where the flow alone would put a part. */
  natural(breakpoint: string, id: string): Box | undefined {
    return this.naturals(breakpoint, [id]).get(id);
  }

  /** Where the flow alone would put parts. */
  naturals(breakpoint: string, ids: readonly string[]): Map<string, Box> {
    const found = ids.flatMap((id) => {
      const element = this.view(breakpoint)?.element(id);
      return element ? [{ id, element }] : [];
    });
    const boxes = naturalBoxes(found.map((one) => one.element));
    return new Map(found.map(({ id }, at) => [id, boxes[at]!]));
  }

  /** What relative units of a property are measured by on a part in a leaf. */
  basis(breakpoint: string, id: string, property: string): Basis | undefined {
    const view = this.view(breakpoint);
    const page = this.around(breakpoint, id);
    const part = page?.parts.get(id);
    const window = view?.document?.defaultView;
    if (!page || !part || !window) return undefined;
    const block =
      property.endsWith('gap') || property.startsWith('grid-') ? contentBox(part) : containingBlock(page, id).box;
    const fontSize = Number.parseFloat(part.style['font-size']) || 16;
    return {
      whole: downward.test(property) ? block.height : block.width,
      fontSize,
      rootFontSize: Number.parseFloat(window.getComputedStyle(window.document.documentElement).fontSize) || 16,
      viewport: page.viewport,
      ch: this.zeroWidth(window.document, view.element(id)!, fontSize),
    };
  }

  /** A length property of a part as it is used in a leaf, in px; nothing where it has no length. */
  used(breakpoint: string, id: string, property: string): number | undefined {
    const element = this.view(breakpoint)?.element(id);
    const value = element?.ownerDocument.defaultView?.getComputedStyle(element).getPropertyValue(property) ?? '';
    return /^-?[\d.]+px$/.test(value) ? Number.parseFloat(value) : undefined;
  }

  /** A length property in another unit, so that the size stays as measured; undefined where that unit cannot say it. */
  inUnit(breakpoint: string, id: string, property: string, unit: LengthUnit, value: string): string | undefined {
    const element = this.view(breakpoint)?.element(id);
    const from = unitOf(value);
    if (!element) return undefined;
    const inPx = from && pxInUnit(element, property, from);
    const px = inPx === undefined ? this.used(breakpoint, id, property) : Number.parseFloat(value) * inPx;
    return px === undefined ? undefined : inUnit(element, property, px, unit);
  }

  /** The width of the digit 0 in an element's font. */
  private zeroWidth(document: Document, element: HTMLElement, fontSize: number): number {
    const pen = document.createElement('canvas').getContext('2d');
    if (!pen) return fontSize / 2;
    pen.font = document.defaultView!.getComputedStyle(element).font; // an element in an open leaf
    return pen.measureText('0').width || fontSize / 2;
  }
}
