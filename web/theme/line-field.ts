import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { InputText } from 'primeng/inputtext';

/** One line of a form: what is asked for, and the field for it. */
@Component({
  selector: 'fold-line-field',
  imports: [FormsModule, InputText],
  template: `
    <label [for]="field()">{{ label() }}</label>
    <input
      pInputText
      [id]="field()"
      [name]="field()"
      [type]="type()"
      [attr.autocomplete]="autocomplete()"
      [attr.spellcheck]="spellcheck()"
      [placeholder]="placeholder()"
      [required]="required()"
      [disabled]="disabled()"
      [attr.aria-invalid]="says() === undefined ? null : isWrong()"
      [attr.aria-describedby]="says() === undefined ? null : field() + '-says'"
      [ngModel]="value()"
      (ngModelChange)="value.set($event)"
    />
    @if (says(); as sentence) {
      <p [id]="field() + '-says'" [class.wrong]="isWrong()" aria-live="polite">{{ sentence }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    p {
      margin: 0;
      color: var(--ink-soft);
    }
    .wrong {
      color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineField {
  readonly label = input.required<string>();
  /** The field's id on the page, and its name in the form. */
  readonly field = input.required<string>();
  readonly value = model.required<string>();
  readonly type = input<'text' | 'email' | 'password'>('text');
  readonly autocomplete = input('off');
  readonly spellcheck = input<boolean | null>(null);
  readonly placeholder = input('');
  readonly required = input(false);
  readonly disabled = input(false);
  /** What is said below it of what is typed. */
  readonly says = input<string>();
  readonly isWrong = input(false);
}
