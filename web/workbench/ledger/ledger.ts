import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FirstScreenPanel } from '../review/first-screen-panel';
import { FindingsList } from '../review/findings-list';
import { LedgerContent } from './content/ledger-content';
import { LedgerState, ledgerTabs } from '../state/ledger-state';
import { Selection } from '../state/selection';
import { LedgerValues } from './ledger-values';

/** What stands under the leaves: the values of the selection, what it says, or what is known of the page. */
@Component({
  selector: 'fold-ledger',
  host: {
    role: 'tabpanel',
    '[id]': '`${tabs}_tabpanel_${ledgerState.group()}`',
    '[attr.aria-labelledby]': '`${tabs}_tab_${ledgerState.group()}`',
  },
  imports: [FindingsList, FirstScreenPanel, LedgerContent, LedgerValues],
  templateUrl: './ledger.html',
  styleUrl: './ledger.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Ledger {
  protected readonly selection = inject(Selection);
  protected readonly ledgerState = inject(LedgerState);
  protected readonly tabs = ledgerTabs;
}
