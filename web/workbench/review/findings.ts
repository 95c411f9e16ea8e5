import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, EMPTY, retry, switchMap, tap, timer, type Observable } from 'rxjs';
import { menuPaths, withSiteMenus } from '@core/document/links/menus';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { LeafFacts } from '@core/review/check';
import type { Finding } from '@core/review/finding';
import { FileWeightsKnown } from '../../services/file-weights-known';
import { PageWorker } from '../../services/page-worker';
import { PageSession } from '../../services/page-session';
import { whileWanted } from '../../services/while-wanted';
import { PaintedPage } from '../state/painted-page';
import { SitePages } from '../state/site-pages';
import { SpreadState } from '../state/spread-state';
import { Rests } from '../canvas/rests';
import { Leaves } from '../state/leaves';
import { Sweeper } from './sweeper';

/** So long after the last change, in ms, a page is reviewed. */
const calmFor = 900;

/** What a review looks at. */
interface Basis {
  readonly site: Site | undefined;
  readonly page: Page | undefined;
  readonly swept: ReturnType<Sweeper['swept']>;
}

/**
 * What the checks say of the page, kept up to date as it changes: measured on the leaves between frames, judged in a
 * worker.
 */
@Injectable()
export class Findings {
  private readonly session = inject(PageSession);
  private readonly painted = inject(PaintedPage);
  private readonly spread = inject(SpreadState);
  private readonly leaves = inject(Leaves);
  private readonly sweeper = inject(Sweeper);
  private readonly worker = inject(PageWorker);
  private readonly weights = inject(FileWeightsKnown);
  private readonly found = signal<readonly Finding[]>([]);
  /** What was found last, of the parts that are still on the page. */
  readonly list = computed<readonly Finding[]>(() => {
    const page = this.session.page();
    return page ? this.found().filter((one) => Object.hasOwn(page.parts, one.part)) : [];
  });
  /** The page has changed since, or is being looked through. */
  readonly busy = signal(true);
  readonly errors = computed(() => this.list().filter((one) => one.severity === 'error').length);
  private readonly sitePages = inject(SitePages);
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

  /** A review; a leaf may be drawn anew while it is looked at: then it is looked at again. */
  private readonly reviewed = (basis: Basis): Observable<void> =>
    whileWanted((over) => this.review(basis, over)).pipe(
      retry({ count: 20, delay: (_error, count) => timer(calmFor * count) }),
      catchError(() => EMPTY),
    );

  private async review({ site, page, swept }: Basis, over: AbortSignal): Promise<void> {
    if (!site || !page) return;
    const { textBackgroundsOf } = await import('../canvas/text-backgrounds');
    const rests = new Rests(over);
    const leaves = new Map<string, LeafFacts>();
    for (const { id } of site.breakpoints) {
      await rests.taken();
      const measured = await this.leaves.wholeCalmly(id, rests);
      const view = this.leaves.view(id);
      if (!view?.document || !measured) continue;
      const sticky = [...measured.parts.values()].filter((one) => one.style.position === 'sticky');
      const natural = this.leaves.naturals(
        id,
        sticky.map((one) => one.id),
      );
      const textBackgrounds = await textBackgroundsOf(view.document, measured, (part) => view.element(part), rests);
      leaves.set(id, { measured, natural, textBackgrounds });
    }
    const desk = await this.sitePages.look();
    const menus = desk && withSiteMenus([...desk.menus, ...menuPaths([page])], site);
    const found = await this.worker.review({
      site,
      page,
      pages: desk?.pages.map(({ id, title, path, former, livePath }) => ({
        id,
        title,
        path,
        former,
        live: livePath,
      })),
      menus,
      weights: await this.weights.of(site),
      leaves,
      swept: swept?.done && !this.sweeper.stale() ? swept.faults : undefined,
    });
    if (over.aborted) return;
    this.found.set(found);
    this.busy.set(false);
  }
}
