import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { MenuItem } from 'primeng/api';
import { Button } from 'primeng/button';
import { titleOf } from '@core/document/page';
import { PageSession } from '../../services/page-session';
import { Hint } from '../../theme/hint';
import { LateMenu } from '../../theme/late-menu';
import { Company } from '../state/company';
import { Dialogs } from '../state/dialogs';
import { PageRemarks } from '../state/page-remarks';
import { PaintedPage } from '../state/painted-page';
import { SaveState } from './save-state';
import { UndoRedo } from './undo-redo';

/** Where one is, whether all is saved, and what can be done with the whole page. */
@Component({
  selector: 'fold-top-bar',
  imports: [RouterLink, Button, Hint, LateMenu, SaveState, UndoRedo],
  host: { role: 'banner' },
  templateUrl: './top-bar.html',
  styleUrl: './top-bar.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TopBar {
  protected readonly session = inject(PageSession);
  private readonly router = inject(Router);
  protected readonly dialogs = inject(Dialogs);
  protected readonly painted = inject(PaintedPage);
  protected readonly company = inject(Company);
  /** So many people are shown by their initials. */
  protected readonly mostShown = 4;
  protected readonly namesBeyond = computed(() =>
    this.company
      .people()
      .slice(this.mostShown)
      .map((one) => one.name)
      .join(', '),
  );
  protected readonly remarks = inject(PageRemarks);

  protected readonly pageTitle = computed(() => {
    const page = this.painted.page();
    return page ? titleOf(page) : '';
  });
  protected readonly unpublished = computed(() => {
    const count = this.painted.changes().length + this.painted.changesOfSite().length;
    const release = this.session.release();
    if (!release?.page) return 'not published yet';
    if (count === 0) return `release ${release.number} is live`;
    return `${count} ${count === 1 ? 'change' : 'changes'} not live yet`;
  });
  protected readonly more = computed<MenuItem[]>(() => {
    const exported = `/api/pages/${this.session.page()?.id}/export`;
    const build: MenuItem[] = [
      { label: 'Plan the page …', icon: 'pi pi-list', command: () => this.dialogs.open('plan') },
      { label: 'Table of values …', icon: 'pi pi-table', command: () => this.dialogs.open('values') },
      { label: 'Page frames …', icon: 'pi pi-window-maximize', command: () => this.dialogs.open('frames') },
      { label: 'Menus …', icon: 'pi pi-bars', command: () => this.dialogs.open('menus') },
      { label: 'Breakpoints …', icon: 'pi pi-sliders-h', command: () => this.dialogs.open('breakpoints') },
      { label: 'Tokens …', icon: 'pi pi-tag', command: () => this.dialogs.open('tokens') },
      { label: 'Looks …', icon: 'pi pi-palette', command: () => this.dialogs.open('looks') },
    ];
    return [
      ...(this.session.mayBuild() ? build : []),
      {
        label: 'View live',
        icon: 'pi pi-external-link',
        disabled: !this.session.release()?.page,
        command: () => this.viewLive(),
      },
      { label: 'Links for the client', icon: 'pi pi-link', command: () => this.toLinks() },
      { label: 'Export page.json', icon: 'pi pi-download', url: `${exported}/page.json` },
      { label: 'Export site.json', icon: 'pi pi-download', url: `${exported}/site.json` },
      { separator: true },
      { label: 'Keys', icon: 'pi pi-question-circle', command: () => this.dialogs.open('keys') },
    ];
  });

  /** Leads to the previews that the client opens without an account. */
  private toLinks(): void {
    const site = this.session.site();
    if (site) void this.router.navigate(['/sites', site.id, 'remarks']);
  }

  protected viewLive(): void {
    window.open(this.session.live(), '_blank', 'noopener');
  }

  /** Opens the preview in a tab of its own; it follows what is stored while it is there. */
  protected preview(): void {
    const page = this.session.page();
    if (page) window.open(`/pages/${page.id}/preview`, '_blank', 'noopener');
  }
}
