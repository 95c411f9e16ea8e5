import { afterNextRender, Directive, ElementRef, inject, input } from '@angular/core';
import { LedgerState } from '../../state/ledger-state';

/**
 * The keyboard's way into the drawing of a value, at the breakpoint it was asked for, and by Escape back to its cell.
 */
@Directive({ host: { '(keydown.escape)': 'close($event)' } })
export class SlipFocus {
  readonly property = input.required<string>();
  readonly breakpoint = input.required<string>();
  private readonly ledgerState = inject(LedgerState);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  constructor() {
    afterNextRender({ write: () => this.enter() });
  }

  private enter(): void {
    if (this.ledgerState.drawn()?.breakpoint !== this.breakpoint()) return;
    const { nativeElement } = this.host;
    nativeElement.scrollIntoView({ block: 'nearest' });
    nativeElement.querySelector<HTMLElement>('button, [role=slider]')?.focus({ preventScroll: true });
  }

  protected close(event: Event): void {
    event.stopPropagation();
    this.ledgerState.drawn.set(undefined);
    const cell = CSS.escape(`${this.property()}@${this.breakpoint()}`);
    document.querySelector<HTMLElement>(`[data-cell="${cell}"]`)?.focus();
  }
}
