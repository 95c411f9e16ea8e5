import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { DialogFocus } from '../../theme/dialog-focus';
import { applyEdits } from '@core/document/edits/apply';
import type { Page } from '@core/document/page';
import type { Proposal } from '@core/refit/proposal';
import { refit } from '@core/refit/refit';
import { canvasAddresses } from '../../services/addresses';
import { Bench } from '../bench';
import { RefitLayout } from './refit-layout';
import { RefitPage } from './refit-page';
import { checkedOf } from '../../theme/from-event';

/** The longest the search works without letting others, in ms: less than a frame. */
const turn = 9;

/** A first draft of the smaller layouts: searched on request, shown beside what there is, change by change, taken whole or in part as one step. */
@Component({
  selector: 'fold-refit-dialog',
  imports: [Button, Dialog, DialogFocus, RefitPage],
  templateUrl: './refit-dialog.html',
  styleUrl: './refit-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RefitDialog {
  protected readonly bench = inject(Bench);
  protected readonly open = signal(false);
  protected readonly progress = signal<number | undefined>(undefined);
  protected readonly overwrite = signal(false);
  private readonly found = signal<{ readonly page: Page; readonly proposals: readonly Proposal[] } | undefined>(
    undefined,
  );
  protected readonly left = signal<ReadonlySet<number>>(new Set());
  protected readonly shownAt = signal<string | undefined>(undefined);
  protected readonly marked = signal<string | undefined>(undefined);
  private readonly drawn = viewChild<RefitPage>('proposed');
  private readonly pair = viewChild<ElementRef<HTMLElement>>('pair');
  private asked = 0;

  protected readonly present = computed(() => this.found()?.page);
  protected readonly groups = computed(() => {
    const proposals = this.found()?.proposals ?? [];
    return this.bench.breakpoints().flatMap((breakpoint) => {
      const own = proposals
        .map((proposal, index) => ({ proposal, index }))
        .filter(({ proposal }) => proposal.breakpoint === breakpoint.id);
      return own.length > 0 ? [{ breakpoint, own }] : [];
    });
  });
  protected readonly at = computed(() => this.shownAt() ?? this.groups().at(-1)?.breakpoint.id);
  protected readonly taken = computed(() =>
    (this.found()?.proposals ?? []).filter((_one, index) => !this.left().has(index)),
  );
  /** The page with what would be taken. */
  protected readonly proposed = computed(() => {
    const [site, found] = [this.bench.session.site(), this.found()];
    return site && found
      ? applyEdits(
          site,
          found.page,
          this.taken().flatMap((one) => one.edits),
        ).page
      : undefined;
  });
  protected readonly stale = computed(
    () => this.found() !== undefined && this.found()?.page !== this.bench.session.page(),
  );
  protected readonly name = computed(() => this.bench.breakpointOf(this.at()).name);

  constructor() {
    this.bench.dialogs.pipe(takeUntilDestroyed()).subscribe((name) => name === 'refit' && this.show());
  }

  private show(): void {
    this.open.set(true);
    void this.search();
  }

  protected async search(): Promise<void> {
    const [site, page] = [this.bench.session.site(), this.bench.session.page()];
    if (!site || !page) return;
    const mine = ++this.asked;
    this.found.set(undefined);
    this.left.set(new Set());
    this.shownAt.set(undefined);
    this.marked.set(undefined);
    this.progress.set(0);
    const layout = new RefitLayout(site, page, canvasAddresses(site.id));
    try {
      await layout.ready();
      let begun = performance.now();
      const goOn = async (done: number): Promise<boolean> => {
        if (performance.now() - begun > turn) {
          this.progress.set(Math.round(Math.min(done, 1) * 100));
          await new Promise((go) => requestAnimationFrame(() => setTimeout(go)));
          begun = performance.now();
        }
        return mine === this.asked;
      };
      const proposals = await refit(site, page, layout, { goOn, overwrite: this.overwrite() });
      if (mine === this.asked) this.found.set({ page, proposals });
    } finally {
      layout.remove();
      if (mine === this.asked) this.progress.set(undefined);
    }
  }

  protected close(): void {
    this.asked++;
    this.progress.set(undefined);
    this.open.set(false);
    this.found.set(undefined);
  }

  protected toggle(index: number): void {
    this.left.update((left) => {
      const next = new Set(left);
      if (!next.delete(index)) next.add(index);
      return next;
    });
  }

  /** Shows where a proposal holds, in both drawings. */
  protected point({ part, breakpoint }: Proposal): void {
    this.shownAt.set(breakpoint);
    this.marked.set(part);
    requestAnimationFrame(() =>
      requestAnimationFrame(() => this.pair()?.nativeElement.scrollTo({ top: (this.drawn()?.topOf(part) ?? 40) - 40 })),
    );
  }

  protected setOverwrite(event: Event): void {
    this.overwrite.set(checkedOf(event));
    void this.search();
  }

  protected take(): void {
    const edits = this.taken().flatMap((one) => one.edits);
    if (this.stale()) return void this.search();
    if (edits.length === 0 || this.bench.attempt(() => edits)) this.close();
  }
}
