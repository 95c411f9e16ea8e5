import { computed, inject, Injectable } from '@angular/core';
import type { State } from '@core/document/style-map';
import { resolve, type Resolved } from '@core/style/cascade';
import { ledgerCell, type LedgerCell } from '@core/style/ledger';
import { PageSession } from '../../services/page-session';

/**
 * What the cascade says of the page shown: each value and each cell is found once, whoever asks (ledger, drawings,
 * handles, notes).
 */
@Injectable()
export class ResolvedValues {
  private readonly session = inject(PageSession);
  private readonly known = computed(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    return site && page
      ? { site, page, values: new Map<string, Resolved>(), cells: new Map<string, LedgerCell>() }
      : undefined;
  });

  /** A part's value with its source; undefined when there is no such part. */
  resolved(id: string, breakpoint: string, state: State, property: string): Resolved | undefined {
    const known = this.known();
    if (!known || !Object.hasOwn(known.page.parts, id)) return undefined;
    const key = `${id} ${breakpoint} ${state} ${property}`;
    const value = known.values.get(key) ?? resolve(known.site, known.page, id, breakpoint, state, property);
    known.values.set(key, value);
    return value;
  }

  /** The value in the normal state, or nothing said when there is no such part. */
  value(id: string, breakpoint: string, property: string): string {
    return this.resolved(id, breakpoint, 'normal', property)?.value ?? '';
  }

  cell(id: string, breakpoint: string, state: State, property: string): LedgerCell | undefined {
    const known = this.known();
    const resolved = this.resolved(id, breakpoint, state, property);
    if (!known || !resolved) return undefined;
    const key = `${id} ${breakpoint} ${state} ${property}`;
    const cell = known.cells.get(key) ?? ledgerCell(known.site, known.page, id, breakpoint, state, property, resolved);
    known.cells.set(key, cell);
    return cell;
  }
}
