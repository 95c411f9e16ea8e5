import { computed, inject, Injectable, signal, type OnDestroy } from '@angular/core';
import { breakpointAt, rangeOf } from '@core/document/breakpoint';
import type { Edit } from '@core/document/edits/edit';
import { kindOf } from '@core/document/kinds/registry';
import { leaves } from '@core/document/leaves';
import type { Page } from '@core/document/page';
import { parentOf } from '@core/document/tree';
import type { Jump, Sweep, SweptFault } from '@core/review/sweep/sweep';
import { backdropFrom } from '@core/review/sweep/backdrops';
import { sizesFrom } from '@core/review/sweep/sizes';
import { canvasAddresses } from '../../services/addresses';
import { latePiece } from '../../services/late-piece';
import { PageSession } from '../../services/page-session';

/** The longest a turn of measuring may take, in ms: less than a frame. */
const longest = 9;

/** What a sweep has found so far. */
export interface Swept {
  readonly page: Page;
  readonly measured: number;
  readonly total: number;
  readonly done: boolean;
  readonly faults: readonly SweptFault[];
  readonly jumps: readonly Jump[];
}

/**
 * Measures the page at every width on a leaf nobody sees, a few at a time between frames, so that work goes on
 * meanwhile.
 */
@Injectable()
export class Sweeper implements OnDestroy {
  private readonly session = inject(PageSession);
  readonly swept = signal<Swept | undefined>(undefined);
  readonly running = signal(false);
  /** The page has changed since it was measured. */
  readonly stale = computed(() => {
    const swept = this.swept();
    return swept !== undefined && swept.page !== this.session.page();
  });
  private sweep: Sweep | undefined;
  private run = new AbortController();

  cancel(): void {
    this.run.abort();
    this.running.set(false);
  }

  ngOnDestroy(): void {
    this.cancel();
  }

  async start(): Promise<void> {
    this.run.abort();
    const { signal: over } = (this.run = new AbortController());
    this.running.set(true);
    const loaded = await latePiece(this.session.notices, () => this.load());
    if (over.aborted) return;
    const [site, page] = [this.session.site(), this.session.page()];
    if (!loaded || !site || !page) return this.running.set(false);
    const { Sweep, sweepOrder, hiddenLeaf, sliceOf, ratios } = loaded;
    const ratiosNow = ratios(site);
    const order = sweepOrder(
      site.breakpoints.map((one) => rangeOf(site.breakpoints, one)).flatMap(({ from, to }) => [from, to]),
    );
    const leaf = hiddenLeaf(site, page, { width: 320, height: 800 }, canvasAddresses(site.id, this.session.titles()));
    const sweep = (this.sweep = new Sweep());
    const measure = (width: number): void => {
      leaf.size(width, breakpointAt(site.breakpoints, width).preview.height);
      sweep.add(sliceOf(leaf.painter.document, page, width, ratiosNow));
    };
    const tell = (done: boolean): void =>
      this.swept.set({
        page,
        measured: sweep.measured,
        total: order.length,
        done,
        faults: sweep.results(),
        jumps: done ? sweep.jumps((id) => parentOf(page, id)) : [],
      });
    try {
      await Promise.race([leaf.painter.document.fonts.ready, new Promise((go) => setTimeout(go, 1000))]);
      if (await this.eachBetweenFrames(order, measure, () => tell(false), over)) tell(true);
    } finally {
      leaf.remove();
      if (!over.aborted) this.running.set(false);
    }
  }

  /** What measures, which loads when it is first used. */
  private async load() {
    const [sweeping, { hiddenLeaf }, { sliceOf, ratiosOf: ratios }] = await Promise.all([
      import('@core/review/sweep/sweep'),
      import('../canvas/hidden-leaf'),
      import('../canvas/slicing'),
    ]);
    return { Sweep: sweeping.Sweep, sweepOrder: sweeping.sweepOrder, hiddenLeaf, sliceOf, ratios };
  }

  /**
   * Measures width after width, a few between two frames, telling of it now and then; whether all were, or another
   * run took over.
   */
  private async eachBetweenFrames(
    widths: readonly number[],
    measure: (width: number) => void,
    tell: () => void,
    over: AbortSignal,
  ): Promise<boolean> {
    let at = 0;
    let told = 0;
    while (at < widths.length) {
      await new Promise((go) => requestAnimationFrame(() => setTimeout(go)));
      if (over.aborted) return false;
      const begun = performance.now();
      do measure(widths[at++]!);
      while (at < widths.length && performance.now() - begun < longest);
      if (performance.now() - told > 400) {
        told = performance.now();
        tell();
      }
    }
    return true;
  }

  /** Edits that write each picture's measured widths as its `sizes`, and how wide those behind parts have to be. */
  sizes(): Edit[] {
    const swept = this.swept();
    const [site, page] = [this.session.site(), this.session.page()];
    if (!swept?.done || !site || !page) return [];
    const behind = [...(this.sweep?.backdrops ?? [])].flatMap(([part, samples]): Edit[] => {
      const value = backdropFrom(site.breakpoints, samples);
      const found = page.parts[part];
      return found && leaves(found.backdrop, value).length > 0 ? [{ do: 'set', part, field: ['backdrop'], value }] : [];
    });
    const shown = [...(this.sweep?.pictures ?? [])].flatMap(([part, samples]): Edit[] => {
      const value = sizesFrom(samples);
      const found = page.parts[part];
      return found && kindOf(found.kind).shows === 'picture' && found.content.base['sizes'] !== value
        ? [{ do: 'set', part, field: ['content', 'base', 'sizes'], value }]
        : [];
    });
    return [...shown, ...behind];
  }
}
