import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, EMPTY, map, startWith, Subject, switchMap } from 'rxjs';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import type { StockPicture } from '@core/api/pictures';
import { Api, failureOf } from '../../../services/api';
import { PageSession } from '../../../services/page-session';
import { resultOf } from '../../../services/work-steps';
import { valueOf } from '../../../theme/from-event';
import { ProgressLine } from '../../../theme/progress-line';

/** Pictures from a stock: looked for by words, and taken into the library with whose they are. */
@Component({
  selector: 'fold-stock-pictures',
  imports: [Button, InputText, ProgressLine],
  template: `
    <input
      pInputText
      type="search"
      placeholder="What it should show: sea, street, coffee …"
      aria-label="Search the stock"
      [value]="words()"
      (input)="search($event)"
      data-stock-search
    />
    @if (problem(); as sentence) {
      <p class="problem" role="alert">{{ sentence }}</p>
      <p-button label="Try again" size="small" [outlined]="true" (onClick)="asked.next(0)" />
    }
    <div class="pictures">
      @for (one of found(); track one.id) {
        <figure [attr.data-stock]="one.id">
          <button
            type="button"
            [disabled]="taking().has(one.id)"
            (click)="take(one)"
            [attr.aria-label]="'Take ' + one.title + ' into the library'"
          >
            <img [src]="addressOf(one.id)" alt="" loading="lazy" />
          </button>
          <figcaption>
            <b>{{ one.title }}</b>
            <small>{{ one.by }} · {{ one.width }} × {{ one.height }}</small>
            @if (taking().get(one.id); as share) {
              <fold-progress-line [value]="share" [label]="one.title + ' taken in'" />
            }
          </figcaption>
        </figure>
      } @empty {
        <p role="status">{{ nothing() }}</p>
      }
    </div>
    @if (more() && found().length > 0) {
      <p-button
        label="Show more"
        size="small"
        severity="secondary"
        [outlined]="true"
        [loading]="isLooking()"
        (onClick)="asked.next(page() + 1)"
        data-stock-more
      />
    }
  `,
  styleUrl: './picture-library.css',
  styles: `
    :host {
      display: grid;
      gap: 12px;
      justify-items: start;
    }
    input,
    .pictures {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StockPictures {
  private readonly api = inject(Api);
  private readonly session = inject(PageSession);
  /** A picture that is in the library now, by its id. */
  readonly taken = output<string>();
  protected readonly words = signal('');
  protected readonly found = signal<readonly StockPicture[]>([]);
  protected readonly page = signal(0);
  protected readonly more = signal(false);
  protected readonly isLooking = signal(true);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly nothing = computed(() => {
    if (this.isLooking()) return 'Looking …';
    return this.problem() === undefined ? 'Nothing in the stock shows that.' : '';
  });
  /** Those on their way, with how far they are, in percent. */
  protected readonly taking = signal<ReadonlyMap<string, number>>(new Map());
  private readonly site = computed(() => this.session.site()?.id ?? '');
  /** Pages of what is found: the first one instead of what is shown, others after it. */
  protected readonly asked = new Subject<number>();
  private readonly typed = new Subject<void>();

  private isGone = false;

  constructor() {
    inject(DestroyRef).onDestroy(() => (this.isGone = true));
    this.typed.pipe(debounceTime(300), takeUntilDestroyed()).subscribe(() => this.asked.next(0));
    this.asked
      .pipe(
        startWith(0),
        switchMap((page) => this.look(page)),
        takeUntilDestroyed(),
      )
      .subscribe(({ page, answer }) => {
        this.isLooking.set(false);
        this.page.set(page);
        this.more.set(answer.more);
        this.found.update((before) => (page === 0 ? answer.pictures : [...before, ...answer.pictures]));
      });
  }

  private look(page: number) {
    this.isLooking.set(true);
    this.problem.set(undefined);
    return this.api.stock(this.site(), this.words().trim(), page).pipe(
      map((answer) => ({ page, answer })),
      catchError((error: unknown) => {
        this.isLooking.set(false);
        this.problem.set(failureOf(error).problem);
        return EMPTY;
      }),
    );
  }

  protected addressOf = (id: string): string => `/api/sites/${this.site()}/stock/${id}`;

  protected search(event: Event): void {
    this.words.set(valueOf(event));
    this.typed.next();
  }

  protected async take(one: StockPicture): Promise<void> {
    if (this.taking().has(one.id)) return;
    const tell = (share: number): void => this.taking.update((before) => new Map(before).set(one.id, 1 + share * 99));
    tell(0);
    this.problem.set(undefined);
    try {
      const { id } = await resultOf(this.api.takeStock(this.site(), one), tell);
      await this.session.catchUp();
      if (!this.isGone) this.taken.emit(id);
    } catch (error) {
      this.problem.set(`${one.title}: ${failureOf(error).problem}`);
    } finally {
      this.taking.update((before) => new Map([...before].filter(([id]) => id !== one.id)));
    }
  }
}
