import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Button } from 'primeng/button';
import { PageSession } from '../../services/page-session';
import { Hint } from '../../theme/hint';

/** The buttons that take a step back, and do it again. */
@Component({
  selector: 'fold-undo-redo',
  imports: [Button, Hint],
  template: `
    <p-button
      icon="pi pi-undo"
      [text]="true"
      size="small"
      severity="secondary"
      ariaLabel="Undo"
      foldHint="Undo (Ctrl+Z)"
      [disabled]="!session.canUndo()"
      (onClick)="session.undo()"
    />
    <p-button
      icon="pi pi-refresh"
      [text]="true"
      size="small"
      severity="secondary"
      ariaLabel="Redo"
      foldHint="Redo (Ctrl+Shift+Z)"
      [disabled]="!session.canRedo()"
      (onClick)="session.redo()"
    />
  `,
  styles: ':host { display: flex; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UndoRedo {
  protected readonly session = inject(PageSession);
}
