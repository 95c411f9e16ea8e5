import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { DialogFocus } from '../../theme/dialog-focus';
import { MessageService } from 'primeng/api';
import { sharingParts } from '@core/document/changes';
import { Api, failureOf, type AlsoChanges } from '../../services/api';
import { nameOf } from '@core/document/kinds/registry';
import { Bench } from '../bench';
import { Findings } from '../review/findings';
import { PageSession } from '../../services/page-session';

/** What goes live, before it does. */
@Component({
  selector: 'fold-publish-review',
  imports: [Button, Dialog, DialogFocus],
  template: `
    <p-dialog
      header="Publish"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
      [draggable]="false"
      [style]="{ width: '480px' }"
    >
      @if (done(); as live) {
        <p>Release {{ session.release()?.number }} is live, whole, at</p>
        <p>
          <a [href]="live" target="_blank" rel="noopener" data-live-address>{{ live }}</a>
        </p>
      } @else {
        <p>{{ sentence() }}</p>
        <ul>
          @for (change of listed(); track $index) {
            <li>
              {{ change.what }}
              @if (change.values; as values) {
                <span class="values" [title]="(values.was ?? 'nothing') + ' → ' + (values.is ?? 'nothing')"
                  ><s>{{ values.was ?? 'nothing' }}</s> → {{ values.is ?? 'nothing' }}</span
                >
              }
            </li>
          }
          @if (session.changes().length > listed().length) {
            <li>and {{ session.changes().length - listed().length }} more</li>
          }
        </ul>
        @if (ofSite()) {
          <p data-publish-site>{{ ofSite() }}</p>
        }
        @if (others().length > 0) {
          <p data-publish-others>
            {{ others().length === 1 ? 'Another live page changes' : others().length + ' other live pages change' }}
            with it:
          </p>
          <ul>
            @for (one of others(); track one.path) {
              <li>
                {{ one.title }} ({{ one.path }}), by
                {{ one.because === 'section' ? 'a section shared with this page' : 'what changed on the site' }}
              </li>
            }
          </ul>
        }
        @if (troubles().length > 0) {
          <p data-publish-findings>
            Before you publish: {{ findings.errors() }} {{ findings.errors() === 1 ? 'error' : 'errors' }} and
            {{ findings.list().length - findings.errors() }} other findings.
            <button type="button" class="link" (click)="look()">See them</button>
          </p>
          <ul>
            @for (one of troubles(); track $index) {
              <li>{{ one }}</li>
            }
          </ul>
        }
        @if (problem(); as said) {
          <p class="problem" role="alert">{{ said }}</p>
        }
      }
      <ng-template #footer>
        <p-button
          [label]="done() ? 'Close' : 'Cancel'"
          severity="secondary"
          [text]="true"
          (onClick)="open.set(false)"
        />
        @if (!done()) {
          <p-button label="Publish" [loading]="busy()" (onClick)="publish()" data-go-live />
        }
      </ng-template>
    </p-dialog>
  `,
  styles: `
    ul {
      max-height: 240px;
      overflow: auto;
      padding-left: 20px;
      margin: 8px 0;
      font: 12px/1.6 var(--values);
    }
    .values {
      display: block;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      color: var(--ink-soft);
    }
    a {
      color: var(--madder);
    }
    .link {
      padding: 0;
      border: 0;
      background: none;
      font: inherit;
      color: var(--madder);
      text-decoration: underline;
      cursor: pointer;
    }
    .problem {
      color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PublishReview {
  protected readonly session = inject(PageSession);
  protected readonly findings = inject(Findings);
  private readonly bench = inject(Bench);
  /** What breaks the page for somebody, and whether anybody finds it. */
  protected readonly troubles = computed(() => {
    const page = this.session.page();
    return this.findings
      .list()
      .filter((one) => one.severity === 'error' || one.check === 'in no menu' || one.elsewhere !== undefined)
      .slice(0, 8)
      .map((one) => `${nameOf(page!.parts[one.part]!)}: ${one.reason}`);
  });
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  protected readonly open = signal(false);
  protected readonly busy = signal(false);
  protected readonly done = signal<string | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  private readonly also = signal<AlsoChanges>({ site: false, pages: [] });
  protected readonly others = computed(() => this.also().pages);
  protected readonly ofSite = computed(() =>
    this.also().site
      ? 'The site’s classes, elements, breakpoints or alt texts have changed since it was published: this page goes live with them.'
      : '',
  );
  protected readonly listed = computed(() => (this.session.release()?.page ? this.session.changes().slice(0, 60) : []));
  protected readonly sentence = computed(() => {
    const count = this.session.changes().length;
    if (!this.session.release()?.page) return 'This page goes live for the first time.';
    if (count === 0)
      return this.also().site
        ? 'Nothing was edited on this page since it was published.'
        : 'Nothing has changed since the page was published. Publishing again makes an identical release.';
    return `${count} ${count === 1 ? 'change goes' : 'changes go'} live:`;
  });

  protected look(): void {
    this.open.set(false);
    this.bench.group.set('findings');
  }

  show(): void {
    this.done.set(undefined);
    this.problem.set(undefined);
    this.also.set({ site: false, pages: [] });
    this.open.set(true);
    void this.hearOfOthers();
  }

  private async hearOfOthers(): Promise<void> {
    const page = this.session.page();
    if (!page) return;
    await this.session.settled();
    const also = await firstValueFrom(this.api.changedWith(page.id)).catch(() => undefined);
    if (also) this.also.set(also);
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
