import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { kindOf } from '@core/document/kinds/registry';

/** The sign of a kind of part. */
@Component({
  selector: 'fold-glyph',
  template: `<svg viewBox="0 0 14 14" width="14" height="14" aria-hidden="true"><path [attr.d]="path()" /></svg>`,
  styles: `
    :host {
      display: inline-flex;
    }
    path {
      fill: none;
      stroke: currentColor;
      stroke-width: 1.25;
      stroke-linejoin: round;
      stroke-linecap: round;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Glyph {
  readonly kind = input.required<string>();
  protected readonly path = computed(() => kindOf(this.kind()).glyph);
}
