import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Button } from 'primeng/button';
import { Hint } from './hint';

/** A button that shows a sign alone: what it does is read out, and shown to whoever points at it or reaches it. */
@Component({
  selector: 'fold-icon-button',
  imports: [Button, Hint],
  template: `
    <p-button
      [icon]="'pi pi-' + icon()"
      size="small"
      severity="secondary"
      [text]="true"
      [disabled]="disabled()"
      [ariaLabel]="label()"
      [foldHint]="hint() ?? label()"
      [hintPosition]="hintPosition()"
      (onClick)="pressed.emit()"
    />
  `,
  styles: `
    :host {
      display: inline-block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class IconButton {
  readonly icon = input.required<string>();
  readonly label = input.required<string>();
  /** What is shown, where that is more than what is read out. */
  readonly hint = input<string>();
  readonly hintPosition = input<'bottom' | 'left'>('bottom');
  readonly disabled = input(false);
  readonly pressed = output();
}
