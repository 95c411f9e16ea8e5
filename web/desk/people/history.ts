import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, EMPTY, exhaustMap, map, merge, Subject, switchMap, tap, type Observable } from 'rxjs';
import { Button } from 'primeng/button';
import type { SiteHistory } from '@core/api/history';
import { Api, failureOf } from '../../services/api';
import { SiteHead } from '../site-head';

type Entry = SiteHistory['entries'][number];

/** Who did what on a client's site, and when. */
@Component({
  selector: 'fold-history',
  imports: [DatePipe, RouterLink, Button, SiteHead],
  templateUrl: './history.html',
  styleUrls: ['../desk-screen.css', './history.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class History {
  /** The site's id, from the address. */
  readonly site = input.required<string>();
  private readonly api = inject(Api);
  private readonly entries = signal<readonly Entry[]>([]);
  protected readonly name = signal('');
  protected readonly next = signal<string | null>(null);
  protected readonly loading = signal(true);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly more = new Subject<void>();

  /** The entries by the day they ended on, here. */
  protected readonly days = computed(() => {
    const days = new Map<string, Entry[]>();
    for (const entry of this.entries()) {
      const day = new Date(entry.at).toDateString();
      days.set(day, [...(days.get(day) ?? []), entry]);
    }
    return [...days].map(([day, entries]) => ({ day, entries }));
  });

  constructor() {
    const afresh = toObservable(this.site).pipe(map(() => undefined));
    const on = this.more.pipe(map(() => this.next() ?? undefined));
    merge(afresh.pipe(switchMap(() => this.load(undefined))), on.pipe(exhaustMap((before) => this.load(before))))
      .pipe(takeUntilDestroyed())
      .subscribe();
  }

  private load(before: string | undefined): Observable<SiteHistory> {
    this.loading.set(true);
    return this.api.history(this.site(), before).pipe(
      tap(({ site, entries, next }) => {
        this.name.set(site);
        this.entries.update((known) => (before === undefined ? entries : [...known, ...entries]));
        this.next.set(next);
        this.loading.set(false);
      }),
      catchError((error: unknown) => {
        this.problem.set(failureOf(error).problem);
        this.loading.set(false);
        return EMPTY;
      }),
    );
  }
}
