import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { Api, failureOf } from '../services/api';
import { firstValueFrom } from 'rxjs';
import { LineField } from '../theme/line-field';

/** The door. */
@Component({
  selector: 'fold-sign-in',
  imports: [FormsModule, RouterLink, Button, LineField],
  template: `
    <main>
      <div class="sheet">
        <h1>Fold Line</h1>
        <p>Every breakpoint side by side, and under each page its values.</p>
        <form (ngSubmit)="signIn()">
          <fold-line-field
            field="email"
            label="Email address"
            type="email"
            autocomplete="username"
            [required]="true"
            [(value)]="email"
          />
          <fold-line-field
            field="password"
            label="Password"
            type="password"
            autocomplete="current-password"
            [required]="true"
            [(value)]="password"
          />
          @if (problem(); as sentence) {
            <p class="problem" role="alert">{{ sentence }}</p>
          }
          <p-button type="submit" label="Sign in" [loading]="busy()" />
        </form>
        <p class="other"><a routerLink="/forgotten">Forgot your password?</a></p>
      </div>
    </main>
  `,
  styleUrl: './door.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignIn {
  /** Where to go afterwards, from the address. */
  readonly then = input<string>();
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly email = signal('');
  protected readonly password = signal('');
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);

  protected async signIn(): Promise<void> {
    this.busy.set(true);
    this.problem.set(undefined);
    try {
      await firstValueFrom(this.api.signIn(this.email().trim(), this.password()));
      const then = this.then() ?? '/';
      await this.router.navigateByUrl(/^\/(?!\/)/.test(then) ? then : '/');
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }
}
