import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, EMPTY, firstValueFrom, switchMap } from 'rxjs';
import { Button } from 'primeng/button';
import type { LinkFacts } from '@core/api/accounts';
import { roleWords } from '@core/api/roles';
import { Api, failureOf } from '../services/api';
import { LineField } from '../theme/line-field';

const headings = {
  'first account': 'The first account',
  invitation: 'You are invited',
  password: 'New password',
} as const;

/** Where a link leads that is used once: the first account, an invitation, a forgotten password. */
@Component({
  selector: 'fold-welcome',
  imports: [FormsModule, RouterLink, Button, LineField],
  templateUrl: './welcome.html',
  styleUrl: './door.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Welcome {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private key = '';
  protected readonly facts = signal<LinkFacts | undefined>(undefined);
  protected readonly email = signal('');
  protected readonly name = signal('');
  protected readonly password = signal('');
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);

  protected readonly heading = computed(() => headings[this.facts()?.for ?? 'invitation']);
  protected readonly role = computed(() => roleWords[this.facts()?.role ?? 'reader'].name.toLowerCase());
  protected readonly may = computed(() => roleWords[this.facts()?.role ?? 'reader'].may);
  private readonly joins = computed(() => this.facts()?.for === 'invitation' && this.facts()?.known === true);
  protected readonly passwordWord = computed(() =>
    this.joins() ? 'Your password' : 'Password, at least 10 characters',
  );
  protected readonly confirmWord = computed(() => {
    if (this.facts()?.for === 'password') return 'Save the password';
    return this.joins() ? 'Join' : 'Create account';
  });

  constructor() {
    inject(ActivatedRoute)
      .fragment.pipe(
        switchMap((fragment) => this.read(fragment ?? '')),
        takeUntilDestroyed(),
      )
      .subscribe((facts) => this.facts.set(facts));
  }

  private read(key: string): ReturnType<Api['readLink']> {
    this.key = key;
    this.facts.set(undefined);
    this.problem.set(undefined);
    return this.api.readLink(key).pipe(
      catchError((error: unknown) => {
        this.problem.set(failureOf(error).problem);
        return EMPTY;
      }),
    );
  }

  protected async use(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(undefined);
    const [email, name] = [this.email().trim(), this.name().trim()];
    try {
      const { site } = await firstValueFrom(
        this.api.useLink({
          key: this.key,
          password: this.password(),
          ...(email !== '' && { email }),
          ...(name !== '' && { name }),
        }),
      );
      await this.router.navigateByUrl(site === null ? '/' : `/sites/${site}`, { replaceUrl: true });
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }
}
