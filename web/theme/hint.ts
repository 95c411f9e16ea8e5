import { Directive, inject } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';

/** A sentence that appears beside a control while it is pointed at or has the focus. */
@Directive({
  selector: '[foldHint]',
  hostDirectives: [{ directive: Tooltip, inputs: ['pTooltip: foldHint', 'tooltipPosition: hintPosition'] }],
})
export class Hint {
  constructor() {
    // above all else by itself, and so never the topmost of what Escape closes one by one: a dialog closes with its hint
    const tooltipZIndex = '3000';
    inject(Tooltip).setOption({ showDelay: 450, tooltipPosition: 'bottom', tooltipEvent: 'both', tooltipZIndex });
  }
}
