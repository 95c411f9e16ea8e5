import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Observable, Subject, switchMap } from 'rxjs';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { OneOf } from '../../theme/one-of';
import { DialogFocus } from '../../theme/dialog-focus';
import { ProgressLine } from '../../theme/progress-line';
import { applyEdits } from '@core/document/edits/apply';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Proposal } from '@core/refit/proposal';
import { refit } from '@core/refit/refit';
import { canvasAddresses } from '../../services/addresses';
import { PageSession } from '../../services/page-session';
import { SpreadState } from '../state/spread-state';
import { Commands } from '../commands/commands';
import { RefitLayout } from './refit-layout';
import { RefitPage } from './refit-page';
import { Tick } from '../../theme/tick';

/** The longest the search works without letting others, in ms: less than a frame. */
const longestStretch = 9;

interface Found {
  readonly page: Page;
  readonly proposals: readonly Proposal[];
}
interface Asked {
  readonly site: Site;
  readonly page: Page;
  readonly overwrite: boolean;
}

/**
 * A first draft of the smaller layouts: searched on request, shown beside what there is, change by change, taken
 * whole or in part as one step.
 */
@Component({
  selector: 'fold-refit-dialog',
  imports: [Button, Checkbox, Tick, FormsModule, ProgressLine, RefitPage, OneOf],
  hostDirectives: [DialogFocus],
  templateUrl: './refit-dialog.html',
  styleUrl: './refit-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RefitDialog {
  private readonly session = inject(PageSession);
  private readonly spread = inject(SpreadState);
  private readonly commands = inject(Commands);
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly progress = signal<number | undefined>(undefined);
  protected readonly overwrite = signal(false);
  private readonly found = signal<Found | undefined>(undefined);
  private readonly searches = new Subject<Asked>();
  protected readonly left = signal<ReadonlySet<number>>(new Set());
  protected readonly shownAt = signal<string | undefined>(undefined);
  protected readonly marked = signal<string | undefined>(undefined);
  private readonly drawn = viewChild<RefitPage>('proposed');
  private readonly pair = viewChild<ElementRef<HTMLElement>>('pair');

  protected readonly present = computed(() => this.found()?.page);
  protected readonly groups = computed(() => {
    const proposals = this.found()?.proposals ?? [];
    return this.spread.breakpoints().flatMap((breakpoint) => {
      const own = proposals
        .map((proposal, index) => ({ proposal, index }))
        .filter(({ proposal }) => proposal.breakpoint === breakpoint.id);
      return own.length > 0 ? [{ breakpoint, own }] : [];
    });
  });
  protected readonly screens = computed(() =>
    this.groups().map(({ breakpoint: { id, name } }) => ({ id, word: name })),
  );
  protected readonly at = computed(() => this.shownAt() ?? this.groups().at(-1)?.breakpoint.id);
  protected readonly taken = computed(() =>
    (this.found()?.proposals ?? []).filter((_one, index) => !this.left().has(index)),
  );
  /** The page with what would be taken. */
  protected readonly proposed = computed(() => {
    const [site, found] = [this.session.site(), this.found()];
    return site && found
      ? applyEdits(
          site,
          found.page,
          this.taken().flatMap((one) => one.edits),
        ).page
      : undefined;
  });
  protected readonly stale = computed(() => this.found() !== undefined && this.found()?.page !== this.session.page());
  protected readonly takeWord = computed(() => {
    if (this.stale()) return 'Search again';
    const count = this.taken().length;
    return count === 1 ? 'Apply 1 change' : `Apply ${count} changes`;
  });
  protected readonly name = computed(() => this.spread.breakpointOf(this.at()).name);

  constructor() {
    this.searches
      .pipe(
        switchMap((asked) => this.search(asked)),
        takeUntilDestroyed(),
      )
      .subscribe((step) => {
        if (typeof step === 'number') this.progress.set(step);
        else this.found.set(step);
        if (typeof step !== 'number') this.progress.set(undefined);
      });
    this.begin();
  }

  /** Searches anew, on the page as it is now. */
  private begin(): void {
    const [site, page] = [this.session.site(), this.session.page()];
    if (!site || !page) return;
    this.found.set(undefined);
    this.left.set(new Set());
    this.shownAt.set(undefined);
    this.marked.set(undefined);
    this.progress.set(0);
    this.searches.next({ site, page, overwrite: this.overwrite() });
  }

  /** How far a search is, in per cent, and at its end what it found; it stops when nobody listens any more. */
  private search({ site, page, overwrite }: Asked): Observable<number | Found> {
    return new Observable((told) => {
      const layout = new RefitLayout(site, page, canvasAddresses(site.id, this.session.titles()));
      let begun = performance.now();
      const goOn = async (done: number): Promise<boolean> => {
        if (performance.now() - begun > longestStretch) {
          told.next(Math.round(Math.min(done, 1) * 100));
          await new Promise((go) => requestAnimationFrame(() => setTimeout(go)));
          begun = performance.now();
        }
        return !told.closed;
      };
      layout
        .ready()
        .then(() => refit(site, page, layout, { goOn, overwrite }))
        .then(
          (proposals) => told.next({ page, proposals }),
          (error: unknown) => told.error(error),
        )
        .finally(() => layout.remove());
    });
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

  protected setOverwrite(overwrite: boolean): void {
    this.overwrite.set(overwrite);
    this.begin();
  }

  protected take(): void {
    const edits = this.taken().flatMap((one) => one.edits);
    if (this.stale()) return this.begin();
    if (edits.length === 0 || this.commands.attempt(() => edits)) this.dialog.close();
  }
}
