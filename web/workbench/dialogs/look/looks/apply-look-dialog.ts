import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import { Problem } from '@core/document/problem';
import { BreakpointChoice } from '../breakpoint-choice';
import { PageSession } from '../../../../services/page-session';
import { DialogFocus } from '../../../../theme/dialog-focus';
import { Commands } from '../../../commands/commands';
import type { FarReaching } from '../../../state/dialogs';
import { Selection } from '../../../state/selection';
import { SitePages } from '../../../state/site-pages';
import { SpreadState } from '../../../state/spread-state';
import { LookPair } from './look-pair';

/** Every page of the site before and after another look, before it is taken. */
@Component({
  selector: 'fold-apply-look-dialog',
  imports: [BreakpointChoice, Button, LookPair],
  hostDirectives: [DialogFocus],
  templateUrl: './apply-look-dialog.html',
  styleUrl: './apply-look-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ApplyLookDialog {
  private readonly session = inject(PageSession);
  private readonly commands = inject(Commands);
  private readonly sitePages = inject(SitePages);
  private readonly spread = inject(SpreadState);
  protected readonly dialog = inject(DynamicDialogRef);
  // the dialog is opened with it
  protected readonly asking = inject<DynamicDialogConfig<FarReaching>>(DynamicDialogConfig).data!;

  private readonly chosen = signal(inject(Selection).active());
  protected readonly at = computed(() => this.spread.breakpointOf(this.chosen()));
  /**
   * The site and the open page as they are, and the site as it would be; undefined where the look cannot be applied
   * any more.
   */
  protected readonly seen = computed(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    if (!site || !page) return undefined;
    try {
      const after = this.session.foreseen(this.asking.edits(site, page));
      return after && { site, page, after: after.site, values: after.edits.length };
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return undefined;
    }
  });
  /** The pages, the open one first. */
  protected readonly pages = computed(() => {
    const open = this.session.page();
    const others = this.sitePages.pages().filter((one) => one.id !== open?.id);
    return open ? [{ id: open.id, title: 'This page', path: open.path }, ...others] : others;
  });

  constructor() {
    void this.sitePages.look();
  }

  protected choose(breakpoint: string): void {
    this.chosen.set(breakpoint);
  }

  protected go(): void {
    if (this.commands.attempt((site, page) => this.asking.edits(site, page))) this.dialog.close(true);
  }
}
