import { ChangeDetectionStrategy, Component, input, model, output } from '@angular/core';
import { InputText } from 'primeng/inputtext';
import { valueOf } from '../../../theme/from-event';

/** The name of something new, with why it cannot be called so. */
@Component({
  selector: 'fold-name-field',
  imports: [InputText],
  template: `
    <label [for]="fieldId()">Name</label>
    <input
      pInputText
      [id]="fieldId()"
      autocomplete="off"
      spellcheck="false"
      [value]="name()"
      [attr.aria-invalid]="problem() !== undefined"
      [attr.aria-describedby]="fieldId() + '-problem'"
      (input)="set($event)"
      (keydown.enter)="$event.preventDefault(); entered.emit()"
    />
    <p [id]="fieldId() + '-problem'" class="problem" role="alert">{{ problem() }}</p>
  `,
  styleUrl: './name-field.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NameField {
  readonly fieldId = input.required<string>();
  readonly problem = input<string>();
  readonly name = model.required<string>();
  readonly entered = output();

  protected set(event: Event): void {
    this.name.set(valueOf(event).trim());
  }
}
