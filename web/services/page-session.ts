import { computed, inject, Injectable, signal, type OnDestroy } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import {
  catchError,
  concatMap,
  defer,
  EMPTY,
  filter,
  firstValueFrom,
  mergeMap,
  Subject,
  Subscription,
  switchMap,
  takeUntil,
  throwError,
  timer,
  type Observable,
} from 'rxjs';
import { nanoid } from 'nanoid';
import { isPatchable, isSeenAnew } from '@core/compile/canvas';
import { addressed } from '@core/document/edits/addressed';
import { settlingBefore } from '@core/document/edits/settling';
import { applyBatch, type Documents } from '@core/document/edits/batch';
import type { AnyEdit, Primitive } from '@core/document/edits/site-edit';
import { areTextsAndPictures } from '@core/document/edits/check/texts-and-pictures';
import { archivedWords, mayDo, whyNot, type Role } from '@core/api/roles';
import type { Page } from '@core/document/page';
import { menuNamedBy } from '@core/document/menus/shown-menu';
import { Problem } from '@core/document/problem';
import type { Site } from '@core/document/site';
import { storable } from '@core/document/storable';
import { whatFits } from '@core/document/edits/what-fits';
import { seenPage } from '@core/document/seen/seen-page';
import { seenEdits } from '@core/document/edits/seen-edits';
import { pageEvents } from '@core/api/events';
import type { PageFacts, Stored } from '@core/api/pages';
import { peopleAfter, type Present } from '@core/api/people';
import { afterPaint } from './after-paint';
import { Api, failureOf, willNeverFit } from './api';
import { askAgain } from './ask-again';
import { Drafts } from './drafts';
import { History, type Step } from './history';
import { Meeting, overtakenBy, saidOf, withWaiting } from './meeting';
import { batchesOf, Outbox, type Waiting } from './outbox';
import type { PageChange } from './page-change';
import { pageLeft } from './page-left';
import { serverEvents } from './server-events';
import { shownRelease, type ShownRelease } from './shown-release';

/** More than anybody knows: asks for all there is. */
const all = { revision: Infinity, siteRevision: Infinity };

export type SaveState = 'saved' | 'saving' | 'waiting';

/**
 * One open page: the state the server has confirmed, the edits still on their way, and the page shown, which is both
 * together.
 * Every edit is kept in the browser until the server has stored it.
 */
@Injectable()
export class PageSession implements OnDestroy {
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  /** Typed text that is not an edit yet. */
  readonly drafts = inject(Drafts);

  readonly site = signal<Site | undefined>(undefined);
  readonly page = signal<Page | undefined>(undefined);
  readonly release = signal<ShownRelease | null>(null);
  readonly live = signal('');
  /** What the pages of the site are called, by their ids, as far as it is known. */
  readonly titles = signal<PageFacts['titles']>({});
  /** What the person is on this site. */
  readonly role = signal<Role>('reader');
  /** They may change more than texts and pictures. */
  readonly archived = signal(false);
  readonly mayBuild = computed(() => !this.archived() && mayDo(this.role(), 'build'));
  readonly mayWrite = computed(() => !this.archived() && mayDo(this.role(), 'write'));
  /** Why they may not do more. */
  readonly whyNot = computed(() => (this.archived() ? archivedWords : whyNot(this.role())));
  readonly waiting = signal<readonly Waiting[]>([]);
  readonly reached = signal(true);
  readonly problem = signal<string | undefined>(undefined);
  readonly state = computed<SaveState>(() =>
    this.waiting().length === 0 ? (this.drafts.any() ? 'saving' : 'saved') : this.reached() ? 'saving' : 'waiting',
  );
  private readonly history = new History();
  readonly canUndo = this.history.canUndo;
  readonly canRedo = this.history.canRedo;

  /** Every change of the page shown, for those who draw it. */
  readonly shownChanges = new Subject<PageChange>();
  /** Sentences for the person. */
  readonly notices = new Subject<string>();
  /** Who else has the page open, and what they have selected. */
  readonly people = signal<readonly Present[]>([]);
  /** The stream is open, again after a break: the server knows nothing of this tab but that it is there. */
  readonly listening = new Subject<void>();
  /** This tab's name among those that have the page open. */
  private readonly tab = nanoid();

  private confirmed: Documents | undefined;
  /** What is confirmed with what waits, as it is or will be stored; the page shown is this one as it is seen. */
  private stored: Documents | undefined;
  /** Under which ids the page shows what the last edits put into something shared. */
  private put: ReadonlyMap<string, string> = new Map();
  private revision = 0;
  private siteRevision = 0;
  private order = 0;
  /** Edits that the browser has not stored yet. */
  private readonly unkept = new Set<Waiting>();
  private rebuiltAt = 0;
  /** What is shown is not what is confirmed with what waits, for half a second at most. */
  private isStale = false;
  private sending = false;
  private readonly meeting = new Meeting();
  private readonly nothingWaits = toObservable(this.waiting).pipe(filter((list) => list.length === 0));
  private readonly running = new Subscription();
  /** The page is no longer open here. */
  private readonly left = new Subject<void>();
  /** Entries of the log were missed, up to a revision. */
  private readonly behind = new Subject<Pick<Stored, 'revision' | 'siteRevision'>>();
  /** Something was said on the page, or may have been while nobody listened. */
  readonly remarksTold = new Subject<void>();
  /** The page may have been deleted. */
  private readonly gone = new Subject<void>();

  constructor() {
    this.fetchWhatChanged();
    this.running.add(pageLeft().subscribe(() => this.keepAll()));
  }

  /** Loads a page, sends again what an earlier visit left unsent, and listens to what others do. */
  async open(id: string): Promise<void> {
    const facts = await firstValueFrom(this.api.page(id));
    this.release.set(shownRelease(facts));
    this.live.set(facts.live);
    this.titles.set(facts.titles);
    this.know(facts);
    this.confirmed = { site: facts.site, page: facts.page };
    this.revision = facts.revision;
    this.siteRevision = facts.siteRevision;
    const left = await this.outbox.waitingFor(id);
    this.order = (left.at(-1)?.order ?? 0) + 1;
    this.waiting.set(left);
    this.rebuild();
    this.running.add(this.listen(id));
    void this.send();
  }

  /** A page that somebody else has deleted is said to be. */
  private lookForPage(): Observable<unknown> {
    const page = this.page();
    if (!page) return EMPTY;
    return this.api.page(page.id).pipe(
      catchError((error: unknown) => {
        if (failureOf(error).code === 'not-found')
          this.notices.next(
            'This page has been deleted, or you no longer have access to its site. What you change here can’t be saved any more.',
          );
        return EMPTY; // whatever else keeps it from being read passes
      }),
    );
  }

  /** Pages may be called otherwise meanwhile: menus on the page say so. */
  learnTitles(titles: PageFacts['titles']): void {
    const [known, page] = [this.titles(), this.page()];
    const ids = new Set([...Object.keys(known), ...Object.keys(titles)]);
    if (![...ids].some((id) => known[id] !== titles[id])) return;
    this.titles.set(titles);
    if (page && Object.values(page.parts).some((part) => menuNamedBy(part) !== undefined))
      this.shownChanges.next({ before: page, after: page, edits: 'all' });
  }

  /** Tells others who have the page open which parts are selected here; they may not hear of it. */
  tellPlace(at: readonly string[]): Observable<unknown> {
    const page = this.page();
    return page
      ? this.api.tellPlace(page.id, { tab: this.tab, at: at.slice(0, 10) }).pipe(catchError(() => EMPTY))
      : EMPTY;
  }

  /** Fetches what was stored since and has not been heard of yet. */
  async catchUp(): Promise<void> {
    const page = this.page();
    if (!page) return;
    const missed = this.logSince(page.id).pipe(takeUntil(this.left));
    await firstValueFrom(missed, { defaultValue: [] }).then((log) => this.hear(log));
  }

  /**
   * Makes edits of what is typed and stores all edits in the browser before it returns. Returns whether they are stored.
   */
  keepAll(): boolean {
    this.drafts.commit();
    return this.outbox.keepNow([...this.unkept]);
  }

  ngOnDestroy(): void {
    this.keepAll();
    this.left.next();
    this.running.unsubscribe();
  }

  /**
   * Makes edits: shown at once, kept in the browser, sent. Edits with the same `merge`, each within so many ms of the
   * last, are one step of undo.
   */
  apply(edits: readonly AnyEdit[], merge?: string, within = 1200): boolean {
    const after = this.show((before) => this.asStored(before, edits));
    if (!after) return false;
    this.history.made({ ...after, merge, knew: this.meeting.batches }, within);
    return true;
  }

  /**
   * What edits would make of the site and the page shown, and the primitives they come to. @throws Problem where they
   * do not fit
   */
  foreseen(wanted: readonly AnyEdit[]): (Documents & { readonly edits: readonly Primitive[] }) | undefined {
    const before = this.stored;
    if (!before) return undefined;
    const { site, page, edits } = applyBatch(before, this.asStored(before, wanted).edits);
    return { site, page: seenPage(site, page), edits };
  }

  undo(): void {
    const step = this.history.toUndo();
    if (step) this.retrace(step, step.inverses, step.edits, this.history.undid);
  }

  redo(): void {
    const step = this.history.toRedo();
    if (step) this.retrace(step, step.edits, step.inverses, this.history.redid);
  }

  /**
   * Takes a step back, or does it again. Where others changed the same meanwhile, this is said, and the way back
   * leads to what they made.
   */
  private retrace(step: Step, way: readonly AnyEdit[], done: readonly AnyEdit[], kept: (step: Step) => void): void {
    const before = this.stored;
    const isNew = before && step.knew !== this.meeting.batches;
    const others = isNew ? overtakenBy(before, { edits: done, inverses: way }) : [];
    // others may have taken away what the rest of it speaks of
    const { fits, problem } = isNew ? whatFits(before, way) : { fits: way };
    const isUndo = way === step.inverses;
    if (problem !== undefined)
      this.notices.next(
        `${isUndo ? 'Not all of this could be undone' : 'Not all of this could be done again'}: ${problem}`,
      );
    // what was made is kept as it is stored
    const after = this.show((now) => ({ edits: [...settlingBefore(now, fits), ...fits], seen: new Map() }));
    if (!after) return;
    if (others.length === 0 && problem === undefined) return kept(step);
    const wayBack = isUndo ? { edits: after.inverses } : { inverses: after.inverses };
    kept({ ...step, ...wayBack, knew: this.meeting.batches });
    if (others.length > 0) this.notices.next(saidOf(others, isUndo ? 'redo' : 'undo'));
  }

  /** The id under which the page shows a part that edits spoke of by the id they gave it. */
  idOnPage = (id: string): string => this.put.get(id) ?? id;

  /** Waits until everything made so far is stored. */
  async settled(): Promise<void> {
    if (this.waiting().length > 0) await firstValueFrom(this.nothingWaits, { defaultValue: [] });
  }

  /** Applies edits to the documents shown and puts them on their way; the inverses, or nothing when they do not fit. */
  private show(
    made: (before: Documents) => { edits: readonly AnyEdit[]; seen: ReadonlyMap<string, string> },
  ): { edits: readonly AnyEdit[]; inverses: readonly AnyEdit[] } | undefined {
    const before = this.stored;
    if (!before) return undefined;
    try {
      const { edits: wanted, seen } = made(before);
      const edits = storable(wanted);
      if (edits.length === 0) return undefined;
      const after = applyBatch(before, edits);
      if (!this.mayBuild() && !(this.mayWrite() && areTextsAndPictures(before, edits))) {
        this.notices.next(this.whyNot());
        return undefined;
      }
      this.put = seen;
      this.showAs(after, after.edits);
      this.enqueue(after.page.id, edits);
      return { edits, inverses: after.inverses };
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.notices.next(error.message);
      return undefined;
    }
  }

  /**
   * Edits of what is shown, as edits of what is stored; and under which ids the page will show what they put into
   * something shared.
   */
  private asStored(
    before: Documents,
    wanted: readonly AnyEdit[],
  ): { edits: AnyEdit[]; seen: ReadonlyMap<string, string> } {
    const { edits, seen } = addressed(before, wanted);
    return { edits: [...settlingBefore(before, edits), ...edits], seen };
  }

  /** Shows documents: what edits made of those shown before, or a wholly new state. */
  private showAs({ site, page: after }: Documents, edits: readonly Primitive[] | 'all'): void {
    const siteBefore = this.site() ?? site;
    const storedBefore = this.stored?.page ?? after;
    const stored = { site, page: after };
    this.stored = stored;
    const page = seenPage(site, after);
    const before = this.page() ?? page;
    this.site.set(stored.site);
    this.page.set(page);
    const onPage =
      edits === 'all' || !isPatchable(siteBefore, site)
        ? 'all'
        : seenEdits({ before: storedBefore, after: stored, seen: page }, edits);
    if (onPage === 'all') return this.shownChanges.next({ before, after: page, edits: 'all' });
    const seen = isSeenAnew(siteBefore, stored.site);
    if (seen || onPage.length > 0)
      this.shownChanges.next({ before, after: page, edits: onPage, ...(seen && { siteBefore }) });
  }

  /** Puts edits on their way, in as many batches as the server takes them: kept and sent once they are seen. */
  private enqueue(page: string, edits: readonly AnyEdit[]): void {
    const fresh = batchesOf(edits).map((some): Waiting => ({ id: nanoid(), page, order: this.order++, edits: some }));
    this.waiting.update((list) => [...list, ...fresh]);
    for (const waiting of fresh) this.unkept.add(waiting);
    const keep = async (waiting: Waiting): Promise<void> => {
      // it may have been sent with an earlier one, and dropped
      if (this.waiting().includes(waiting)) await this.outbox.keep(waiting);
      this.unkept.delete(waiting);
    };
    afterPaint(() => void Promise.all(fresh.map(keep)).finally(() => this.send()));
  }

  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    for (let next = this.waiting()[0]; next; next = this.waiting()[0]) {
      // a page that is left sends what waits, but does not try again
      if (this.running.closed && !this.reached()) break;
      await this.sendOne(next);
      if (this.isStale) this.freshen();
    }
    this.sending = false;
    this.meeting.said().forEach((sentence) => this.notices.next(sentence));
  }

  private async sendOne(next: Waiting): Promise<void> {
    try {
      const log = await firstValueFrom(
        this.api.store(next.page, {
          id: next.id,
          base: this.revision,
          siteBase: this.siteRevision,
          edits: next.edits,
        }),
      );
      this.reached.set(true);
      this.problem.set(undefined);
      await this.outbox.drop(next.id);
      this.hear(log);
      if (this.waiting().some((one) => one.id === next.id))
        this.waiting.update((list) => list.filter((one) => one.id !== next.id));
    } catch (error) {
      const failure = failureOf(error);
      if (failure.code === 'not-allowed') await this.lookForRole(next.page);
      if (willNeverFit(failure)) return this.refused(next, failure.problem);
      this.reached.set(false);
      this.problem.set(
        failure.code === 'signed-out'
          ? 'You are signed out. Sign in again in another tab: nothing is lost.'
          : failure.problem,
      );
      await firstValueFrom(timer(1000));
    }
  }

  /** Somebody gave the person another role meanwhile. */
  private async lookForRole(page: string): Promise<void> {
    const facts = await firstValueFrom(this.api.page(page).pipe(catchError(() => EMPTY)), { defaultValue: undefined });
    if (facts) this.know(facts);
  }

  /** What the person may do here. */
  private know({ role, archived }: PageFacts): void {
    this.role.set(role);
    this.archived.set(archived);
  }

  /** An edit the server would not take: kept aside, undone here, and said. */
  private async refused(waiting: Waiting, problem: string): Promise<void> {
    await this.outbox.refuse(waiting, problem);
    this.waiting.update((list) => list.filter((one) => one.id !== waiting.id));
    this.meeting.refused(problem);
    await this.catchUp();
    this.freshen();
  }

  /**
   * Takes in batches that were stored, one's own or others', as far as each is the next one of what it changed; shows
   * them at once.
   */
  private hear(log: readonly Stored[]): void {
    const before = this.confirmed;
    const alone = this.waiting().length === 0;
    const theirs: Primitive[] = [];
    for (const stored of log) {
      if (!this.isNews(stored)) continue;
      if (!this.isNext(stored)) {
        this.behind.next(stored);
        break;
      }
      theirs.push(...this.takeIn(stored));
    }
    if (theirs.length === 0 || !before || !this.confirmed) return;
    this.meeting.heard(before, this.waiting(), theirs);
    if (alone && !this.isStale) this.showAs(this.confirmed, theirs);
    else this.freshen();
  }

  private isNext = ({ revision, siteRevision }: Stored): boolean =>
    this.confirmed !== undefined &&
    (revision === null || revision === this.revision + 1) &&
    (siteRevision === null || siteRevision === this.siteRevision + 1);

  /** Takes a batch into what is confirmed; its edits, where it was another's. */
  private takeIn(stored: Stored): readonly Primitive[] {
    const { site, page, edits } = applyBatch(this.confirmed!, stored.edits); // isNext has looked
    this.confirmed = { site, page };
    this.revision = stored.revision ?? this.revision;
    this.siteRevision = stored.siteRevision ?? this.siteRevision;
    if (this.waiting()[0]?.id !== stored.id) return edits;
    this.waiting.update((list) => list.slice(1));
    return [];
  }

  private isNews = ({ revision, siteRevision }: Pick<Stored, 'revision' | 'siteRevision'>): boolean =>
    (revision ?? -1) > this.revision || (siteRevision ?? -1) > this.siteRevision;

  /** Shows what is confirmed with what waits; while much waits, not for each batch that is heard. */
  private freshen(): void {
    this.isStale = this.waiting().length > 20 && Date.now() < this.rebuiltAt + 500;
    if (!this.isStale) this.rebuild();
  }

  /** The documents shown, made anew from what is confirmed and what still waits. */
  private rebuild(): void {
    if (!this.confirmed) return;
    this.showAs(withWaiting(this.confirmed, this.waiting()), 'all');
    this.rebuiltAt = Date.now();
  }

  /** Listens to what is stored on the page by anyone, as it happens; after a break, fetches everything missed. */
  private listen(id: string): Subscription {
    return serverEvents(`/api/pages/${id}/feed?tab=${this.tab}`, pageEvents).subscribe((heard) => {
      if (heard.name === 'message') this.hear([heard.data]);
      else if (heard.name === 'people') this.people.update((before) => peopleAfter(before, heard.data));
      else if (heard.name === 'gone') this.gone.next();
      else if (heard.name === 'remarks') this.remarksTold.next();
      else {
        this.remarksTold.next();
        this.behind.next(all);
        this.listening.next();
      }
    });
  }

  /**
   * What was stored since, asked for until the server answers: nobody may say anything more that would tell of it.
   * Nothing where it is not to be had. Where the log no longer goes back so far, the documents are fetched whole.
   */
  private logSince(page: string): Observable<readonly Stored[]> {
    return defer(() => this.api.logSince(page, this.revision, this.siteRevision)).pipe(
      catchError((error: unknown) =>
        failureOf(error).code === 'log-gone' ? this.fetchWhole(page) : throwError(() => error),
      ),
      askAgain(),
      catchError(() => EMPTY),
    );
  }

  private fetchWhole(page: string): Observable<never> {
    return this.api.page(page).pipe(
      mergeMap((facts) => {
        if (!this.isNews(facts)) return EMPTY;
        this.confirmed = { site: facts.site, page: facts.page };
        this.revision = facts.revision;
        this.siteRevision = facts.siteRevision;
        this.rebuild();
        return EMPTY;
      }),
    );
  }

  /**
   * Fetches what was missed. Of two questions of one kind only the later answer counts: the earlier one may be older.
   */
  private fetchWhatChanged(): void {
    const missed = this.behind.pipe(
      // One after the other: entries that keep coming would else call off each fetch before it is answered.
      concatMap((upTo) => {
        const page = this.page();
        return page && this.isNews(upTo) ? this.logSince(page.id) : EMPTY;
      }),
    );
    this.running.add(missed.subscribe((log) => this.hear(log)));
    this.running.add(this.gone.pipe(switchMap(() => this.lookForPage())).subscribe());
  }
}
