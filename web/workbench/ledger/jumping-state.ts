import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { heldValues } from '@core/document/commands/look/held';
import { ownValues } from '@core/document/commands/overrides';
import { stateWords } from '@core/style/ledger';
import { isAtOnce } from '@core/style/drawn/transitions';
import { PageSession } from '../../services/page-session';
import { Holding } from '../state/holding';
import { LedgerState } from '../state/ledger-state';
import { ResolvedValues } from '../state/resolved-values';
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';

/** Says that the state shown comes and goes at once, where it has values of its own, and leads to the cure. */
@Component({
  selector: 'fold-jumping-state',
  template: `
    @if (jumps()) {
      <p data-jumps>
        It changes at once when {{ said() }}.
        <button type="button" (click)="drawTransition()">Draw a transition</button>
      </p>
    }
  `,
  styles: `
    p {
      margin: 0;
      padding: 2px 6px;
      font: 12px/1.5 var(--words);
      color: var(--ink-soft);
    }
    button {
      padding: 0;
      border: 0;
      background: none;
      color: var(--ink);
      font: inherit;
      text-decoration: underline;
      cursor: pointer;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JumpingState {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly holding = inject(Holding);
  private readonly values = inject(ResolvedValues);
  private readonly spread = inject(SpreadState);
  private readonly ledgerState = inject(LedgerState);

  protected readonly jumps = computed(() => {
    const [site, state] = [this.session.site(), this.selection.state()];
    const [holder, chosen] = [this.holding.ofSite(), this.selection.selected()];
    if (!site || !chosen) return false;
    return this.spread.leaves().some(({ breakpoint: { id } }) => {
      const own = holder ? heldValues(site, holder, id) : ownValues(chosen.page, chosen.id, id);
      const said = (property: string): string =>
        (holder
          ? this.holding.cell(holder, id, 'normal', property)
          : this.values.cell(chosen.id, id, 'normal', property)
        )?.value ?? '';
      return own.some((one) => one.state === state) && isAtOnce(said);
    });
  });
  protected readonly said = computed(() => stateWords[this.selection.state()]);

  /** Leads to where the transition between the states is drawn. */
  protected drawTransition(): void {
    this.selection.state.set('normal');
    this.ledgerState.group.set('motion');
    this.ledgerState.drawn.set({ property: 'transition-duration', breakpoint: this.selection.active() });
  }
}
