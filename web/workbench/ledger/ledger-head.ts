import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import type { MenuItem } from 'primeng/api';
import { statesOf } from '@core/document/kinds/registry';
import type { State } from '@core/document/style-map';
import { sameHolder } from '@core/style/holder';
import { Hint } from '../../theme/hint';
import { LateMenu } from '../../theme/late-menu';
import { Dialogs } from '../state/dialogs';
import { Holding } from '../state/holding';
import { LedgerState } from '../state/ledger-state';
import { Selection } from '../state/selection';

/** The tick of a menu's row; the others keep its place free. */
const checked = (on: boolean): Pick<MenuItem, 'icon' | 'iconStyle'> => ({
  icon: 'pi pi-check',
  ...(!on && { iconStyle: { visibility: 'hidden' } }),
});

/** The ledger's first cell: whose values stand below, in which state, and whether only those set there. */
@Component({
  selector: 'fold-ledger-head',
  imports: [Hint, LateMenu],
  templateUrl: './ledger-head.html',
  styleUrl: './ledger-head.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerHead {
  protected readonly selection = inject(Selection);
  protected readonly holding = inject(Holding);
  protected readonly ledgerState = inject(LedgerState);
  private readonly dialogs = inject(Dialogs);
  private readonly menu = viewChild.required<LateMenu>('menu');
  protected readonly menuItems = signal<MenuItem[]>([]);

  private readonly statesAreShown = computed(() => this.ledgerState.statesAt() !== undefined);
  protected readonly isHeld = computed(() => this.statesAreShown() || this.selection.state() !== 'normal');
  protected readonly stateName = computed(() => (this.statesAreShown() ? 'all states' : this.selection.state()));

  /** The states the part can be in, to choose from. */
  protected openStates(event: Event): void {
    const states = statesOf(this.selection.selected()?.part.kind ?? 'page');
    const { statesAt } = this.ledgerState;
    this.menuItems.set([
      ...states.map((state) => ({
        label: state,
        ...checked(statesAt() === undefined && state === this.selection.state()),
        command: () => this.showState(state),
      })),
      { separator: true },
      {
        label: 'All side by side',
        ...checked(statesAt() !== undefined),
        command: () => statesAt.set(this.selection.active()),
      },
    ]);
    this.menu().toggle(event);
  }

  /** Shows one state, with the breakpoints side by side. */
  private showState(state: State): void {
    this.ledgerState.statesAt.set(undefined);
    this.selection.state.set(state);
  }

  /** Those whose values may be shown, to choose from. */
  protected openHolders(event: Event): void {
    const holder = this.holding.holder();
    const beside = event.currentTarget;
    this.menuItems.set([
      ...this.holding.choices().map((one) => ({
        label: one.name,
        ...checked(sameHolder(one.holder, holder)),
        command: () => this.holding.choose(one.holder),
      })),
      {
        label: 'Another element …',
        ...checked(holder.holds === 'element' && this.holding.otherTags().includes(holder.tag)),
        command: () => setTimeout(() => this.openElements(beside)), // once this menu has closed
      },
      { separator: true },
      {
        label: 'Add, remove and manage classes …',
        ...checked(false),
        command: () => void this.dialogs.open('classes'),
      },
      { label: 'Tokens of this site …', ...checked(false), command: () => void this.dialogs.open('tokens') },
    ]);
    this.menu().toggle(event);
  }

  /** The other elements of the site, be they on this page or not, to choose from. */
  private openElements(beside: EventTarget | null): void {
    const holder = this.holding.holder();
    this.menuItems.set(
      this.holding.otherTags().map((tag) => ({
        label: tag === 'body' ? 'every page of the site' : `every ${tag}`,
        ...checked(holder.holds === 'element' && holder.tag === tag),
        command: () => this.holding.choose({ holds: 'element', tag }),
      })),
    );
    this.menu().showBeside(beside);
  }
}
