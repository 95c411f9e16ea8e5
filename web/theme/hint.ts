import { Directive, inject } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';

/** A sentence that appears beside a control while it is pointed at or has the focus. */
@Directive({
  selector: '[foldHint]',
  hostDirectives: [{ directive: Tooltip, inputs: ['pTooltip: foldHint', 'tooltipPosition: hintPosition'] }],
})
export class Hint {
  constructor() {
    inject(Tooltip).setOption({ showDelay: 450, tooltipPosition: 'bottom', tooltipEvent: 'both' });
  }
}
