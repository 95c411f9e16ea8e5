import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, defer, EMPTY, firstValueFrom, Observable, retry, switchMap, tap } from 'rxjs';
import { menuPaths } from '@core/document/menus';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { LeafFacts } from '@core/review/check';
import type { Finding } from '@core/review/finding';
import type { DeskFacts } from '@core/api/sites';
import { Api } from '../../services/api';
import { PageWorker } from '../../services/page-worker';
import { PageSession } from '../../services/page-session';
import { PaintedPage } from '../state/painted-page';
import { SpreadState } from '../state/spread-state';
import { textBackgroundsOf } from '../canvas/text-backgrounds';
import { Leaves } from '../state/leaves';
import { Sweeper } from './sweeper';

/** So long after the last change, in ms, a page is reviewed. */
const calmFor = 900;
/** The longest it works without letting others, in ms. */
const turn = 8;

/** What a review looks at. */
interface Basis {
  readonly site: Site | undefined;
  readonly page: Page | undefined;
  readonly swept: ReturnType<Sweeper['swept']>;
}

/** What the checks say of the page, kept up to date as it changes: measured on the leaves between frames, judged in a worker. */
@Injectable()
export class Findings {
  private readonly session = inject(PageSession);
  private readonly painted = inject(PaintedPage);
  private readonly spread = inject(SpreadState);
  private readonly leaves = inject(Leaves);
  private readonly sweeper = inject(Sweeper);
  private readonly worker = inject(PageWorker);
  private readonly api = inject(Api);
  private readonly found = signal<readonly Finding[]>([]);
  /** What was found last, of the parts that are still on the page. */
  readonly list = computed<readonly Finding[]>(() => {
    const page = this.session.page();
    return page ? this.found().filter((one) => Object.hasOwn(page.parts, one.part)) : [];
  });
  /** The page has changed since, or is being looked through. */
  readonly busy = signal(true);
  readonly errors = computed(() => this.list().filter((one) => one.severity === 'error').length);
  private desk: Pick<DeskFacts, 'pages' | 'menus'> | undefined;
  /** What a review looks at: another one begins when any of it is another. */
  private readonly basis = computed(() => ({
    site: this.session.site(),
    page: this.painted.page(),
    leaves: this.spread.leaves(),
    swept: this.sweeper.swept(),
    structures: this.spread.breakpoints().map((one) => this.leaves.structure(one.id)),
  }));

  constructor() {
    toObservable(this.basis)
      .pipe(
        tap(() => this.busy.set(true)),
        debounceTime(calmFor),
        switchMap((basis) => this.reviewed(basis)),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  /** A review that ends where nobody waits for it any more. */
  private readonly reviewed = (basis: Basis): Observable<void> =>
    new Observable<void>((heard) => {
      const over = new AbortController();
      // A leaf may be drawn anew while it is looked at: then it is looked at again.
      const done = defer(() => this.review(basis, over.signal))
        .pipe(
          retry({ count: 5, delay: calmFor }),
          catchError(() => EMPTY),
        )
        .subscribe(heard);
      return () => {
        over.abort();
        done.unsubscribe();
      };
    });

  private async review({ site, page, swept }: Basis, over: AbortSignal): Promise<void> {
    if (!site || !page) return;
    let worked = performance.now();
    const calm = async (): Promise<void> => {
      if (performance.now() - worked < turn) return;
      await new Promise((go) => requestIdleCallback(go, { timeout: 120 }));
      worked = performance.now();
    };
    const leaves = new Map<string, LeafFacts>();
    for (const { id } of site.breakpoints) {
      await calm();
      if (over.aborted) return;
      const view = this.leaves.view(id);
      const measured = this.leaves.whole(id);
      if (!view?.document || !measured) continue;
      const sticky = [...measured.parts.values()].filter((one) => one.style.position === 'sticky');
      const natural = new Map(sticky.map((one) => [one.id, this.leaves.natural(id, one.id) ?? one.box]));
      const textBackgrounds = await textBackgroundsOf(view.document, measured, (part) => view.element(part), calm);
      leaves.set(id, { measured, natural, textBackgrounds });
    }
    this.desk = await firstValueFrom(this.api.desk(site.id)).catch(() => this.desk); // pages come and go meanwhile
    const menus = this.desk && [...this.desk.menus, ...menuPaths([page])];
    const found = await this.worker.review({
      site,
      page,
      pages: this.desk?.pages.map(({ id, title, path, former, livePath }) => ({
        id,
        title,
        path,
        former,
        live: livePath,
      })),
      menus,
      leaves,
      swept: swept?.done && !this.sweeper.stale() ? swept.faults : undefined,
    });
    if (over.aborted) return;
    this.found.set(found);
    this.busy.set(false);
  }
}
