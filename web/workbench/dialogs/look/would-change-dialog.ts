import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, of, Subject, switchMap } from 'rxjs';
import { Button } from 'primeng/button';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import type { WouldChange } from '@core/api/pages';
import { inWords } from '@core/document/kinds/in-words';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import { Problem } from '@core/document/problem';
import { seenPage } from '@core/document/seen/seen-page';
import type { Site } from '@core/document/site';
import { lookingOtherwise, touchedBy } from '@core/review/looks';
import { PageFrame, partIn } from '../../../drawing/page-frame';
import { Api } from '../../../services/api';
import { BreakpointChoice } from './breakpoint-choice';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { Commands } from '../../commands/commands';
import { Selection } from '../../state/selection';
import type { FarReaching } from '../../state/dialogs';

/** A page before and after, and the parts of it that look different. */
interface Pair {
  readonly before: { readonly site: Site; readonly page: Page };
  readonly after: { readonly site: Site; readonly page: Page };
  readonly parts: readonly string[];
}

interface Asked {
  readonly page: string;
  readonly edits: readonly AnyEdit[];
}

/** So wide and high each drawing is, in px, and so many parts are named. */
const drawn = { width: 450, height: 300 };
const mostNamed = 8;
/** The ochre of what is overridden, on a page that knows none of our colours. */
const outline = '3px solid #b9770e';

/**
 * What would look different if values moved to something that reaches many parts: measured and drawn, before it is
 * done.
 */
@Component({
  selector: 'fold-would-change-dialog',
  imports: [BreakpointChoice, Button, PageFrame],
  hostDirectives: [DialogFocus],
  templateUrl: './would-change-dialog.html',
  styleUrl: './would-change-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WouldChangeDialog {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  private readonly api = inject(Api);
  protected readonly dialog = inject(DynamicDialogRef);
  // the dialog is opened with it
  protected readonly asking: FarReaching = inject<DynamicDialogConfig<FarReaching>>(DynamicDialogConfig).data!;

  protected readonly breakpoint = signal(this.selection.active());
  protected readonly counted = (count: number): string => `${count} ${count === 1 ? 'part' : 'parts'}`;

  /** What the edits would make of the page that is open. */
  private readonly foreseen = computed(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    if (!site || !page) return undefined;
    try {
      const after = this.session.foreseen(this.asking.edits(site, page));
      return after && { before: { site, page }, after, touched: touchedBy(site, after.edits) };
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return undefined;
    }
  });
  protected readonly here = computed<Pair | undefined>(() => {
    const seen = this.foreseen();
    return seen && { ...seen, parts: lookingOtherwise(seen.before, seen.after, seen.touched) };
  });
  protected readonly named = computed(() => {
    const pair = this.here();
    // they were found on it
    return pair ? pair.parts.slice(0, mostNamed).map((id) => inWords(pair.before.page.parts[id]!)) : [];
  });

  private readonly questions = new Subject<Asked>();
  /** The other pages; null while they are measured, undefined where the server cannot be reached. */
  protected readonly others = toSignal<WouldChange['pages'] | undefined | null, null>(
    this.questions.pipe(
      debounceTime(150),
      switchMap(({ page, edits }) => this.api.wouldChange(page, edits).pipe(catchError(() => of(undefined)))),
    ),
    { initialValue: null },
  );
  protected readonly parts = computed(() =>
    (this.others() ?? []).reduce((sum, one) => sum + one.parts, this.here()?.parts.length ?? 0),
  );

  private readonly looked = new Subject<string>();
  private readonly fetched = toSignal(
    this.looked.pipe(switchMap((id) => this.api.page(id).pipe(catchError(() => of(undefined))))),
  );
  /** Another page that is looked at. */
  protected readonly at = signal<string | undefined>(undefined);
  /** What is drawn: the page that is open, or another. */
  protected readonly shown = computed<Pair | undefined>(() => {
    const [id, other, seen] = [this.at(), this.fetched()?.page, this.foreseen()];
    if (id === undefined || !seen) return this.here();
    if (other?.id !== id) return undefined;
    const [before, after] = [seen.before.site, seen.after.site].map((site) => ({ site, page: seenPage(site, other) }));
    return { before: before!, after: after!, parts: lookingOtherwise(before!, after!, seen.touched) };
  });
  protected readonly screen = computed(
    () =>
      this.session.site()?.breakpoints.find((one) => one.id === this.breakpoint())?.preview ?? {
        width: 1280,
        height: 800,
      },
  );
  protected readonly cut = computed(() => ({
    left: 0,
    top: 0,
    scale: Math.min(drawn.width / this.screen().width, 0.7),
  }));
  protected readonly wide = computed(() => this.screen().width * this.cut().scale);
  protected readonly high = computed(() => Math.min(drawn.height, this.screen().height * this.cut().scale));

  constructor() {
    effect(() => {
      const [seen, page] = [this.foreseen(), this.session.page()?.id];
      if (seen && page !== undefined) untracked(() => this.questions.next({ page, edits: seen.after.edits }));
    });
  }

  /** Scrolls a drawing to the first part that differs. */
  protected scroll(document: Document): void {
    const first = this.shown()?.parts[0];
    const element = first === undefined ? null : partIn(document, first);
    element?.scrollIntoView({ block: 'center' });
    for (const part of this.shown()?.parts ?? []) partIn(document, part)?.style.setProperty('outline', outline);
  }

  protected look(page: string | undefined): void {
    this.at.set(page);
    if (page !== undefined) this.looked.next(page);
  }

  protected go(): void {
    if (this.commands.attempt((site, page) => this.asking.edits(site, page))) this.dialog.close(true);
  }
}
