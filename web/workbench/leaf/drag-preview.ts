import { chain } from '@core/document/breakpoint';
import type { Site } from '@core/document/site';
import type { PreviewedValues } from '../state/drag-state';
import type { LeafFrame } from './leaf-frame';

/** Shows dragged values where they will hold: in a leaf that inherits from the one they are dragged in. */
export class DragPreview {
  private drawn: readonly HTMLElement[] = [];

  constructor(private readonly leaf: LeafFrame) {}

  /** Shows these values in place of those shown before. */
  show(dragged: PreviewedValues | undefined, site: Site | undefined): void {
    for (const element of this.drawn) element.removeAttribute('style');
    this.drawn = [];
    const page = this.leaf.page();
    const nearer = site ? chain(site.breakpoints, this.leaf.name) : [];
    if (!dragged || !page || !nearer.includes(dragged.breakpoint)) return;
    const above = nearer.slice(0, nearer.indexOf(dragged.breakpoint));
    for (const [id, values] of dragged.values) {
      const element = this.leaf.element(id);
      if (!element) continue;
      for (const [property, value] of Object.entries(values))
        if (!above.some((one) => page.parts[id]?.style[one]?.normal?.[property] !== undefined))
          element.style.setProperty(property, value ?? '');
      this.drawn = [...this.drawn, element];
    }
  }
}
