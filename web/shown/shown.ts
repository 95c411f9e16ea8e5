import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  HostListener,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { DatePipe } from '@angular/common';
import { FormsModule } from '@angular/forms';
import { ActivatedRoute } from '@angular/router';
import { Title } from '@angular/platform-browser';
import {
  catchError,
  EMPTY,
  exhaustMap,
  filter,
  finalize,
  firstValueFrom,
  fromEvent,
  map,
  merge,
  retry,
  startWith,
  Subject,
  switchMap,
  timer,
  type Observable,
} from 'rxjs';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import { Textarea } from 'primeng/textarea';
import { breakpointAt } from '@core/document/breakpoint';
import type { Shown as Facts } from '@core/api/preview-links';
import type { Remark } from '@core/api/remarks';
import { numbered, placeWords } from '../remarks/numbered';
import { focusNext } from '../theme/focus-next';
import { OwnId } from '../services/own-id';
import { RemarkCard, type SaidTo } from '../remarks/remark-card';
import { Api, failureOf } from '../services/api';
import { LineField } from '../theme/line-field';
import { RemarkDraft } from './remark-draft';
import { SizedFrame, type FramedAddress } from './sized-frame';
import type { Told } from './framed-page';

type Picked = Extract<Told, { is: 'picked' }>;

const nameKey = 'fold name of who remarks';
/** What was said by others is asked for so often, in ms. */
const often = 15_000;
/** Below this width, in px, the page takes all of the screen. */
const small = 760;

/** What a client sees who was sent a link: the pages, and what they remark on them. */
@Component({
  selector: 'fold-shown',
  imports: [DatePipe, FormsModule, Button, LineField, RemarkCard, Select, SizedFrame, Textarea],
  templateUrl: './shown.html',
  styleUrls: ['../sign-in/door.css', './shown.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shown {
  private readonly api = inject(Api);
  private readonly title = inject(Title);
  private readonly injector = inject(Injector);
  private readonly frame = viewChild(SizedFrame);
  private key = '';
  private readonly opens = new Subject<void>();

  protected readonly facts = signal<Facts | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly asksWord = signal(false);
  protected readonly word = signal('');
  protected readonly busy = signal(false);
  protected readonly isSmall = toSignal(
    fromEvent(window, 'resize').pipe(
      startWith(undefined),
      map(() => innerWidth < small),
    ),
    { initialValue: innerWidth < small },
  );

  protected readonly address = signal<FramedAddress>({ address: '' });
  /** The page seen, by its id. */
  protected readonly page = signal('');
  protected readonly remarks = signal<readonly Remark[]>([]);
  protected readonly chosen = signal<string | undefined>(undefined);
  protected readonly picking = signal(false);
  protected readonly picked = signal<Picked | undefined>(undefined);
  /** Whether the remarks are in sight on a small screen. */
  protected readonly listed = signal(false);
  protected readonly words = signal('');
  protected readonly by = signal(localStorage.getItem(nameKey) ?? '');
  protected readonly said = signal<string | undefined>(undefined);
  private readonly remarkId = new OwnId();
  /** Whether what is typed survives a reload. */
  private isKept = true;

  private readonly numbered = computed(() => numbered(this.remarks()));
  private readonly here = computed(() => this.numbered().filter(({ remark }) => remark.page === this.page()));
  /** Those on the page seen, and those on others. */
  private readonly groups = computed(() => {
    const elsewhere = this.numbered().filter(({ remark }) => remark.page !== this.page());
    const others = elsewhere.length > 0 ? [{ heading: 'On other pages', remarks: elsewhere }] : [];
    return [{ heading: 'Remarks on this page', remarks: this.here() }, ...others];
  });
  /** The groups as one list, so that a remark that changes its group keeps its element, with the focus in it. */
  protected readonly rows = computed(() =>
    this.groups().flatMap(({ heading, remarks }) => [
      { id: heading, heading, isEmpty: remarks.length === 0, one: undefined },
      ...remarks.map((one) => ({ id: one.remark.id, heading: '', isEmpty: false, one })),
    ]),
  );
  private readonly pins = computed(() => ({
    fold: 'pins' as const,
    picking: this.picking(),
    pins: this.here().map(({ remark: { id, part, x, y, settled }, number }) => ({
      ...{ id, part, x, y, number },
      settled: settled !== null,
      chosen: id === this.chosen(),
    })),
  }));
  protected readonly pages = computed(() => [...(this.facts()?.pages ?? [])]);
  protected readonly shows = computed(() => {
    const release = this.facts()?.release ?? null;
    return release === null ? 'Draft, as it is now' : `Release ${release}`;
  });

  constructor() {
    // a later try takes the place of one that is still on its way
    this.opens
      .pipe(
        switchMap(() => this.opening()),
        takeUntilDestroyed(),
      )
      .subscribe(({ facts, remarks }) => this.opened(facts, remarks));
    inject(ActivatedRoute)
      .fragment.pipe(takeUntilDestroyed())
      .subscribe((fragment) => {
        this.key = fragment ?? '';
        this.facts.set(undefined);
        this.asksWord.set(false);
        this.problem.set(undefined);
        this.open();
      });
    effect(() => this.frame()?.say(this.pins()));
    effect(() => this.keep());
    merge(timer(often, often), fromEvent(document, 'visibilitychange'))
      .pipe(
        filter(() => document.visibilityState === 'visible' && this.facts() !== undefined),
        exhaustMap(() => this.fetched()),
        takeUntilDestroyed(),
      )
      .subscribe((remarks) => this.remarks.set(remarks));
  }

  protected open(): void {
    this.opens.next();
  }

  /** Asks for what the link shows; while its pages are being made ready, or nobody answers, again and again. */
  private opening(): Observable<{ readonly facts: Facts; readonly remarks: readonly Remark[] }> {
    const [key, word] = [this.key, this.word()];
    this.busy.set(true);
    return this.api.openLink({ key, ...(word !== '' && { word }) }).pipe(
      switchMap((facts) =>
        this.api.shownRemarks({ key, pass: facts.pass }).pipe(map((remarks) => ({ facts, remarks }))),
      ),
      retry({
        delay: (error: unknown) => {
          const { code, problem } = failureOf(error);
          if (code !== 'unavailable' && code !== 'unreached') throw error;
          this.problem.set(problem);
          return timer(1500);
        },
      }),
      catchError((error: unknown) => {
        const { code, problem } = failureOf(error);
        this.asksWord.set(code === 'wrong-credentials');
        this.problem.set(code === 'wrong-credentials' && word === '' ? undefined : problem);
        return EMPTY;
      }),
      finalize(() => this.busy.set(false)),
    );
  }

  private opened(facts: Facts, remarks: readonly Remark[]): void {
    if (this.facts() === undefined) this.recall();
    this.facts.set(facts);
    this.remarks.set(remarks);
    this.asksWord.set(false);
    this.problem.set(undefined);
    this.title.setTitle(`${facts.site} · Preview`);
    const first = facts.pages.find((one) => one.id === this.page()) ?? facts.pages[0]!; // a link shows one at least
    this.goTo(first.path);
  }

  private fetched() {
    const { pass } = this.facts()!; // asked for once it is open
    return this.api.shownRemarks({ key: this.key, pass }).pipe(
      catchError((error: unknown) => {
        this.closed(error);
        return EMPTY;
      }),
    );
  }

  /** A link that has ended, was taken back or has another word by now shows nothing more. */
  private closed(error: unknown): void {
    const { code } = failureOf(error);
    if (code === 'not-found' || code === 'wrong-credentials') {
      this.facts.set(undefined);
      this.open();
    }
  }

  protected goTo(path: string): void {
    this.address.set({ address: this.facts()!.origin + path }); // the pages are its own
  }

  protected goToPage(id: string): void {
    const page = this.facts()?.pages.find((one) => one.id === id);
    if (page) this.goTo(page.path);
  }

  protected titleOf = (id: string): string =>
    this.facts()?.pages.find((one) => one.id === id)?.title ?? 'A page that is not shown any more';

  protected placeOf({ page, about, breakpoint, width }: Remark): string {
    const name = this.facts()?.breakpoints.find((one) => one.id === breakpoint)?.name;
    const at = name !== undefined && `${name}, ${width} px`;
    return placeWords(page !== this.page() && this.titleOf(page), about, at);
  }

  protected heard(told: Told): void {
    this.page.set(told.page);
    if (told.is === 'pin') this.choose(told.id);
    else if (told.is === 'cancelled') this.picking.set(false);
    else if (told.is === 'picked') this.begin(told);
    else this.frame()?.say(this.pins());
  }

  private choose(id: string): void {
    this.chosen.set(id);
    this.listed.set(true);
  }

  protected point(): void {
    this.picking.set(true);
    this.listed.set(false);
    this.said.set(undefined);
    this.frame()?.say({ fold: 'focus' });
  }

  /** Keeps what is typed for as long as it is not sent, with the place it is about. */
  private keep(): void {
    if (this.facts() === undefined) return; // nothing can be typed yet
    const [words, by, picked] = [this.words(), this.by(), this.picked()];
    this.isKept = new RemarkDraft(this.key).write(picked && { words, by, picked });
  }

  /** Shows again what was typed before a reload. */
  private recall(): void {
    const draft = new RemarkDraft(this.key).read();
    if (!draft) return;
    this.words.set(draft.words);
    this.by.set(draft.by);
    this.picked.set(draft.picked);
    this.listed.set(true);
  }

  /** Something was pointed at: what is to be said of it is asked for. */
  private begin(picked: Picked): void {
    this.picking.set(false);
    this.picked.set(picked);
    this.remarkId.renew();
    this.listed.set(true);
    focusNext(this.injector, document, '#remark-words');
  }

  protected readonly seenAt = computed(() => {
    const [picked, facts] = [this.picked(), this.facts()];
    return picked && facts ? `${breakpointAt(facts.breakpoints, picked.width).name}, ${picked.width} px` : '';
  });

  protected cancel(): void {
    this.picked.set(undefined);
    this.words.set('');
    this.said.set(undefined);
    focusNext(this.injector, document, '[data-point] button');
  }

  /** Stores the remark; what is typed stays until it is. */
  protected async send(): Promise<void> {
    const [picked, facts] = [this.picked(), this.facts()];
    if (!picked || !facts || this.busy()) return;
    this.busy.set(true);
    this.said.set(undefined);
    const { page, part, x, y, width } = picked;
    const words = this.words().trim();
    const said = { id: this.remarkId.of(words), page, part, x, y, width, words, by: this.by() };
    try {
      const remark = await firstValueFrom(this.api.remark({ key: this.key, pass: facts.pass, ...said }));
      localStorage.setItem(nameKey, this.by().trim());
      this.take(remark);
      this.cancel();
      this.chosen.set(remark.id);
    } catch (error) {
      this.said.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }

  private take(remark: Remark): void {
    this.remarks.update((all) => [
      ...(all.some((one) => one.id === remark.id) ? [] : [remark]),
      ...all.map((one) => (one.id === remark.id ? remark : one)),
    ]);
  }

  /** Answers, as whoever remarked last is called. */
  protected readonly answer = async (said: SaidTo): Promise<boolean> => {
    const by = this.by().trim() === '' ? 'Client' : this.by();
    try {
      const { pass } = this.facts()!; // a card is drawn once it is open
      this.take(await firstValueFrom(this.api.answerOnLink({ key: this.key, pass, ...said, by })));
      return true;
    } catch (error) {
      this.said.set(failureOf(error).problem);
      return false;
    }
  };

  protected show(remark: Remark): void {
    this.chosen.set(remark.id);
    if (remark.page !== this.page()) this.goToPage(remark.page);
    else this.frame()?.say({ fold: 'show', part: remark.part });
    if (this.isSmall()) this.listed.set(false);
  }

  @HostListener('window:beforeunload', ['$event'])
  protected leaving(event: BeforeUnloadEvent): void {
    if (this.words().trim() !== '' && !this.isKept) event.preventDefault();
  }

  @HostListener('window:keydown.escape')
  protected escaped(): void {
    this.picking.set(false);
  }
}
