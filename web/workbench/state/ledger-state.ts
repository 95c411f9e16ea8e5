import { Injectable, signal } from '@angular/core';
import type { Group } from '@core/style/properties';

export type LedgerGroup = Group | 'content' | 'screen' | 'findings';

export const ledgerGroups: readonly { readonly id: LedgerGroup; readonly word: string }[] = [
  { id: 'flow', word: 'Flow' },
  { id: 'box', word: 'Box' },
  { id: 'space', word: 'Space' },
  { id: 'place', word: 'Place' },
  { id: 'type', word: 'Type' },
  { id: 'fill', word: 'Fill' },
  { id: 'edge', word: 'Edge' },
  { id: 'effect', word: 'Effect' },
  { id: 'motion', word: 'Motion' },
  { id: 'content', word: 'Content' },
  { id: 'screen', word: 'First screen' },
  { id: 'findings', word: 'Findings' },
];

/** The name of the tabs of the ledger: each panel and tab is named after it. */
export const ledgerTabs = 'ledger-groups';

/** Tabs of the ledger that show something else than values. */
export const isApart = (group: LedgerGroup): group is 'content' | 'screen' | 'findings' =>
  group === 'content' || group === 'screen' || group === 'findings';

const leastHeight = 120;

/** Which group of the ledger is open, and how high it is. */
@Injectable()
export class LedgerState {
  readonly group = signal<LedgerGroup>('type');
  /** Only what is set on the part itself, of every group. */
  readonly ownOnly = signal(false);
  /** Also the rows of properties that are set seldom. */
  readonly seldomShown = signal(false);
  /** Also the rows of properties that do nothing on the part. */
  readonly idleShown = signal(false);
  /** Its height in px, kept in this browser. */
  readonly height = signal(Number(localStorage.getItem('fold ledger')) || 286);

  resize(height: number): void {
    this.height.set(Math.round(Math.min(Math.max(height, leastHeight), window.innerHeight - 220)));
  }

  keepHeight(): void {
    localStorage.setItem('fold ledger', String(this.height()));
  }
}
