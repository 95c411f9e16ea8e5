import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { catchError, combineLatest, EMPTY, firstValueFrom, switchMap } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import { TableModule } from 'primeng/table';
import type { Bin } from '@core/api/pages';
import { Api, failureOf } from '../services/api';
import { LineField } from '../theme/line-field';
import { Asking } from '../theme/asking';
import { byId } from '../theme/by-id';

type Binned = Bin['pages'][number];
interface Doing {
  readonly what: 'path' | 'delete';
  readonly page: Binned;
}

/** The pages of a site that were deleted: brought back, or let go of. */
@Component({
  selector: 'fold-page-bin',
  imports: [Asking, DatePipe, FormsModule, Button, LineField, TableModule],
  template: `
    @if (pages().length > 0) {
      <h2>Deleted pages</h2>
      <p-table [value]="pages()" dataKey="id" [rowTrackBy]="byId" size="small">
        <ng-template #header>
          <tr>
            <th scope="col">Title</th>
            <th scope="col">Path</th>
            <th scope="col">Deleted</th>
            <th scope="col">Goes for good</th>
            <th scope="col"><span class="visually-hidden">Actions</span></th>
          </tr>
        </ng-template>
        <ng-template #body let-row>
          <tr [attr.data-binned]="row.path">
            <td>{{ row.title }}</td>
            <td class="path">{{ row.path }}</td>
            <td class="soft">{{ row.gone | date: 'd MMM y, HH:mm' }}, by {{ row.by }}</td>
            <td class="soft">{{ row.ends | date: 'd MMM y' }}</td>
            <td class="do">
              @if (mayBuild()) {
                <p-button label="Bring back" [text]="true" size="small" (onClick)="bringBack(row)" />
                <p-button
                  label="Delete for good"
                  [text]="true"
                  size="small"
                  severity="secondary"
                  (onClick)="doing.set({ what: 'delete', page: row })"
                />
              }
            </td>
          </tr>
        </ng-template>
      </p-table>
    }
    <fold-asking
      [heading]="doing()?.what === 'path' ? 'Another path' : 'Delete for good'"
      [open]="doing() !== undefined"
      [word]="doing()?.what === 'path' ? 'Bring back' : 'Delete for good'"
      [width]="420"
      [busy]="busy()"
      [problem]="problem()"
      (confirmed)="confirm()"
      (closed)="doing.set(undefined)"
    >
      @if (doing(); as one) {
        @if (one.what === 'path') {
          <p>Another page is at {{ one.page.path }} by now. Where is “{{ one.page.title }}” to be?</p>
          <fold-line-field field="back-path" label="Path" [spellcheck]="false" [(value)]="path" />
        } @else {
          <p>Nobody can bring “{{ one.page.title }}” back then.</p>
        }
      }
    </fold-asking>
  `,
  styleUrls: ['./desk-screen.css'],
  styles: `
    .path {
      font: 12px var(--values);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PageBin {
  readonly site = input.required<string>();
  readonly mayBuild = input.required<boolean>();
  /** Whatever it is: where it is another, the bin is read anew. */
  readonly fresh = input<unknown>();
  /** A page is back. */
  readonly back = output();
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  protected readonly byId = byId;
  protected readonly pages = signal<Binned[]>([]);
  protected readonly doing = signal<Doing | undefined>(undefined);
  protected readonly path = signal('');
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);

  constructor() {
    combineLatest([toObservable(this.site), toObservable(this.fresh)])
      .pipe(
        switchMap(([site]) => this.api.bin(site).pipe(catchError(() => EMPTY))), // the desk says what is wrong
        takeUntilDestroyed(),
      )
      .subscribe((pages) => this.pages.set([...pages]));
  }

  protected async bringBack(page: Binned, path?: string): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    try {
      await firstValueFrom(this.api.bringBack(this.site(), page.id, path));
      this.doing.set(undefined);
      this.messages.add({ severity: 'success', detail: `“${page.title}” is back.`, life: 4000 });
      this.back.emit();
    } catch (error) {
      const { code, problem } = failureOf(error);
      this.problem.set(path === undefined ? undefined : problem);
      if (code === 'path-taken' && path === undefined) {
        this.path.set(`${page.path}-2`);
        this.doing.set({ what: 'path', page });
      } else if (path === undefined) this.messages.add({ severity: 'error', detail: problem, life: 8000 });
    } finally {
      this.busy.set(false);
    }
  }

  protected async confirm(): Promise<void> {
    const doing = this.doing();
    if (!doing || this.busy()) return;
    if (doing.what === 'path') return this.bringBack(doing.page, this.path().trim());
    this.busy.set(true);
    try {
      await firstValueFrom(this.api.deleteForGood(this.site(), doing.page.id));
    } catch (error) {
      this.messages.add({ severity: 'error', detail: failureOf(error).problem, life: 8000 });
    }
    this.busy.set(false);
    this.doing.set(undefined);
    this.back.emit();
  }
}
