import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  model,
  output,
  signal,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, EMPTY, switchMap } from 'rxjs';
import { HostName } from '@core/document/site';
import { Api } from '../services/api';
import { LineField } from '../theme/line-field';

/** The host name of a site, looked up as it is typed. */
@Component({
  selector: 'fold-host-field',
  imports: [LineField],
  template: `<fold-line-field
    label="Host name"
    [field]="field()"
    [spellcheck]="false"
    [value]="host()"
    (valueChange)="type($event)"
    [says]="says()"
    [isWrong]="problem() !== undefined"
  />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HostField {
  readonly field = input.required<string>();
  /** The site that is to have it: its own names are free for it. */
  readonly site = input<string>();
  readonly host = model.required<string>();
  /** Somebody has typed one. */
  readonly typed = output<void>();
  /** Why it can’t be this one, as far as it is known. */
  readonly refused = output<string | undefined>();
  private readonly api = inject(Api);
  /** What the server said of a host name; nothing until it has. */
  private readonly answered = signal<{ readonly host: string; readonly problem: string | null } | undefined>(undefined);

  protected readonly problem = computed(() => {
    const host = this.host();
    if (host === '') return undefined;
    const parsed = HostName.safeParse(host);
    if (!parsed.success) return parsed.error.issues[0]?.message;
    const answered = this.answered();
    return answered?.host === host ? (answered.problem ?? undefined) : undefined;
  });
  protected readonly says = computed(() => {
    if (this.host() === '') return 'Where the site is found: a name of lower-case letters, digits and hyphens.';
    if (this.problem() !== undefined) return this.problem();
    return this.answered()?.host === this.host()
      ? `${this.host()} ${this.site() === undefined ? 'is free' : 'can be used'}.`
      : `Looking whether ${this.host()} is free …`;
  });

  constructor() {
    toObservable(this.host)
      .pipe(
        debounceTime(250),
        switchMap((host) =>
          HostName.safeParse(host).success
            ? this.api.hostFacts(host, this.site()).pipe(catchError(() => EMPTY))
            : EMPTY,
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ problem }) => this.answered.set({ host: this.host(), problem }));
    effect(() => this.refused.emit(this.problem()));
  }

  protected type(typed: string): void {
    this.typed.emit();
    this.host.set(typed.trim().toLowerCase());
  }
}
