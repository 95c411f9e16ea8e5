import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  HostListener,
  inject,
  input,
  signal,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import { catchError, EMPTY, filter, from, switchMap, tap, type Observable } from 'rxjs';
import { MessageService } from 'primeng/api';
import { titleOf } from '@core/document/page';
import type { DeskFacts, PageEntry } from '@core/api/sites';
import { RedirectsTable } from '../desk/redirects-table';
import { SiteHead } from '../desk/site-head';
import { SiteSettings } from '../desk/settings/site-settings';
import { Api, failureOf } from '../services/api';
import { PageSession } from '../services/page-session';
import { SaveState } from './bar/save-state';
import { UndoRedo } from './bar/undo-redo';
import { DownloadsDialog } from './dialogs/downloads-dialog';
import { PictureLibrary } from './dialogs/library/picture-library';
import { LooksDialog } from './dialogs/look/looks/looks-dialog';
import { TokensDialog } from './dialogs/look/tokens/tokens-dialog';
import { written } from './commands/keys';
import { workbenchServices } from './services';
import { LateFields } from './state/late-fields';
import { Requests } from './state/requests';
import { Selection } from './state/selection';
import { NotShown } from '../theme/not-shown';

const headings = {
  tokens: 'Tokens',
  looks: 'Looks',
  redirects: 'Redirects',
  library: 'Library',
  settings: 'Settings',
} as const;

/** The page a site's looks are drawn on, and under which what is changed here is stored: its home page, if it has one. */
const drawnOn = (pages: readonly PageEntry[]): PageEntry | undefined =>
  pages.find((one) => one.path === '/') ?? pages[0];

/** A site's tokens, its looks, its redirects, its library or its settings, as a screen of its own. */
@Component({
  selector: 'fold-look-screen',
  imports: [
    NotShown,
    DownloadsDialog,
    LooksDialog,
    PictureLibrary,
    RedirectsTable,
    RouterLink,
    SaveState,
    SiteHead,
    SiteSettings,
    TokensDialog,
    UndoRedo,
  ],
  templateUrl: './look-screen.html',
  styleUrl: './look-screen.css',
  providers: [PageSession, ...workbenchServices],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LookScreen {
  /** The site's id, from the address. */
  readonly site = input.required<string>();
  readonly of = input.required<keyof typeof headings>();

  protected readonly session = inject(PageSession);
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  protected readonly facts = signal<DeskFacts | undefined>(undefined);
  protected readonly failure = signal<string | undefined>(undefined);
  protected readonly heading = computed(() => headings[this.of()]);
  protected readonly name = computed(() => this.session.site()?.name ?? this.facts()?.site.name ?? '');
  protected readonly page = computed(() => drawnOn(this.facts()?.pages ?? []));
  protected readonly pageTitle = computed(() => {
    const page = this.session.page();
    return page ? titleOf(page) : '';
  });

  constructor() {
    inject(LateFields);
    const [router, title, selection] = [inject(Router), inject(Title), inject(Selection)];
    const gone = inject(DestroyRef);
    toObservable(this.site)
      .pipe(
        switchMap((site) => this.open(site)),
        takeUntilDestroyed(gone),
      )
      .subscribe(() => selection.select(this.session.page()?.root));
    // a part is looked at where it stands
    inject(Requests)
      .reveals.pipe(takeUntilDestroyed(gone))
      .subscribe(() => void router.navigate(['/pages', this.session.page()?.id]));
    this.session.notices
      .pipe(takeUntilDestroyed(gone))
      .subscribe((detail) => this.messages.add({ severity: 'warn', detail, life: 8000 }));
    effect(() => title.setTitle(`${this.heading()} · ${this.name()} · Fold Line`));
  }

  private open(site: string): Observable<unknown> {
    return this.api.desk(site).pipe(
      tap((facts) => this.facts.set(facts)),
      filter(({ pages }) => pages.length > 0),
      switchMap(({ pages }) => from(this.session.open(drawnOn(pages)!.id))), // there is one
      catchError((error: unknown) => {
        const { code, problem } = failureOf(error);
        this.failure.set(
          code === 'not-found' ? 'There is no site at this address, or you don’t have access.' : problem,
        );
        return EMPTY;
      }),
    );
  }

  @HostListener('window:keydown', ['$event'])
  protected keyed(event: KeyboardEvent): void {
    if (event.defaultPrevented || (event.target instanceof Element && event.target.closest('input, textarea'))) return;
    const keys = written(event);
    if (keys !== 'Ctrl+Z' && keys !== 'Ctrl+Shift+Z') return;
    event.preventDefault();
    if (keys === 'Ctrl+Z') this.session.undo();
    else this.session.redo();
  }

  @HostListener('window:beforeunload', ['$event'])
  protected leaving(event: BeforeUnloadEvent): void {
    if (!this.session.keepAll()) event.preventDefault();
  }
}
