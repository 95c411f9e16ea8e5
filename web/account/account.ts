import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { firstValueFrom, type Observable } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import type { Account as AccountFacts, Sessions } from '@core/api/accounts';
import { Api, failureOf } from '../services/api';
import { LineField } from '../theme/line-field';

const browsers = [
  ['Firefox', /Firefox\//],
  ['Edge', /Edg\//],
  ['Opera', /OPR\//],
  ['Chromium', /Chrom(e|ium)\//],
  ['Safari', /Safari\//],
] as const;
const systems = [
  ['Android', /Android/],
  ['iOS', /iPhone|iPad/],
  ['Windows', /Windows/],
  ['macOS', /Mac OS X/],
  ['Linux', /Linux/],
] as const;

/** A browser as people call it, from what it says of itself. */
export function browserOf(said: string): string {
  const browser = browsers.find(([, pattern]) => pattern.test(said))?.[0] ?? 'A browser';
  const system = systems.find(([, pattern]) => pattern.test(said))?.[0];
  return system === undefined ? browser : `${browser} on ${system}`;
}

/** One’s own account: what one is called, the password, where one is signed in. */
@Component({
  selector: 'fold-account',
  imports: [DatePipe, FormsModule, RouterLink, Button, LineField],
  templateUrl: './account.html',
  styleUrl: './account.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Account {
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  protected readonly account = signal<AccountFacts | undefined>(undefined);
  protected readonly sessions = signal<Sessions['sessions']>([]);
  protected readonly name = signal('');
  protected readonly now = signal('');
  protected readonly next = signal('');
  protected readonly browserOf = browserOf;

  constructor() {
    void this.attempt(this.api.session(), (account) => this.know(account));
    void this.attempt(this.api.sessions(), (sessions) => this.sessions.set(sessions));
  }

  private know(account: AccountFacts): void {
    this.account.set(account);
    this.name.set(account.name);
  }

  protected rename(): void {
    const name = this.name().trim();
    if (name === '') return this.refuse('Type a name.');
    void this.attempt(this.api.renameAccount(name), (account) => this.know(account), 'Saved.');
  }

  private refuse(detail: string): void {
    this.messages.add({ severity: 'error', detail, life: 8000 });
  }

  protected changePassword(): void {
    if (this.now() === '' || this.next() === '') return this.refuse('Type your present password and a new one.');
    void this.attempt(
      this.api.changePassword({ now: this.now(), next: this.next() }),
      () => {
        this.now.set('');
        this.next.set('');
        this.readSessions();
      },
      'Your password is changed.',
    );
  }

  protected end(session?: string): void {
    void this.attempt(this.api.endSession(session), () => this.readSessions());
  }

  private readSessions(): void {
    void this.attempt(this.api.sessions(), (sessions) => this.sessions.set(sessions));
  }

  /** Asks the server, and says how it went. */
  private async attempt<T>(asked: Observable<T>, then: (answer: T) => void, done?: string): Promise<void> {
    try {
      then(await firstValueFrom(asked));
      if (done !== undefined) this.messages.add({ severity: 'success', detail: done, life: 4000 });
    } catch (error) {
      this.refuse(failureOf(error).problem);
    }
  }
}
