import { computed, inject, Injectable, signal, type OnDestroy } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import {
  catchError,
  concatMap,
  EMPTY,
  filter,
  firstValueFrom,
  of,
  Subject,
  Subscription,
  switchMap,
  timer,
  type Observable,
} from 'rxjs';
import { nanoid } from 'nanoid';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import type { KeptSection } from '@core/document/kept-section';
import type { Page } from '@core/document/page';
import { Problem } from '@core/document/problem';
import type { Picture, Site } from '@core/document/site';
import { sharingParts } from '@core/document/changes';
import { pageEvents } from '@core/api/events';
import type { PageFacts, Stored } from '@core/api/pages';
import { Api, failureOf, type Failure } from './api';
import { Outbox, type Waiting } from './outbox';
import { serverEvents } from './server-events';

/** A step of history: what was done and what undoes it. */
interface Step {
  readonly edits: readonly Edit[];
  readonly inverses: readonly Edit[];
  readonly merge: string | undefined;
}

/** Refusals that sending the same edits again would meet again. */
const willNeverFit: readonly Failure['code'][] = [
  'bad-input',
  'not-found',
  'too-large',
  'compressed-body',
  'does-not-fit',
];

/** At most so many edits are sent as one batch: fewer than the server takes. */
const editsABatch = 1000;

function batchesOf(edits: readonly Edit[]): (readonly Edit[])[] {
  if (edits.length <= editsABatch) return [edits];
  return Array.from({ length: Math.ceil(edits.length / editsABatch) }, (_, at) =>
    edits.slice(at * editsABatch, (at + 1) * editsABatch),
  );
}

/** What happened to the page shown: edits to patch in, or a wholly new state. */
export interface PageChange {
  readonly before: Page;
  readonly after: Page;
  readonly edits: readonly Edit[] | 'all';
}

export type SaveState = 'saved' | 'saving' | 'waiting';

/**
 * One open page: the state the server has confirmed, the edits still on their way, and the page shown, which is both together.
 * Every edit is kept in the browser until the server has stored it.
 */
@Injectable()
export class PageSession implements OnDestroy {
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);

  readonly site = signal<Site | undefined>(undefined);
  readonly page = signal<Page | undefined>(undefined);
  readonly release = signal<PageFacts['release']>(null);
  readonly live = signal('');
  readonly waiting = signal<readonly Waiting[]>([]);
  readonly reached = signal(true);
  readonly problem = signal<string | undefined>(undefined);
  readonly state = computed<SaveState>(() =>
    this.waiting().length === 0 ? 'saved' : this.reached() ? 'saving' : 'waiting',
  );
  readonly canUndo = computed(() => this.done().length > 0);
  readonly canRedo = computed(() => this.undone().length > 0);

  /** Every change of the page shown, for those who draw it. */
  readonly shownChanges = new Subject<PageChange>();
  /** Sentences for the person. */
  readonly notices = new Subject<string>();

  private readonly done = signal<readonly Step[]>([]);
  private readonly undone = signal<readonly Step[]>([]);
  private confirmed: Page | undefined;
  private revision = 0;
  private order = 0;
  private siteHash: string | undefined;
  private sending = false;
  private mergeUntil = 0;
  private readonly listWaiting = toObservable(this.waiting);
  private readonly running = new Subscription();
  /** Entries of the log were missed, up to a revision. */
  private readonly behind = new Subject<number>();
  private readonly siteChanged = new Subject<void>();
  private readonly sectionsChanged = new Subject<void>();
  private readonly reopenings = new Subject<void>();
  private readonly reopened = new Subject<void>();

  constructor() {
    this.fetchWhatChanged();
  }

  /** Loads a page, sends again what an earlier visit left unsent, and listens to what others do. */
  async open(id: string): Promise<void> {
    const facts = await firstValueFrom(this.api.page(id));
    this.site.set(facts.site);
    this.release.set(
      facts.release?.page ? { ...facts.release, page: sharingParts(facts.release.page, facts.page) } : facts.release,
    );
    this.live.set(facts.live);
    this.confirmed = facts.page;
    this.revision = facts.revision;
    const left = await this.outbox.waitingFor(id);
    this.order = (left.at(-1)?.order ?? 0) + 1;
    this.waiting.set(left);
    this.page.set(facts.page);
    if (left.length > 0) this.rebuild();
    this.running.add(this.listen(id));
    void this.send();
  }

  /** Takes in what the site has become: its breakpoints may be others, and with them the page. What waits is kept; history begins anew. */
  reopen(): Promise<void> {
    const done = firstValueFrom(this.reopened);
    this.reopenings.next();
    return done;
  }

  private readonly fetchFacts = (): Observable<PageFacts | undefined> => {
    const page = this.page();
    return page
      ? this.api.page(page.id).pipe(catchError((error: unknown) => of(this.unreachable(error))))
      : of(undefined);
  };

  private takeInFacts(facts: PageFacts | undefined): void {
    if (facts) {
      this.site.set(facts.site);
      this.confirmed = facts.page;
      this.revision = facts.revision;
      this.done.set([]);
      this.undone.set([]);
      this.page.set(facts.page);
      this.rebuild();
      this.behind.next(Infinity); // what was stored while the answer was on its way
    }
    this.reopened.next();
  }

  /** A page that somebody else has deleted is said to be; whatever else keeps it from being read passes. */
  private unreachable(error: unknown): undefined {
    if (failureOf(error).code === 'not-found')
      this.notices.next(
        'This page has been deleted, or you no longer have access to its site. What you change here can’t be saved any more.',
      );
  }

  ngOnDestroy(): void {
    this.running.unsubscribe();
  }

  /** Makes edits: shown at once, kept in the browser, sent. Edits with the same `merge`, each within so many ms of the last, are one step of undo. */
  apply(edits: readonly Edit[], merge?: string, within = 1200): boolean {
    const inverses = this.show(edits);
    if (!inverses) return false;
    const last = this.done().at(-1);
    const joins = merge !== undefined && last?.merge === merge && Date.now() < this.mergeUntil;
    const step: Step = joins
      ? { edits: [...last.edits, ...edits], inverses: [...inverses, ...last.inverses], merge }
      : { edits, inverses, merge };
    this.mergeUntil = Date.now() + within;
    this.done.update((steps) => [...(joins ? steps.slice(0, -1) : steps), step].slice(-500));
    this.undone.set([]);
    return true;
  }

  undo(): void {
    const step = this.done().at(-1);
    if (!step) return;
    this.done.update((steps) => steps.slice(0, -1));
    if (this.show(step.inverses)) this.undone.update((steps) => [...steps, step]);
  }

  redo(): void {
    const step = this.undone().at(-1);
    if (!step) return;
    this.undone.update((steps) => steps.slice(0, -1));
    if (this.show(step.edits)) this.done.update((steps) => [...steps, { ...step, merge: undefined }]);
  }

  /** Waits until everything made so far is stored. */
  async settled(): Promise<void> {
    if (this.waiting().length > 0)
      await firstValueFrom(this.listWaiting.pipe(filter((list) => list.length === 0)), { defaultValue: [] });
  }

  /** The sections the site keeps, as they are now. */
  setSections(sections: readonly KeptSection[]): void {
    this.site.update((site) => site && { ...site, sections: [...sections] });
  }

  addPicture(id: string, picture: Picture): void {
    this.site.update((site) => site && { ...site, pictures: { ...site.pictures, [id]: picture } });
  }

  /** Applies edits to the page shown and puts them on their way; the inverses, or nothing when they do not fit. */
  private show(edits: readonly Edit[]): Edit[] | undefined {
    const site = this.site();
    const before = this.page();
    if (!site || !before || edits.length === 0) return undefined;
    try {
      const { page, inverses } = applyEdits(site, before, edits);
      this.page.set(page);
      this.shownChanges.next({ before, after: page, edits });
      this.enqueue(page.id, edits);
      return inverses;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.notices.next(error.message);
      return undefined;
    }
  }

  /** Puts edits on their way, in as many batches as the server takes them. */
  private enqueue(page: string, edits: readonly Edit[]): void {
    const fresh = batchesOf(edits).map((some): Waiting => ({ id: nanoid(), page, order: this.order++, edits: some }));
    this.waiting.update((list) => [...list, ...fresh]);
    void Promise.all(fresh.map((waiting) => this.outbox.keep(waiting))).finally(() => this.send());
  }

  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    for (let next = this.waiting()[0]; next; next = this.waiting()[0]) {
      if (this.running.closed) break;
      await this.sendOne(next);
    }
    this.sending = false;
  }

  private async sendOne(next: Waiting): Promise<void> {
    try {
      const log = await firstValueFrom(
        this.api.store(next.page, { id: next.id, base: this.revision, edits: next.edits }),
      );
      this.reached.set(true);
      this.problem.set(undefined);
      await this.outbox.drop(next.id);
      for (const stored of log) this.heard(stored);
      this.waiting.update((list) => list.filter((one) => one.id !== next.id));
    } catch (error) {
      const failure = failureOf(error);
      if (willNeverFit.includes(failure.code)) return this.refused(next, failure.problem);
      this.reached.set(false);
      this.problem.set(
        failure.code === 'signed-out'
          ? 'You are signed out. Sign in again in another tab: nothing is lost.'
          : failure.problem,
      );
      await firstValueFrom(timer(1000));
    }
  }

  /** An edit the server would not take: kept aside, undone here, and said. */
  private async refused(waiting: Waiting, problem: string): Promise<void> {
    await this.outbox.refuse(waiting, problem);
    this.waiting.update((list) => list.filter((one) => one.id !== waiting.id));
    const page = this.page();
    if (page)
      await firstValueFrom(this.api.logSince(page.id, this.revision)).then(
        (log) => log.forEach((stored) => this.heard(stored)),
        () => undefined,
      );
    this.rebuild();
    this.notices.next(`An edit could not be stored: ${problem} A copy of it is kept in this browser.`);
  }

  /** Takes in a stored batch, one's own or another's, when it is the next one. */
  private heard(stored: Stored): void {
    const site = this.site();
    if (!site || !this.confirmed || stored.revision <= this.revision) return;
    if (stored.revision !== this.revision + 1) return this.behind.next(stored.revision);
    const own = this.waiting()[0]?.id === stored.id;
    const alone = this.waiting().length === 0;
    const before = this.confirmed;
    this.confirmed = applyEdits(site, before, stored.edits).page;
    this.revision = stored.revision;
    if (own) this.waiting.update((list) => list.slice(1));
    else if (alone) {
      this.page.set(this.confirmed);
      this.shownChanges.next({ before, after: this.confirmed, edits: stored.edits });
    } else this.rebuild();
  }

  /** The page shown, made anew from what is confirmed and what still waits. */
  private rebuild(): void {
    const site = this.site();
    const before = this.page();
    if (!site || !before || !this.confirmed) return;
    let after = this.confirmed;
    for (const waiting of this.waiting()) {
      try {
        after = applyEdits(site, after, waiting.edits).page;
      } catch (error) {
        if (!(error instanceof Problem)) throw error; // the server will refuse it too, and then it is said
      }
    }
    this.page.set(after);
    this.shownChanges.next({ before, after, edits: 'all' });
  }

  /** Listens to what is stored on the page by anyone, as it happens; after a break, fetches everything missed. */
  private listen(id: string): Subscription {
    return serverEvents(`/api/pages/${id}/feed`, pageEvents).subscribe((heard) => {
      if (heard.name === 'message') this.heard(heard.data);
      else if (heard.name === 'open') this.behind.next(Infinity);
      else if (heard.name === 'site') this.reopenings.next();
      else if (heard.name === 'site-is') this.compareSite(heard.data);
      else this.sectionsChanged.next();
    });
  }

  /** After a break the server says by a hash what the site is now: when that is something else, it is fetched. */
  private compareSite(hash: string): void {
    const changed = this.siteHash !== undefined && this.siteHash !== hash;
    this.siteHash = hash;
    if (changed) this.siteChanged.next();
  }

  /** Fetches what was missed. Of two questions of one kind only the later answer counts: the earlier one may be older. */
  private fetchWhatChanged(): void {
    const missed = this.behind.pipe(
      // One after the other: entries that keep coming would else call off each fetch before it is answered.
      concatMap((revision) => {
        const page = this.page();
        const isNeeded = page && revision > this.revision;
        return isNeeded ? this.api.logSince(page.id, this.revision).pipe(catchError(() => EMPTY)) : EMPTY;
      }),
    );
    const facts = this.siteChanged.pipe(switchMap(() => this.fetchFacts()));
    const sections = this.sectionsChanged.pipe(
      switchMap(() => {
        const site = this.site();
        return site ? this.api.sections(site.id).pipe(catchError(() => EMPTY)) : EMPTY;
      }),
    );
    this.running.add(missed.subscribe((log) => log.forEach((stored) => this.heard(stored))));
    this.running.add(sections.subscribe((list) => this.setSections(list)));
    this.running.add(
      facts.subscribe((found) => {
        const same = JSON.stringify(found?.site.breakpoints) === JSON.stringify(this.site()?.breakpoints);
        if (found && same) this.site.set(found.site);
        else if (found) this.reopenings.next();
      }),
    );
    this.running.add(
      this.reopenings.pipe(switchMap(() => this.fetchFacts())).subscribe((found) => this.takeInFacts(found)),
    );
  }
}
