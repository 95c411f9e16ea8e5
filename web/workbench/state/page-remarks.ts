import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, EMPTY, firstValueFrom, switchMap, type Observable } from 'rxjs';
import { MessageService } from 'primeng/api';
import { baseOf } from '@core/document/breakpoint';
import type { Remark, StudioAnswer } from '@core/api/remarks';
import { numbered, type Numbered } from '../../remarks/numbered';
import { Api, failureOf } from '../../services/api';
import { askAgain } from '../../services/ask-again';
import { PageSession } from '../../services/page-session';
import { Dialogs } from './dialogs';
import { Selection } from './selection';

/** What clients said on the page: asked for when it is opened, and whenever something was said since. */
@Injectable()
export class PageRemarks {
  private readonly api = inject(Api);
  private readonly session = inject(PageSession);
  private readonly dialogs = inject(Dialogs);
  private readonly selection = inject(Selection);
  private readonly messages = inject(MessageService);
  private readonly said = signal<readonly Remark[]>([]);
  readonly chosen = signal<string | undefined>(undefined);

  /** All of them with their numbers, the first said first. */
  readonly all = computed(() => numbered(this.said()));
  private readonly unsettled = computed(() => this.all().filter(({ remark }) => remark.settled === null));
  readonly word = computed(() => {
    const count = this.unsettled().length;
    return count === 1 ? '1 remark' : count === 0 ? 'Remarks' : `${count} remarks`;
  });

  constructor() {
    const ids = computed(() => ({ page: this.session.page()?.id, site: this.session.site()?.id }));
    this.session.remarksTold
      .pipe(
        switchMap(() => this.asked(ids())),
        takeUntilDestroyed(),
      )
      .subscribe((remarks) => this.said.set(remarks));
    const page = computed(() => ids().page);
    effect(() => {
      if (page() !== undefined) untracked(() => this.session.remarksTold.next());
    });
  }

  private asked({
    page,
    site,
  }: {
    page?: string | undefined;
    site?: string | undefined;
  }): Observable<readonly Remark[]> {
    if (page === undefined || site === undefined) return EMPTY;
    return this.api.remarks(site, page).pipe(
      switchMap(({ remarks }) => [remarks]),
      askAgain(),
      catchError(() => EMPTY), // asked for again with the next that is said
    );
  }

  /** Those to be shown on a leaf: seen at its breakpoint, or at one that has gone, and not settled. */
  at(breakpoint: string): readonly Numbered[] {
    const list = this.session.site()?.breakpoints ?? [];
    const base = list.length > 0 ? baseOf(list).id : '';
    return this.unsettled().filter(({ remark }) => {
      const isThere = list.some((one) => one.id === remark.breakpoint);
      return (isThere ? remark.breakpoint : base) === breakpoint;
    });
  }

  /** Opens the list of them, at one where it is named, and selects its part. */
  open(id?: string): void {
    if (id !== undefined) this.choose(id);
    void this.dialogs.open('remarks');
  }

  choose(id: string): void {
    this.chosen.set(id);
    const remark = this.said().find((one) => one.id === id);
    const list = this.session.site()?.breakpoints ?? [];
    if (!remark || !Object.hasOwn(this.session.page()?.parts ?? {}, remark.part)) return;
    this.selection.select(
      remark.part,
      list.some((one) => one.id === remark.breakpoint) ? remark.breakpoint : undefined,
    );
  }

  answer = (remark: string, said: StudioAnswer): Promise<boolean> =>
    this.done((site) => this.api.answerRemark(site, remark, said));

  settle = (remark: string, settled: boolean): Promise<boolean> =>
    this.done((site) => this.api.settleRemark(site, remark, settled));

  remove = (remark: string): Promise<boolean> => this.done((site) => this.api.deleteRemark(site, remark));

  /** Does something and shows the remarks as they are then; whether it was done. */
  private async done(what: (site: string) => Observable<unknown>): Promise<boolean> {
    const site = this.session.site()?.id;
    if (site === undefined) return false;
    try {
      await firstValueFrom(what(site), { defaultValue: undefined });
      return true;
    } catch (error) {
      this.messages.add({ severity: 'error', detail: failureOf(error).problem });
      return false;
    } finally {
      this.session.remarksTold.next();
    }
  }
}
