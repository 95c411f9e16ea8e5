import { afterNextRender, computed, Directive, ElementRef, inject, input } from '@angular/core';
import { Commands } from '../../commands/commands';
import { Holding } from '../../state/holding';
import { LedgerState } from '../../state/ledger-state';
import { Selection } from '../../state/selection';

/**
 * The drawing of one value at one breakpoint: what stands there, how it is set, and the keyboard's way in, at the
 * breakpoint it was asked for, and by Escape back to its cell.
 */
@Directive({ host: { '(keydown.escape)': 'close($event)' } })
export class Slip {
  readonly property = input.required<string>();
  readonly breakpoint = input.required<string>();
  readonly breakpointName = input.required<string>();
  private readonly selection = inject(Selection);
  private readonly holding = inject(Holding);
  private readonly commands = inject(Commands);
  private readonly ledgerState = inject(LedgerState);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  /** What stands here now: two quick moves must not both begin at what the ledger said before the first. */
  readonly cell = computed(() => {
    const now = this.holding.cellNow(this.breakpoint(), this.property());
    return { value: now?.value ?? '', own: now?.own ?? false };
  });

  constructor() {
    afterNextRender({ write: () => this.enter() });
  }

  /** Sets the value at this breakpoint, on whatever holds the values shown. */
  write(value: string): void {
    this.selection.breakpoint.set(this.breakpoint());
    if (value !== this.cell().value || !this.cell().own)
      this.commands.setHeld(this.breakpoint(), { [this.property()]: value });
  }

  /** What another property says here now; its drawing may concern several. */
  said(property: string): string {
    return this.holding.cellNow(this.breakpoint(), property)?.value ?? '';
  }

  /** Sets several values at this breakpoint, in one step. */
  writeAll(values: Readonly<Record<string, string>>): void {
    this.selection.breakpoint.set(this.breakpoint());
    if (Object.keys(values).length > 0) this.commands.setHeld(this.breakpoint(), values);
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
