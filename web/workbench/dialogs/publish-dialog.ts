import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { DialogFocus } from '../../theme/dialog-focus';
import { MessageService } from 'primeng/api';
import { sharingParts } from '@core/document/changes';
import type { ChangedBesides } from '@core/api/releases';
import { Api, failureOf } from '../../services/api';
import { nameOf } from '@core/document/kinds/registry';
import { LedgerState } from '../state/ledger-state';
import { PaintedPage } from '../state/painted-page';
import { Findings } from '../review/findings';
import { PageSession } from '../../services/page-session';

/** What goes live, before it does. */
@Component({
  selector: 'fold-publish-dialog',
  imports: [Button],
  hostDirectives: [DialogFocus],
  templateUrl: './publish-dialog.html',
  styleUrl: './publish-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PublishDialog {
  protected readonly session = inject(PageSession);
  protected readonly painted = inject(PaintedPage);
  protected readonly findings = inject(Findings);
  private readonly ledgerState = inject(LedgerState);
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
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly busy = signal(false);
  protected readonly done = signal<string | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  private readonly besides = signal<ChangedBesides>({ site: false, pages: [] });
  protected readonly others = computed(() => this.besides().pages);
  protected readonly ofSite = computed(() =>
    this.besides().site
      ? 'The site’s classes, elements, breakpoints or alt texts have changed since it was published: this page goes live with them.'
      : '',
  );
  protected readonly listed = computed(() => (this.session.release()?.page ? this.painted.changes().slice(0, 60) : []));
  protected readonly sentence = computed(() => {
    const count = this.painted.changes().length;
    if (!this.session.release()?.page) return 'This page goes live for the first time.';
    if (count === 0)
      return this.besides().site
        ? 'Nothing was edited on this page since it was published.'
        : 'Nothing has changed since the page was published. Publishing again makes an identical release.';
    return `${count} ${count === 1 ? 'change goes' : 'changes go'} live:`;
  });

  protected look(): void {
    this.dialog.close();
    this.ledgerState.group.set('findings');
  }

  constructor() {
    void this.hearOfOthers();
  }

  private async hearOfOthers(): Promise<void> {
    const page = this.session.page();
    if (!page) return;
    await this.session.settled();
    const besides = await firstValueFrom(this.api.changedBesides(page.id)).catch(() => undefined);
    if (besides) this.besides.set(besides);
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
