import { ChangeDetectionStrategy, Component, DestroyRef, inject, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Subject, takeUntil } from 'rxjs';
import { Button } from 'primeng/button';
import type { TakenIn } from '@core/api/taking-away';
import { hostFor } from '@core/document/slug';
import { Api, failureOf } from '../services/api';
import { resultOf, type Step } from '../services/work-steps';
import { bytesInWords } from '@core/review/bytes-in-words';
import { LineField } from '../theme/line-field';
import { ProgressLine } from '../theme/progress-line';
import { HostField } from './host-field';

/** A client whose site comes as an archive. */
@Component({
  selector: 'fold-take-in',
  imports: [FormsModule, Button, HostField, LineField, ProgressLine],
  template: `
    <form id="take-in-form" (ngSubmit)="confirm()">
      <div class="file">
        <label for="archive-file">Archive</label>
        <input id="archive-file" type="file" accept=".zip,application/zip" (change)="choose($event)" />
        <p class="soft">The zip that “Export” of a site gave: its pages, styles and library.</p>
      </div>
      <fold-line-field field="archive-name" label="Name" [value]="name()" (valueChange)="setName($event)" />
      <fold-host-field
        field="archive-host"
        [(host)]="host"
        (typed)="hostTouched.set(true)"
        (refused)="hostProblem.set($event)"
      />
      @if (busy()) {
        <fold-progress-line [value]="share() * 100" label="Taken in" />
      }
      @if (problem(); as sentence) {
        <p class="problem" role="alert">{{ sentence }}</p>
      }
      <div class="dialog-actions">
        <p-button label="Cancel" severity="secondary" [text]="true" (onClick)="done.emit(undefined)" />
        <p-button type="submit" label="Create client" [loading]="busy()" data-confirm />
      </div>
    </form>
  `,
  styleUrl: '../theme/form.css',
  styles: `
    .file {
      display: grid;
      gap: 6px;
    }
    p {
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TakeIn {
  /** The new site’s id, or nothing where it was cancelled. */
  readonly done = output<string | undefined>();
  private readonly api = inject(Api);
  /** Whoever closes the dialog sends nothing more of the upload. */
  private readonly cancelled = new Subject<void>();
  private file: File | undefined;
  protected readonly name = signal('');
  protected readonly host = signal('');
  protected readonly hostTouched = signal(false);
  protected readonly hostProblem = signal<string | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly share = signal(0);
  protected readonly problem = signal<string | undefined>(undefined);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.cancelled.next());
  }

  protected choose(event: Event): void {
    this.file = event.target instanceof HTMLInputElement ? event.target.files?.[0] : undefined;
    this.problem.set(undefined);
  }

  protected setName(name: string): void {
    this.name.set(name);
    if (!this.hostTouched()) this.host.set(hostFor(name));
  }

  protected async confirm(): Promise<void> {
    const file = this.file;
    if (this.busy()) return;
    if (!file) return this.problem.set('Choose an archive.');
    if (file.size > mostBytes) return this.problem.set(`The archive has ${bytesInWords(file.size)}. It may have 1 GB.`);
    if (this.name().trim() === '') return this.problem.set('A client needs a name.');
    if (this.host() === '') return this.problem.set('The site needs a host name.');
    if (this.hostProblem() !== undefined) return this.problem.set(this.hostProblem());
    this.busy.set(true);
    this.problem.set(undefined);
    this.share.set(0);
    const facts = { name: this.name().trim(), host: this.host() };
    const steps = this.api.takeIn(file, facts).pipe(takeUntil<Step<TakenIn>>(this.cancelled));
    try {
      const { id } = await resultOf(steps, (share) => this.share.set(share));
      this.done.emit(id);
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }
}

const mostBytes = 1_000_000_000;
