import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { Api, failureOf } from '../services/api';
import { firstValueFrom } from 'rxjs';

/** The door. */
@Component({
  selector: 'fold-sign-in',
  imports: [FormsModule, Button, InputText],
  template: `
    <main>
      <div class="sheet">
        <h1>Fold Line</h1>
        <p>Every breakpoint side by side, and under each page its values.</p>
        <form (ngSubmit)="signIn()">
          <label for="email">Email address</label>
          <input
            pInputText
            id="email"
            name="email"
            type="email"
            autocomplete="username"
            [ngModel]="email()"
            (ngModelChange)="email.set($event)"
            required
          />
          <label for="password">Password</label>
          <input
            pInputText
            id="password"
            name="password"
            type="password"
            autocomplete="current-password"
            [ngModel]="password()"
            (ngModelChange)="password.set($event)"
            required
          />
          @if (problem(); as sentence) {
            <p class="problem" role="alert">{{ sentence }}</p>
          }
          <p-button type="submit" label="Sign in" [loading]="busy()" />
        </form>
      </div>
    </main>
  `,
  styles: `
    main {
      min-height: 100vh;
      display: grid;
      place-items: center;
    }
    .sheet {
      width: 360px;
      padding: 36px 36px 32px;
      background: var(--sheet);
      box-shadow:
        0 0 0 1px rgb(72 66 54 / 0.14),
        0 10px 30px rgb(72 66 54 / 0.12);
      border-bottom: 4px solid var(--madder);
    }
    h1 {
      font-size: 26px;
      font-weight: 700;
      letter-spacing: -0.01em;
    }
    .sheet > p {
      color: var(--ink-soft);
      margin: 4px 0 20px;
    }
    form {
      display: grid;
      gap: 6px;
    }
    input {
      margin-bottom: 8px;
    }
    .problem {
      color: var(--madder);
      margin: 0 0 6px;
    }
  `,
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
