import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { PageSession } from '../../services/page-session';
import { IconButton } from '../../theme/icon-button';

/** The buttons that take a step back, and do it again. */
@Component({
  selector: 'fold-undo-redo',
  imports: [IconButton],
  template: `
    <fold-icon-button
      icon="undo"
      label="Undo"
      hint="Undo (Ctrl+Z)"
      [disabled]="!session.canUndo()"
      (pressed)="session.undo()"
    />
    <fold-icon-button
      icon="refresh"
      label="Redo"
      hint="Redo (Ctrl+Shift+Z)"
      [disabled]="!session.canRedo()"
      (pressed)="session.redo()"
    />
  `,
  styles: ':host { display: flex; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UndoRedo {
  protected readonly session = inject(PageSession);
}
