import { canvasRule, type Patch } from '@core/compile/canvas';
import type { Addresses } from '@core/compile/declarations';
import { breakpointAt } from '@core/document/breakpoint';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Layout } from '@core/refit/refit';
import type { Slice } from '@core/review/sweep/slice';
import { hiddenLeaf, type HiddenLeaf } from '../canvas/hidden-leaf';
import { sliceOf } from '../canvas/slicing';

const nothing: Patch = {
  shared: new Map(),
  rules: new Map(),
  elements: new Map(),
  subtrees: new Map(),
  arranged: new Map(),
  lent: undefined,
  language: undefined,
};

/**
 * Pages that differ in style, laid out on leaves nobody sees, one for each breakpoint: a rule that was put into a
 * sheet keeps, in Chromium, what its media queries said then,
 * so that no leaf may cross the edge of its breakpoint.
 */
export class RefitLayout implements Layout {
  private readonly leaves: ReadonlyMap<string, { readonly leaf: HiddenLeaf; shown: Page }>;

  constructor(
    private readonly site: Site,
    private page: Page,
    private readonly addresses: Addresses,
  ) {
    this.leaves = new Map(
      site.breakpoints.map(({ id, preview }) => [
        id,
        { leaf: hiddenLeaf(site, page, preview, addresses), shown: page },
      ]),
    );
  }

  /** The fonts are there, or a second has passed. */
  async ready(): Promise<void> {
    const loaded = Promise.all([...this.leaves.values()].map(({ leaf }) => leaf.painter.document.fonts.ready));
    await Promise.race([loaded, new Promise((go) => setTimeout(go, 1000))]);
  }

  show(page: Page): void {
    this.page = page;
  }

  measure(width: number, height: number): Slice {
    const at = this.leaves.get(breakpointAt(this.site.breakpoints, width).id)!; // one for each
    if (at.shown !== this.page) this.repaint(at);
    at.leaf.size(width, height);
    return sliceOf(at.leaf.painter.document, this.page, width);
  }

  /** Writes anew the rules of the parts in which the page differs from the one shown. */
  private repaint(at: { readonly leaf: HiddenLeaf; shown: Page }): void {
    const rules = new Map<string, string>();
    for (const id in this.page.parts)
      if (this.page.parts[id] !== at.shown.parts[id])
        rules.set(id, canvasRule(this.site, this.page, id, this.addresses));
    at.leaf.painter.apply({ ...nothing, rules });
    at.shown = this.page;
  }

  remove(): void {
    for (const { leaf } of this.leaves.values()) leaf.remove();
  }
}
