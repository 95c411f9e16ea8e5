import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Checkbox } from 'primeng/checkbox';

/** Something that is so or not, with its words beside it. */
@Component({
  selector: 'fold-tick',
  imports: [Checkbox, FormsModule],
  template: `
    <label [for]="field()">
      <p-checkbox
        [binary]="true"
        [inputId]="field()"
        [disabled]="disabled()"
        [ngModel]="on()"
        (ngModelChange)="on.set($event)"
        [ngModelOptions]="{ standalone: true }"
      />
      <span><ng-content /></span>
    </label>
  `,
  styles: `
    :host {
      display: block;
    }
    label {
      display: flex;
      align-items: center;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Tick {
  /** The id of its field. */
  readonly field = input.required<string>();
  readonly on = model.required<boolean>();
  readonly disabled = input(false);
}
