import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import { RouterLink } from '@angular/router';
import { Button } from 'primeng/button';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { DialogFocus } from '../../theme/dialog-focus';
import { ChangeList } from '../../theme/change-list';
import { LineField } from '../../theme/line-field';
import { ProgressLine } from '../../theme/progress-line';
import { MessageService } from 'primeng/api';
import { sharingParts } from '@core/document/changes';
import { seenPage } from '@core/document/seen/seen-page';
import { isUnfinished, placeholdersOn } from '@core/review/checks/placeholders';
import { releaseNote } from '@core/review/release-note';
import type { ChangedBesides, PublishPage } from '@core/api/releases';
import { Api, failureOf } from '../../services/api';
import { nameOf } from '@core/document/kinds/registry';
import { LedgerState } from '../state/ledger-state';
import { PaintedPage } from '../state/painted-page';
import { Findings } from '../review/findings';
import { resultOf } from '../../services/work-steps';
import { PageSession } from '../../services/page-session';
import { Tick } from '../../theme/tick';
import { drawCard, hasNoCard } from '../publish/cards';

/** What goes live, before it does. */
@Component({
  selector: 'fold-publish-dialog',
  imports: [Button, ChangeList, FormsModule, LineField, ProgressLine, RouterLink, Tick],
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
      .filter(
        (one) =>
          one.severity === 'error' || one.check === 'in no menu' || isUnfinished(one) || one.elsewhere !== undefined,
      )
      .slice(0, 8)
      .map((one) => `${nameOf(page!.parts[one.part]!)}: ${one.reason}`);
  });
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly name = signal('');
  /** Why the page is published although it breaks for somebody. */
  protected readonly reason = signal('');
  /** Whether the page holds placeholders. Publishing such a page requires a confirmation. */
  protected readonly isUnfinished = computed(() => {
    const page = this.painted.page();
    return page !== undefined && placeholdersOn(page).length > 0; // the review may not have ended yet
  });
  protected readonly confirmed = signal(false);
  protected readonly stops = computed(
    () => (this.findings.errors() > 0 && this.reason().trim() === '') || (this.isUnfinished() && !this.confirmed()),
  );
  /** The page has no picture where it is shared: one is drawn, unless it is not to be. */
  protected readonly cardless = computed(() => {
    const page = this.session.page();
    return page !== undefined && hasNoCard(page);
  });
  protected readonly draws = signal(true);
  protected readonly busy = signal(false);
  /** Which part of the release is written, from 0 to 1. */
  protected readonly share = signal(0);
  protected readonly done = signal<string | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  private readonly besides = signal<ChangedBesides>({ site: false, pages: [] });
  /** Why another page changes with this one. */
  protected readonly reasons = {
    section: 'a shared section',
    site: 'what changed on the site',
    link: 'the address of a page it links to',
  } as const;
  protected readonly others = computed(() => this.besides().pages);
  protected readonly ofSite = computed(() =>
    this.besides().site && this.painted.changesOfSite().length === 0
      ? 'The site’s alt texts or names have changed since it was published: this page goes live with them.'
      : '',
  );
  /** What was edited on the page and of how the site looks. */
  protected readonly changes = computed(() => [...this.painted.changes(), ...this.painted.changesOfSite()]);
  protected readonly listed = computed(() => (this.session.release()?.page ? this.changes().slice(0, 60) : []));
  protected readonly sentence = computed(() => {
    const count = this.changes().length;
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

  /** What is kept with the release: what it is called, and why it went live with errors. */
  private words(): PublishPage {
    const [name, note] = [this.name().trim(), releaseNote(this.findings.errors(), this.reason())];
    return { ...(name !== '' && { name }), ...(note !== '' && { note }) };
  }

  /** Draws the picture the page is shared with, where it has none and one is wanted. */
  private async drawShared(page: string): Promise<void> {
    const site = this.session.site();
    if (!site || !this.cardless() || !this.draws()) return;
    await drawCard(this.api, site, await firstValueFrom(this.api.nextOf(site.id, page)));
    await this.session.catchUp();
  }

  protected async publish(): Promise<void> {
    const page = this.session.page();
    if (!page || this.busy()) return;
    if (this.stops()) return this.problem.set('Fix what is found, or say that it goes live as it is.');
    const words = this.words();
    this.busy.set(true);
    this.share.set(0);
    this.problem.set(undefined);
    try {
      await this.session.settled();
      await this.drawShared(page.id);
      const {
        number,
        page: released,
        styling,
        live,
      } = await resultOf(this.api.publish(page.id, words), (share) => this.share.set(share));
      const site = this.session.site();
      const seen = released && site ? sharingParts(seenPage(site, released), page) : null;
      this.session.release.set({ number, page: seen, styling });
      this.done.set(live);
      this.messages.add({ severity: 'success', detail: `Release ${number} is live.`, life: 3000 });
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }
}
