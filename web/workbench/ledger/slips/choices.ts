import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

/** What may be chosen, by a word of its own where the value is none. */
export type Choice<T extends string> = T | { readonly value: T; readonly word: string };

/** A row of a slip's buttons, of which one is chosen; what else belongs to the row stands after them. */
@Component({
  selector: 'fold-choices',
  host: { role: 'group', '[attr.aria-label]': 'label()' },
  template: `@for (one of shown(); track one.value) {
      <button
        type="button"
        [class.on]="value() === one.value"
        [attr.aria-pressed]="value() === one.value"
        [attr.data-choice]="one.value"
        (click)="chosen.emit(one.value)"
      >
        {{ one.word }}
      </button>
    }
    <ng-content />`,
  styleUrl: './controls.css',
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 3px;
      min-width: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Choices<T extends string> {
  readonly options = input.required<readonly Choice<T>[]>();
  readonly value = input.required<T | undefined>();
  readonly label = input.required<string>();
  readonly chosen = output<T>();
  protected readonly shown = computed(() =>
    this.options().map((one) => (typeof one === 'string' ? { value: one, word: one } : one)),
  );
}
