import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SelectButton } from 'primeng/selectbutton';

/** A choice of a few things that stand side by side, one of which is chosen. */
@Component({
  selector: 'fold-one-of',
  imports: [FormsModule, SelectButton],
  template: `<p-selectbutton
    [options]="all()"
    optionLabel="word"
    optionValue="id"
    [allowEmpty]="false"
    size="small"
    [attr.aria-label]="label()"
    [ngModel]="chosen()"
    (ngModelChange)="chosen.set($event)"
  />`,
  styles: ':host { display: inline-block; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OneOf<Id extends string> {
  readonly choices = input.required<readonly { readonly id: Id; readonly word: string }[]>();
  /** What is chosen between, as it is read out. */
  readonly label = input.required<string>();
  /** None of them where that is not among them. */
  readonly chosen = model.required<Id>();
  protected readonly all = computed(() => [...this.choices()]);
}
