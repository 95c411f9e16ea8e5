import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import type { MenuItem } from 'primeng/api';
import { Menu } from 'primeng/menu';
import { below, type Breakpoint } from '@core/document/breakpoint';
import { columnShares, setColumnShare, setSplit } from '@core/document/commands/columns';
import { copyBelow, ownValue, styleEdit } from '@core/document/commands/style';
import { commonSplits, readShares } from '@core/document/shares';
import { Problem } from '@core/document/problem';
import { parentOf } from '@core/document/tree';
import { ledgerCell, ledgerRows, type LedgerCell as Cell, type LedgerRow } from '@core/style/ledger';
import { lengthUnits, unitOf } from '@core/geometry/units';
import { propertyOf } from '@core/style/properties';
import { checkValue } from '@core/style/value';
import { Bench, leafGap } from './bench';
import { BoxDrawing } from './box-drawing';
import { FlowDrawing } from './flow-drawing';
import { LedgerCell } from './ledger-cell';
import { Leaves } from './leaves';
import { LedgerContent } from './ledger-content';
import { PictureLibrary } from './picture-library';
import { PlaceDrawing } from './place-drawing';
import { SpaceDrawing } from './space-drawing';

interface ShownCell {
  readonly property: string;
  readonly part: string;
  readonly cell: Cell;
}
interface ShownColumn {
  readonly breakpoint: Breakpoint;
  readonly width: number;
  readonly folded: boolean;
  readonly own: number;
  readonly cells: readonly ShownCell[];
}
interface ShownRow {
  readonly row: LedgerRow;
  readonly says: string;
  readonly columns: readonly ShownColumn[];
}

/** The values of the selection: a row a property, a column a breakpoint, each column under its leaf. */
@Component({
  selector: 'fold-ledger',
  imports: [BoxDrawing, FlowDrawing, LedgerCell, LedgerContent, Menu, PictureLibrary, PlaceDrawing, SpaceDrawing],
  templateUrl: './ledger.html',
  styleUrl: './ledger.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Ledger {
  protected readonly bench = inject(Bench);
  private readonly leaves = inject(Leaves);
  protected readonly gap = leafGap;
  protected readonly splits = commonSplits;
  private readonly cellMenu = viewChild.required<Menu>('cellMenu');
  private readonly library = viewChild.required(PictureLibrary);
  protected readonly menuItems = signal<MenuItem[]>([]);
  protected readonly sharesProblem = signal<{ readonly breakpoint: string; readonly sentence: string } | undefined>(undefined);

  protected readonly rows = computed<ShownRow[]>(() => {
    const group = this.bench.group();
    const chosen = this.bench.selected();
    const site = this.bench.session.site();
    if (group === 'content' || !chosen || !site) return [];
    return ledgerRows[group].map((row) => ({
      row,
      says: row.properties.length === 1 ? (propertyOf(row.label)?.says ?? '') : row.properties.join(', '),
      columns: this.bench.leaves().map(({ breakpoint, width, folded }) => {
        const cells = row.properties.map((property, index) => ({
          property,
          part: row.parts[index] ?? '',
          cell: this.known(`${property}@${breakpoint.id}`, ledgerCell(site, chosen.page, chosen.id, breakpoint.id, 'normal', property)),
        }));
        return { breakpoint, width, folded, cells, own: cells.filter((one) => one.cell.own).length };
      }),
    }));
  });

  /** Cells as they were drawn last, so that one that says the same is not drawn anew. */
  private readonly drawn = new Map<string, Cell>();

  private known(key: string, cell: Cell): Cell {
    const before = this.drawn.get(key);
    const same = before !== undefined && before.value === cell.value && before.own === cell.own && before.from === cell.from && before.sentence === cell.sentence && before.noEffect === cell.noEffect;
    if (same) return before;
    this.drawn.set(key, cell);
    return cell;
  }

  /** Groups that are drawn as well as written. */
  protected readonly isDrawn = computed(() => ['flow', 'box', 'space', 'place'].includes(this.bench.group()));
  protected readonly idleShown = signal(false);
  /** Rows that do nothing on this part at any breakpoint and hold no value of its own: out of the way until asked for. */
  protected readonly idleRows = computed(() => this.rows().filter(({ columns }) => columns.every(({ cells }) => cells.every(({ cell }) => cell.noEffect !== undefined && !cell.own))));
  protected readonly shownRows = computed(() => {
    const idle = new Set(this.idleRows());
    return [...this.rows().filter((row) => !idle.has(row)), ...(this.idleShown() ? idle : [])];
  });

  /** Shares of a columns part, or the share of one column, by breakpoint. */
  protected readonly shares = computed(() => {
    const chosen = this.bench.selected();
    const site = this.bench.session.site();
    if (!chosen || !site || this.bench.group() !== 'flow') return undefined;
    const one = chosen.part.kind === 'column';
    const parent = one ? parentOf(chosen.page, chosen.id) : chosen.id;
    if (parent === undefined || chosen.page.parts[parent]?.kind !== 'columns') return undefined;
    const index = chosen.page.parts[parent].children.indexOf(chosen.id);
    const columns = this.bench.leaves().map(({ breakpoint, width, folded }) => {
      const shares = columnShares(site, chosen.page, parent, breakpoint.id)?.map((share) => Math.round(share * 100) / 100);
      return { breakpoint, width, folded, text: one ? (shares?.[index] === undefined ? 'no share' : `${shares[index]}%`) : (shares?.join(' / ') ?? 'own tracks') };
    });
    return { one, columns };
  });

  protected setShares(event: Event, breakpoint: string): void {
    const field = event.target as HTMLInputElement; // the shares' field
    const shown = this.shares();
    const typed = field.value.trim();
    const chosen = this.bench.selected();
    const site = this.bench.session.site();
    if (!shown || !chosen || !site || typed === shown.columns.find((one) => one.breakpoint.id === breakpoint)?.text) return this.sharesProblem.set(undefined);
    try {
      const edits = shown.one ? setColumnShare(site, chosen.page, chosen.id, breakpoint, Number.parseFloat(typed)) : setSplit(site, chosen.page, chosen.id, breakpoint, readShares(typed));
      this.bench.attempt(() => edits);
      this.sharesProblem.set(undefined);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.sharesProblem.set({ breakpoint, sentence: error.message });
    }
  }

  private split(breakpoint: string, shares: readonly number[]): void {
    const chosen = this.bench.selected();
    if (chosen) this.bench.attempt((site, page) => setSplit(site, page, chosen.id, breakpoint, shares));
  }

  protected openSplits(event: Event, breakpoint: string): void {
    this.menuItems.set(commonSplits.map(({ name, shares }) => ({ label: name, command: () => this.split(breakpoint, shares) })));
    this.cellMenu().show(event);
  }

  protected openMenu(event: Event, properties: readonly string[], breakpoint: Breakpoint): void {
    const chosen = this.bench.selected();
    const site = this.bench.session.site();
    if (!chosen || !site) return;
    const own = properties.filter((property) => ownValue(chosen.page, chosen.id, breakpoint.id, 'normal', property) !== undefined);
    const under = below(site.breakpoints, breakpoint.id);
    const names = under.map((one) => one.name).join(' and ');
    this.menuItems.set([
      {
        label: 'Take back',
        icon: 'pi pi-undo',
        disabled: own.length === 0,
        command: () => this.bench.attempt(() => own.map((property) => styleEdit(chosen.id, breakpoint.id, 'normal', property))),
      },
      {
        label: under.length > 0 ? `Copy to ${names}` : 'Nothing lies below',
        icon: 'pi pi-copy',
        disabled: own.length === 0 || under.length === 0,
        command: () =>
          this.bench.attempt((_site, page) =>
            own.flatMap((property) => copyBelow(site, chosen.id, breakpoint.id, 'normal', property, ownValue(page, chosen.id, breakpoint.id, 'normal', property) ?? '')),
          ),
      },
    ]);
    this.menuItems.update((items) => [...items, ...this.unitItems(properties[0] ?? '', breakpoint.id)]);
    this.cellMenu().show(event);
  }

  /** The value in other units, each as it would be written so that the size stays as measured. */
  private unitItems(property: string, breakpoint: string): MenuItem[] {
    const chosen = this.bench.selected();
    const site = this.bench.session.site();
    if (!chosen || !site) return [];
    const { value } = ledgerCell(site, chosen.page, chosen.id, breakpoint, 'normal', property);
    const items = lengthUnits.flatMap((unit): MenuItem[] => {
      if (unit === unitOf(value)) return [];
      const next = this.leaves.inUnit(breakpoint, chosen.id, property, unit, value);
      const fits = next !== undefined && next.endsWith(unit) && checkValue(site, property, next).ok;
      return fits ? [{ label: `Write as ${next}`, command: () => this.bench.setStyle(breakpoint, property, next) }] : [];
    });
    return items.length > 0 ? [{ separator: true }, ...items] : [];
  }

  protected pickBackground(breakpoint: string): void {
    this.library().choose((picture) => {
      const chosen = this.bench.selected();
      if (!chosen) return;
      this.bench.attempt((_site, page) => {
        const set = (property: string, value: string) => styleEdit(chosen.id, breakpoint, 'normal', property, value);
        const sized = ownValue(page, chosen.id, breakpoint, 'normal', 'background-size') !== undefined;
        const fits = [set('background-size', 'cover'), set('background-position-x', 'center'), set('background-position-y', 'center')];
        return [set('background-image', `url("picture:${picture}")`), ...(sized ? [] : fits)];
      });
    });
  }
}
