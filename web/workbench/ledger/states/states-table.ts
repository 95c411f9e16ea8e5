import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { debounceTime } from 'rxjs';
import { statesOf } from '@core/document/kinds/registry';
import type { Breakpoint } from '@core/document/breakpoint';
import type { State } from '@core/document/style-map';
import { ledgerRows, stateWords, type LedgerCell as Cell, type LedgerRow } from '@core/style/ledger';
import { groups } from '@core/style/properties';
import { PageSession } from '../../../services/page-session';
import { Holding } from '../../state/holding';
import { isApart, LedgerState } from '../../state/ledger-state';
import { PaintedPage } from '../../state/painted-page';
import { ResolvedValues } from '../../state/resolved-values';
import { Selection } from '../../state/selection';
import { SpreadState } from '../../state/spread-state';
import { PartDrawing } from '../../drawn/part-drawing';
import { LedgerCell } from '../ledger-cell';

/** How long nothing is edited, in ms, before the part is drawn anew. */
const quiet = 200;

interface StateCell {
  readonly property: string;
  readonly part: string;
  readonly cell: Cell;
}
interface StateRow {
  readonly row: LedgerRow;
  readonly columns: readonly { readonly state: State; readonly cells: readonly StateCell[] }[];
}

/** What is asked of a cell of a state. */
export interface AskedOfState {
  readonly what: 'menu' | 'draw' | 'picture' | 'face';
  readonly property: string;
  readonly state: State;
  readonly value: string;
  readonly breakpoint: Breakpoint;
  readonly event: Event | undefined;
}

/** A part's values at one breakpoint, a column a state; above each, the part as it is then. */
@Component({
  selector: 'fold-states-table',
  imports: [LedgerCell, PartDrawing],
  templateUrl: './states-table.html',
  styleUrls: ['../rows.css', './states-table.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StatesTable {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly values = inject(ResolvedValues);
  private readonly painted = inject(PaintedPage);
  protected readonly spread = inject(SpreadState);
  protected readonly holding = inject(Holding);
  private readonly ledgerState = inject(LedgerState);
  readonly asked = output<AskedOfState>();

  protected readonly breakpoint = computed(() => this.spread.breakpointOf(this.ledgerState.statesAt() ?? ''));
  protected readonly states = computed(() => statesOf(this.selection.selected()?.part.kind ?? 'page'));
  private readonly seenPage = toSignal(toObservable(this.painted.page).pipe(debounceTime(quiet)));
  /** The part as it is drawn: a moment after the last edit. */
  protected readonly drawn = computed(() => {
    const [page, part] = [this.seenPage(), this.selection.id()];
    return page && part !== undefined && Object.hasOwn(page.parts, part) ? { page, part } : undefined;
  });

  protected readonly rows = computed<StateRow[]>(() => {
    const group = this.ledgerState.group();
    if (isApart(group) || !this.selection.selected()) return [];
    const ownOnly = this.ledgerState.ownOnly();
    const listed = (ownOnly ? groups : [group]).flatMap((one) => ledgerRows[one]).map((row) => this.rowOf(row));
    return listed.filter(({ row, columns }) =>
      columns.some(({ cells }) => cells.some(({ cell }) => cell.own || (!ownOnly && isWorthARow(row, cell)))),
    );
  });

  private rowOf(row: LedgerRow): StateRow {
    const columns = this.states().map((state) => ({
      state,
      cells: row.properties.map((property, index) => ({
        property,
        part: row.parts[index] ?? '',
        cell: this.cellOf(property, state),
      })),
    }));
    return { row, columns };
  }

  private cellOf(property: string, state: State): Cell {
    const [holder, part, at] = [this.holding.ofSite(), this.selection.id() ?? '', this.breakpoint().id];
    return holder ? this.holding.cell(holder, at, state, property)! : this.values.cell(part, at, state, property)!; // the selection is on the page
  }

  protected ask(what: AskedOfState['what'], { property, cell }: StateCell, state: State, event?: Event): void {
    this.asked.emit({ what, property, state, value: cell.value, breakpoint: this.breakpoint(), event });
  }

  protected whenIn(state: State): string {
    return state === 'normal' ? '' : `when ${stateWords[state]} · `;
  }

  /** How many values of its own a state has, in the rows that are listed. */
  protected ownIn(state: State): number {
    const cells = this.rows().flatMap(({ columns }) => columns.find((one) => one.state === state)?.cells ?? []);
    return cells.filter(({ cell }) => cell.own).length;
  }
}

/** Rows of what is set seldom, or does nothing on the part, are left to the breakpoints side by side. */
const isWorthARow = (row: LedgerRow, cell: Cell): boolean => row.seldom !== true && cell.noEffect === undefined;
