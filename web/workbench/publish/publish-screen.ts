import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Title } from '@angular/platform-browser';
import { RouterLink } from '@angular/router';
import { forkJoin, lastValueFrom, firstValueFrom, tap } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { InputNumber } from 'primeng/inputnumber';
import { InputText } from 'primeng/inputtext';
import { outwards } from '@core/document/breakpoint';
import { clockTime, momentAt } from '@core/document/time-zone';
import { weightInWords, wholeWeight } from '@core/review/budget';
import { releaseNote } from '@core/review/release-note';
import type { PlannedRelease } from '@core/api/releases';
import { mayDo } from '@core/api/roles';
import { SiteHead } from '../../desk/site-head';
import { Api, failureOf } from '../../services/api';
import { loaded } from '../../services/loaded';
import { ChangeList } from '../../theme/change-list';
import { LineField } from '../../theme/line-field';
import { OneOf } from '../../theme/one-of';
import { ProgressLine } from '../../theme/progress-line';
import { BeforeAfter, type Pair, type Under } from './before-after';
import { drawCard, hasNoCard } from './cards';
import { stateOf, type Row } from './looked';
import { PagesLookedAt } from './pages-looked-at';
import { NotShown } from '../../theme/not-shown';
import { Tick } from '../../theme/tick';

type Shown = 'looks' | 'changes' | 'findings';
type When = 'now' | 'later';

const isSame = (one: Under | undefined, other: Under | undefined): boolean =>
  one?.site === other?.site && one?.page === other?.page;
/** Whether two pairs show the same: then nothing is drawn anew. */
const isSamePair = (one: Pair | undefined, other: Pair | undefined): boolean =>
  isSame(one?.before, other?.before) && isSame(one?.after, other?.after);

/** What goes live, of all pages of a site, before it does: how each looks, what changes on it, and what is wrong with it. */
@Component({
  selector: 'fold-publish-screen',
  imports: [
    NotShown,
    ...[FormsModule, RouterLink, Button, Checkbox, Tick, InputNumber, InputText],
    ...[BeforeAfter, ChangeList, LineField, OneOf, ProgressLine, SiteHead],
  ],
  providers: [PagesLookedAt],
  templateUrl: './publish-screen.html',
  styleUrl: './publish-screen.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PublishScreen {
  /** The site's id, from the address. */
  readonly site = input.required<string>();
  /** The pages that are chosen to begin with, by their ids, from the address; those that were changed where it says none. */
  readonly only = input<string>();
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  protected readonly pages = inject(PagesLookedAt);

  private readonly loaded = loaded(this.site, (site) =>
    forkJoin({ desk: this.api.desk(site), live: this.api.liveSite(site), planned: this.api.planned(site) }),
  );
  protected readonly failure = this.loaded.failure;
  protected readonly known = this.loaded.value;
  protected readonly mayBuild = computed(() => {
    const desk = this.known()?.desk;
    return desk !== undefined && !desk.archived && mayDo(desk.role, 'build');
  });
  protected readonly breakpoints = computed(() => outwards(this.known()?.desk.site.breakpoints ?? []));
  protected readonly breakpointChoices = computed(() => this.breakpoints().map(({ id, name }) => ({ id, word: name })));
  private readonly wantedBreakpoint = signal('');
  protected readonly breakpoint = computed(() => {
    const all = this.breakpoints();
    return all.find((one) => one.id === this.wantedBreakpoint()) ?? all[0];
  });

  protected readonly chosen = signal<ReadonlySet<string>>(new Set());
  /** What is chosen stays so until it is published. */
  private begun = false;
  private readonly wantedPage = signal('');
  /** The page that is looked at beside the list. */
  protected readonly open = computed(() => {
    const rows = this.pages.rows();
    return (
      rows.find((row) => row.entry.id === this.wantedPage()) ??
      rows.find((row) => this.chosen().has(row.entry.id)) ??
      rows[0]
    );
  });
  protected readonly shows = signal<Shown>('looks');
  protected readonly showChoices = computed<readonly { id: Shown; word: string }[]>(() => {
    const looked = this.open()?.looked;
    const count = (of: readonly unknown[] | undefined): string => (of ? ` · ${of.length}` : '');
    return [
      { id: 'looks', word: 'How it looks' },
      { id: 'changes', word: `What changes${count(looked?.changes)}` },
      { id: 'findings', word: `Findings${count(looked?.findings)}` },
    ];
  });
  /** The page as it is live, and as it will be: where it is not chosen, as it is live under what the site says now. */
  protected readonly pair = computed<Pair | undefined>(
    () => {
      const [known, next] = [this.known(), this.open()?.looked?.next];
      if (!known || !next) return undefined;
      const [now, was] = [known.desk.site, known.live.site];
      const before = was && next.live ? { site: was, page: next.live } : undefined;
      const page = this.chosen().has(next.page.id) ? next.page : (next.live ?? next.page);
      return { before, after: { site: now, page } };
    },
    { equal: isSamePair },
  );

  private readonly ofChosen = computed(() => this.pages.rows().filter((row) => this.chosen().has(row.entry.id)));
  protected readonly errors = computed(() => this.ofChosen().reduce((sum, row) => sum + (row.looked?.errors ?? 0), 0));
  /** The number of chosen pages with placeholders. Publishing them requires a confirmation. */
  protected readonly unfinished = computed(() => this.ofChosen().filter((row) => row.looked?.isUnfinished).length);
  protected readonly confirmed = signal(false);
  /** Chosen pages that are not looked at yet. */
  protected readonly unseen = computed(
    () => this.ofChosen().filter((row) => this.pages.ahead().has(row.entry.id)).length,
  );
  protected readonly besides = computed(
    () =>
      this.pages.rows().filter((row) => !this.chosen().has(row.entry.id) && row.looked?.next.changesWithSite).length,
  );

  /** Chosen pages that have no picture of their own where they are shared. */
  private readonly cardless = computed(() =>
    this.ofChosen().flatMap(({ looked }) => (looked && hasNoCard(looked.next.page) ? [looked.next] : [])),
  );
  protected readonly cardWords = computed(() => {
    const count = this.cardless().length;
    if (count === 0) return undefined;
    return count === 1 ? 'Create a share image (none chosen)' : `Create share images for ${count} pages (none chosen)`;
  });
  protected readonly draws = signal(true);
  protected readonly name = signal('');
  protected readonly note = signal('');
  protected readonly reason = signal('');
  protected readonly when = signal<When>('now');
  protected readonly whens = [
    { id: 'now', word: 'Now' },
    { id: 'later', word: 'At a set time' },
  ] as const;
  /** The time zone of the site; none for that of whoever sets it. */
  protected readonly zone = computed(() => this.known()?.desk.site.timeZone);
  protected clock = (at: string): string => clockTime(new Date(at), this.zone());
  /** As a field for dates and times has it. */
  protected readonly time = signal('');
  protected readonly busy = signal(false);
  protected readonly share = signal(0);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly stops = computed(
    () =>
      this.chosen().size === 0 ||
      this.unseen() > 0 ||
      (this.errors() > 0 && this.reason().trim() === '') ||
      (this.unfinished() > 0 && !this.confirmed()) ||
      (this.when() === 'later' && this.time() === ''),
  );
  protected readonly stateOf = stateOf;

  constructor() {
    const title = inject(Title);
    effect(() => {
      const known = this.known();
      if (!known) return;
      title.setTitle(`Publish · ${known.desk.site.name} · Fold Line`);
      const only = this.only()?.split(',');
      const wanted = known.desk.pages
        .filter((one) => (only ? only.includes(one.id) : one.live !== one.revision))
        .map((one) => one.id);
      untracked(() => {
        if (!this.begun) this.chosen.set(new Set(wanted));
        this.begun = true;
        this.pages.lookAt(known.desk, known.live.site, wanted);
      });
    });
  }

  protected weightOf({ looked }: Row): string {
    return looked ? `${Math.round(wholeWeight(looked.next.weight) / 1000).toLocaleString('en')} kB` : '';
  }

  protected weightWords({ looked }: Row): string {
    return looked ? weightInWords(looked.next.weight) : '';
  }

  protected choose(page: string, wanted: boolean): void {
    this.chosen.update((chosen) => new Set([...chosen].filter((one) => one !== page).concat(wanted ? [page] : [])));
  }

  protected chooseAll(wanted: boolean): void {
    this.chosen.set(new Set(wanted ? this.pages.rows().map((row) => row.entry.id) : []));
  }

  protected look(page: string): void {
    this.wantedPage.set(page);
  }

  protected lookAt(breakpoint: string): void {
    this.wantedBreakpoint.set(breakpoint);
  }

  protected setBudget(budget: number | null): void {
    if ((this.known()?.desk.site.budget ?? null) === budget) return;
    void this.saying(async () => {
      await firstValueFrom(this.api.setBudget(this.site(), budget));
      this.loaded.reload();
    });
  }

  protected cancelPlanned({ work }: PlannedRelease): void {
    void this.saying(async () => {
      await firstValueFrom(this.api.cancelPlanned(this.site(), work));
      this.loaded.reload();
    });
  }

  protected async publish(): Promise<void> {
    if (this.stops() || this.busy()) return;
    this.busy.set(true);
    this.share.set(0);
    this.problem.set(undefined);
    await this.saying(() => this.carryOut());
    if (this.problem() !== undefined) this.loaded.reload(); // a page may have changed meanwhile
    this.busy.set(false);
  }

  private async carryOut(): Promise<void> {
    const site = this.site();
    const drawn = this.draws() ? await this.drawCards() : new Map<string, number>();
    const wanted = {
      pages: [...this.chosen()],
      ...{ name: this.name().trim(), note: releaseNote(this.errors(), this.reason(), this.note()) },
    };
    if (this.when() === 'later') {
      const at = momentAt(this.time(), this.zone()).toISOString();
      await firstValueFrom(this.api.publishLater(site, { ...wanted, at }));
      this.messages.add({ severity: 'success', detail: 'The release is set for then.', life: 5000 });
    } else {
      const seen = this.ofChosen().flatMap(({ entry, looked }) =>
        looked ? [[entry.id, drawn.get(entry.id) ?? looked.next.revision]] : [],
      );
      const revisions = Object.fromEntries(seen) as Record<string, number>; // a revision a page
      const steps = this.api.publishSeveral(site, { ...wanted, revisions });
      const end = await lastValueFrom(steps.pipe(tap((step) => 'share' in step && this.share.set(step.share))));
      if ('result' in end)
        this.messages.add({ severity: 'success', detail: `Release ${end.result.number} is live.`, life: 5000 });
    }
    for (const field of [this.name, this.note, this.reason]) field.set('');
    this.confirmed.set(false);
    this.begun = false;
    this.loaded.reload();
  }

  /** The revisions of pages after each got its picture. */
  private async drawCards(): Promise<ReadonlyMap<string, number>> {
    const now = this.known()?.desk.site;
    const drawn = new Map<string, number>();
    if (now) for (const next of this.cardless()) drawn.set(next.page.id, await drawCard(this.api, now, next));
    return drawn;
  }

  private async saying(what: () => Promise<unknown>): Promise<void> {
    try {
      await what();
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    }
  }
}
