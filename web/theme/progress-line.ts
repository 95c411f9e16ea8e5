import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ProgressBar } from 'primeng/progressbar';

/**
 * How far something is, in percent; of undefined length where nothing is known. The library's bar tells assistive
 * technology what ARIA does not allow, so it is told here.
 */
@Component({
  selector: 'fold-progress-line',
  imports: [ProgressBar],
  host: {
    role: 'progressbar',
    'aria-valuemin': '0',
    'aria-valuemax': '100',
    '[attr.aria-valuenow]': 'value()',
    '[attr.aria-label]': 'label()',
  },
  template: `<p-progressbar
    aria-hidden="true"
    [value]="value()"
    [mode]="value() === undefined ? 'indeterminate' : 'determinate'"
    [showValue]="false"
    [style]="{ height: '6px' }"
  />`,
  styles: `
    :host {
      display: block;
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProgressLine {
  readonly value = input<number>();
  readonly label = input.required<string>();
}
