import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, of, Subject, switchMap } from 'rxjs';
import type { ReachedPages } from '@core/api/sites';
import { reachedOn, reachesAny, reachOfSections, type Reaching } from '@core/style/reach';
import { Api } from '../../services/api';
import { PageSession } from '../../services/page-session';

/** A page besides the one worked on, and how many of its parts a holder reaches. */
export interface ReachedPage {
  readonly id: string;
  readonly title: string;
  readonly parts: number;
}

/**
 * What classes, element styles and tokens reach on the other pages of the site, as the server counts it when it is
 * asked.
 */
@Injectable()
export class SiteReach {
  private readonly session = inject(PageSession);
  private readonly api = inject(Api);
  private readonly requests = new Subject<string>();
  private readonly pages = toSignal<ReachedPages['pages'] | undefined>(
    this.requests.pipe(switchMap((site) => this.api.reach(site).pipe(catchError(() => of(undefined))))),
  );
  private readonly sections = computed(() => reachOfSections(this.session.site() ?? {}));

  /** Asks anew. */
  look(): void {
    const site = this.session.site();
    if (site) this.requests.next(site.id);
  }

  /** The other pages a class, an element style or a token reaches; undefined while it is not known. */
  elsewhere(what: Reaching): ReachedPage[] | undefined {
    const open = this.session.page()?.id;
    return this.pages()
      ?.filter((one) => one.id !== open)
      .map(({ id, title, reach }) => ({ id, title, parts: reachedOn(reach, this.sections(), what) }))
      .filter((one) => one.parts > 0);
  }

  /** How many other pages show a shared section, or stand in a frame; undefined while it is not known. */
  othersShowing(key: string): number | undefined {
    const open = this.session.page()?.id;
    return this.pages()?.filter((one) => one.id !== open && reachesAny(one.reach, this.sections(), [`#${key}`])).length;
  }
}
