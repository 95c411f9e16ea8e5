import { HttpErrorResponse } from '@angular/common/http';
import { defer, of, throwError, type Observable } from 'rxjs';
import type { Batch, PageFacts, Stored } from '@core/api/pages';
import type { Refused } from '@core/api/refusal';
import { applyBatch, type Documents } from '@core/document/edits/batch';
import { isOnPage, isOnSite, type AnyEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import { Problem } from '@core/document/problem';
import type { Waiting } from '../outbox';

/** A server that stores in memory, and can be away. */
export class MemoryServer {
  constructor(public documents: Documents) {}

  log: Stored[] = [];
  away = false;
  requests = 0;
  private readonly known = { page: 0, site: 0 };

  get document(): Page {
    return this.documents.page;
  }

  page = (): Observable<PageFacts> =>
    of({
      role: 'owner',
      archived: false,
      ...this.documents,
      revision: this.known.page,
      siteRevision: this.known.site,
      release: null,
      titles: {},
      live: '',
    });
  /** Its log no longer goes back. */
  forgets = false;

  /** Nobody answers who asks for its log. */
  unheard = false;
  /** The number of requests for its log that got no answer. */
  refused = 0;

  logSince = (_page: string, since: number, siteSince: number): Observable<Stored[]> =>
    this.unheard
      ? throwError(() => {
          this.refused++;
          return new HttpErrorResponse({ status: 502 });
        })
      : this.forgets
        ? throwError(
            () =>
              new HttpErrorResponse({
                status: 410,
                error: { code: 'log-gone', problem: 'Load it anew.' } satisfies Refused,
              }),
          )
        : of(this.since(since, siteSince));

  private since = (page: number, site: number): Stored[] =>
    this.log.filter((one) => (one.revision ?? -1) > page || (one.siteRevision ?? -1) > site);

  store = (_page: string, { id, base, siteBase, edits }: Batch): Observable<Stored[]> =>
    defer(() => {
      this.requests++;
      if (this.away) return throwError(() => new HttpErrorResponse({ status: 0 }));
      try {
        this.take(id, edits);
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        return throwError(
          () =>
            new HttpErrorResponse({
              status: 422,
              error: { code: 'does-not-fit', problem: error.message } satisfies Refused,
            }),
        );
      }
      return of(this.since(base, siteBase ?? this.known.site));
    });

  /** Stores what the page’s editor sent, or somebody else did. */
  take(id: string, edits: readonly AnyEdit[]): void {
    if (this.log.some((one) => one.id === id)) return;
    const { site, page, edits: primitives } = applyBatch(this.documents, edits);
    this.documents = { site, page };
    const revision = primitives.some(isOnPage) ? ++this.known.page : null;
    const siteRevision = primitives.some(isOnSite) ? ++this.known.site : null;
    this.log.push({ revision, siteRevision, id, edits: primitives });
  }
}

/** An outbox that keeps nothing beyond the test. */
export class MemoryOutbox {
  kept = new Map<string, Waiting>();
  refusedOnes: Waiting[] = [];
  keep = async (waiting: Waiting): Promise<void> => void this.kept.set(waiting.id, waiting);
  keepNow = (all: readonly Waiting[]): boolean => {
    for (const one of all) this.kept.set(one.id, one);
    return true;
  };
  waitingFor = async (): Promise<Waiting[]> => [...this.kept.values()];
  drop = async (id: string): Promise<void> => void this.kept.delete(id);
  refuse = async (waiting: Waiting): Promise<void> => {
    this.refusedOnes.push(waiting);
    this.kept.delete(waiting.id);
  };
}
