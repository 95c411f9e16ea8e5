import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { DialogFocus } from './dialog-focus';

/**
 * A dialog of a screen that asks for something before it is done: what is asked stands in it; below it Cancel, and a
 * button that says what will be done.
 */
@Component({
  selector: 'fold-asking',
  imports: [Button, Dialog, DialogFocus, FormsModule],
  template: `
    <p-dialog
      [header]="heading()"
      [visible]="open()"
      (visibleChange)="closed.emit()"
      [modal]="true"
      [draggable]="false"
      [style]="{ width: width() + 'px' }"
    >
      <form (ngSubmit)="confirm()">
        <ng-content />
        @if (problem(); as sentence) {
          <p class="problem" role="alert">{{ sentence }}</p>
        }
        <!-- Without a submit button, Enter does not send a form with several text fields. The visible one is outside it. -->
        <button type="submit" class="visually-hidden" tabindex="-1" aria-hidden="true"></button>
      </form>
      <ng-template #footer>
        <p-button label="Cancel" severity="secondary" [text]="true" (onClick)="closed.emit()" />
        <p-button [label]="word()" [loading]="busy()" [disabled]="stops()" (onClick)="confirmed.emit()" data-confirm />
      </ng-template>
    </p-dialog>
  `,
  styles: `
    form {
      display: grid;
      gap: 12px;
    }
    .problem {
      margin: 0;
      color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Asking {
  readonly heading = input.required<string>();
  readonly open = input.required<boolean>();
  /** What the button says that does it. */
  readonly word = input.required<string>();
  /** In px. */
  readonly width = input(440);
  readonly busy = input(false);
  /** It cannot be done as it is asked for. */
  readonly stops = input(false);
  /** Why it could not be done. */
  readonly problem = input<string>();
  readonly confirmed = output();
  /** It is let be. */
  readonly closed = output();

  protected confirm(): void {
    if (!this.stops()) this.confirmed.emit();
  }
}
