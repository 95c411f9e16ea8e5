import { ChangeDetectionStrategy, Component, inject, Injector, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { Api, failureOf } from '../services/api';
import { focusNext } from '../theme/focus-next';
import { LineField } from '../theme/line-field';

/** For whoever has forgotten a password: a letter leads to a new one. */
@Component({
  selector: 'fold-forgotten',
  imports: [FormsModule, RouterLink, Button, LineField],
  template: `
    <main>
      <div class="sheet">
        <h1>New password</h1>
        @if (sent()) {
          <p role="status" tabindex="-1" data-sent>
            If there is an account with this address, a letter is on its way. Its link leads to a new password, for an
            hour.
          </p>
        } @else {
          <p>We send you a link to choose a new one.</p>
          <form (ngSubmit)="send()">
            <fold-line-field
              field="email"
              label="Email address"
              type="email"
              autocomplete="username"
              [required]="true"
              [(value)]="email"
            />
            @if (problem(); as sentence) {
              <p class="problem" role="alert">{{ sentence }}</p>
            }
            <p-button type="submit" label="Send the link" [loading]="busy()" />
          </form>
        }
        <p class="other"><a routerLink="/sign-in">Back to sign in</a></p>
      </div>
    </main>
  `,
  styleUrl: './door.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Forgotten {
  private readonly api = inject(Api);
  private readonly injector = inject(Injector);
  protected readonly email = signal('');
  protected readonly busy = signal(false);
  protected readonly sent = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);

  protected async send(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(undefined);
    try {
      await firstValueFrom(this.api.forgotten(this.email().trim()), { defaultValue: undefined });
      this.sent.set(true);
      focusNext(this.injector, document, '[data-sent]'); // the button that had the focus is gone
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }
}
