import { inject, Injectable, signal, type OnDestroy } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import type { DeskFacts } from '@core/api/sites';
import type { Site } from '@core/document/site';
import { Api, failureOf } from '../../services/api';
import { FileWeightsKnown } from '../../services/file-weights-known';
import { PageWorker } from '../../services/page-worker';
import { lookedAt, type Row } from './looked';
import { reviewOf } from './page-review';

/** Looks at the pages of a site, one after the other, as the next release would have them. */
@Injectable()
export class PagesLookedAt implements OnDestroy {
  private readonly api = inject(Api);
  private readonly worker = inject(PageWorker);
  private readonly weights = inject(FileWeightsKnown);
  /** What is known of each: while it is looked at anew, what was known before. */
  readonly rows = signal<readonly Row[]>([]);
  /** Those that are still to be looked at. */
  readonly ahead = signal<ReadonlySet<string>>(new Set());
  private run = new AbortController();

  ngOnDestroy(): void {
    this.run.abort();
  }

  /** Begins anew; those that are to be published come first, and count as live for links to them. */
  lookAt(desk: DeskFacts, live: Site | null, wanted: readonly string[]): void {
    this.run.abort();
    const { signal: over } = (this.run = new AbortController());
    const before = new Map(this.rows().map((row) => [row.entry.id, row.looked]));
    this.rows.set(desk.pages.map((entry) => ({ entry, looked: before.get(entry.id), failed: undefined })));
    this.ahead.set(new Set(desk.pages.map((one) => one.id)));
    void this.each(desk, live, new Set(wanted), over);
  }

  private async each(
    desk: DeskFacts,
    live: Site | null,
    wanted: ReadonlySet<string>,
    over: AbortSignal,
  ): Promise<void> {
    const pages = desk.pages.map(({ id, title, path, former, livePath }) => ({
      ...{ id, title, path, former: [...former] },
      live: wanted.has(id) ? path : livePath,
    }));
    const others = desk.pages.map((one) => one.id).filter((id) => !wanted.has(id));
    for (const id of [...wanted, ...others]) {
      if (over.aborted) return;
      try {
        const next = await firstValueFrom(this.api.nextOf(desk.site.id, id));
        const at = { pages, menus: desk.menus, weights: await this.weights.of(desk.site) };
        const found = await reviewOf({ site: desk.site, page: next.page }, at, this.worker, over);
        this.note(id, { looked: lookedAt({ now: desk.site, live }, next, found) }, over);
      } catch (error) {
        this.note(id, { failed: failureOf(error).problem }, over);
      }
    }
  }

  private note(id: string, known: Partial<Pick<Row, 'looked' | 'failed'>>, over: AbortSignal): void {
    if (over.aborted) return;
    this.ahead.update((ahead) => new Set([...ahead].filter((one) => one !== id)));
    this.rows.update((rows) => rows.map((row) => (row.entry.id === id ? { ...row, ...known } : row)));
  }
}
