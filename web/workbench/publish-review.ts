import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { MessageService } from 'primeng/api';
import { sharingParts } from '@core/document/changes';
import { Api, failureOf } from '../services/api';
import { PageSession } from '../services/page-session';

/** What goes live, before it does. */
@Component({
  selector: 'fold-publish-review',
  imports: [Button, Dialog],
  template: `
    <p-dialog header="Publish" [visible]="open()" (visibleChange)="open.set($event)" [modal]="true" [draggable]="false" [style]="{ width: '480px' }">
      @if (done(); as live) {
        <p>Release {{ session.release()?.number }} is live, whole, at</p>
        <p><a [href]="live" target="_blank" rel="noopener" data-live-address>{{ live }}</a></p>
      } @else {
        <p>{{ sentence() }}</p>
        <ul>
          @for (change of listed(); track $index) {
            <li>{{ change.what }}</li>
          }
          @if (session.changes().length > listed().length) {
            <li>and {{ session.changes().length - listed().length }} more</li>
          }
        </ul>
        @if (problem(); as said) {
          <p class="problem" role="alert">{{ said }}</p>
        }
      }
      <ng-template #footer>
        <p-button [label]="done() ? 'Close' : 'Not yet'" severity="secondary" [text]="true" (onClick)="open.set(false)" />
        @if (!done()) {
          <p-button label="Go live" [loading]="busy()" (onClick)="publish()" data-go-live />
        }
      </ng-template>
    </p-dialog>
  `,
  styles: `
    ul { max-height: 240px; overflow: auto; padding-left: 20px; margin: 8px 0; font: 12px/1.6 var(--values); }
    a { color: var(--madder); }
    .problem { color: var(--madder); }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PublishReview {
  protected readonly session = inject(PageSession);
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  protected readonly open = signal(false);
  protected readonly busy = signal(false);
  protected readonly done = signal<string | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly listed = computed(() => (this.session.release()?.page ? this.session.changes().slice(0, 60) : []));
  protected readonly sentence = computed(() => {
    const count = this.session.changes().length;
    if (!this.session.release()?.page) return 'This page goes live for the first time.';
    if (count === 0) return 'Nothing has changed since the page was published. Publishing again makes a new release of the same.';
    return `${count} ${count === 1 ? 'change goes' : 'changes go'} live:`;
  });

  show(): void {
    this.done.set(undefined);
    this.problem.set(undefined);
    this.open.set(true);
  }

  protected async publish(): Promise<void> {
    const page = this.session.page();
    if (!page) return;
    this.busy.set(true);
    try {
      await this.session.settled();
      const { number, page: released, live } = await firstValueFrom(this.api.publish(page.id));
      this.session.release.set({ number, page: released && sharingParts(released, page) });
      this.done.set(live);
      this.messages.add({ severity: 'success', detail: `Release ${number} is live.`, life: 3000 });
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }
}
