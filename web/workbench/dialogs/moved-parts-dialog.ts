import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Button } from 'primeng/button';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import { nameOf } from '@core/document/kinds/registry';
import { PageSession } from '../../services/page-session';
import { DialogFocus } from '../../theme/dialog-focus';
import type { MovingCommand } from '../state/dialogs';

/** So many parts are listed. */
const mostListed = 8;

/** Asks whether a command may move parts; closed with true when it may. */
@Component({
  selector: 'fold-moved-parts-dialog',
  imports: [Button],
  hostDirectives: [DialogFocus],
  template: `
    <p>Every option moves something. This one moves the least:</p>
    <ul>
      @for (one of listed; track $index) {
        <li>{{ one.part }} by {{ one.by }} px on {{ one.where }}</li>
      }
    </ul>
    @if (more > 0) {
      <p>… and {{ more }} more.</p>
    }
    <p class="soft">Every value people set stays with its part. One step of undo takes it back.</p>
    <div class="dialog-actions">
      <p-button label="Cancel" severity="secondary" [text]="true" (onClick)="dialog.close()" />
      <p-button label="Apply anyway" (onClick)="dialog.close(true)" />
    </div>
  `,
  styles: `
    .soft {
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MovedPartsDialog {
  private readonly session = inject(PageSession);
  protected readonly dialog = inject(DynamicDialogRef);
  private readonly moved = inject<DynamicDialogConfig<MovingCommand>>(DynamicDialogConfig).data?.moved ?? [];
  protected readonly more = this.moved.length - mostListed;
  protected readonly listed = this.moved.slice(0, mostListed).map(({ part, breakpoint, by }) => {
    const named = this.session.page()?.parts[part];
    return {
      part: named ? nameOf(named) : part,
      where: this.session.site()?.breakpoints.find((one) => one.id === breakpoint)?.name ?? breakpoint,
      by: Math.round(by),
    };
  });
}
