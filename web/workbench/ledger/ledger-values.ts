import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  runInInjectionContext,
  type Signal,
  untracked,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';
import type { MenuItem } from 'primeng/api';
import type { Breakpoint } from '@core/document/breakpoint';
import { columnShares, setColumnShare, setSplit } from '@core/document/commands/columns';
import { ownValues } from '@core/document/commands/overrides';
import { ownCount, ownValue, styleEdit } from '@core/document/commands/style';
import { commonSplits, readShares } from '@core/document/shares';
import { Problem } from '@core/document/problem';
import { parentOf } from '@core/document/tree';
import { resolve } from '@core/style/cascade';
import { heldValues } from '@core/document/commands/look/held';
import { ledgerRows, type LedgerCell as Cell, type LedgerRow } from '@core/style/ledger';
import { withPicture } from '@core/style/layers';
import { groups } from '@core/style/properties';
import { propertyWords } from '@core/style/property-words';
import { latePiece } from '../../services/late-piece';
import { PageSession } from '../../services/page-session';
import { Dialogs } from '../state/dialogs';
import { Holding } from '../state/holding';
import { PaintedPage } from '../state/painted-page';
import { Requests } from '../state/requests';
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';
import { drawnAs, isApart, LedgerState } from '../state/ledger-state';
import { Commands } from '../commands/commands';
import { leafGap } from '../state/spread-state';
import { BoxDrawing } from './slips/box-drawing';
import { ClipSlip } from './slips/clip/clip-slip';
import { ColourSlip } from './slips/colour/colour-slip';
import { CropSlip } from './slips/crop/crop-slip';
import { EdgeDrawing } from './slips/edge/edge-drawing';
import { FillSlip } from './slips/fill/fill-slip';
import { FilterSlip } from './slips/filter/filter-slip';
import { FlowDrawing } from './slips/flow-drawing';
import { JumpingState } from './jumping-state';
import { LedgerCell } from './ledger-cell';
import { LedgerHead } from './ledger-head';
import { LedgerHolder } from './ledger-holder';
import type { LedgerMenu } from './ledger-menu';
import { MaskSlip } from './slips/mask/mask-slip';
import { PlaceDrawing } from './slips/place-drawing';
import { PropertyHelp } from './help/property-help';
import { ShadowSlip } from './slips/shadow/shadow-slip';
import { StatesTable, type AskedOfState } from './states/states-table';
import { SpaceDrawing } from './slips/space-drawing';
import { TypeRow } from './type-row';
import { TransitionSlip } from './slips/transition/transition-slip';
import { elementOf, valueOf } from '../../theme/from-event';
import { Hint } from '../../theme/hint';
import { LateMenu } from '../../theme/late-menu';
import { ResolvedValues } from '../state/resolved-values';

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
  selector: 'fold-ledger-values',
  imports: [
    BoxDrawing,
    ClipSlip,
    CropSlip,
    ColourSlip,
    EdgeDrawing,
    FillSlip,
    FilterSlip,
    MaskSlip,
    FlowDrawing,
    JumpingState,
    LedgerCell,
    LedgerHead,
    LedgerHolder,
    LateMenu,
    PlaceDrawing,
    PropertyHelp,
    Hint,
    ShadowSlip,
    SpaceDrawing,
    StatesTable,
    TransitionSlip,
    TypeRow,
  ],
  templateUrl: './ledger-values.html',
  styleUrls: ['./rows.css', './ledger-values.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LedgerValues {
  private readonly session = inject(PageSession);
  protected readonly selection = inject(Selection);
  protected readonly spread = inject(SpreadState);
  protected readonly holding = inject(Holding);
  protected readonly ledgerState = inject(LedgerState);
  private readonly commands = inject(Commands);
  private readonly values = inject(ResolvedValues);
  private readonly painted = inject(PaintedPage);
  private readonly injector = inject(Injector);
  private menu: Promise<LedgerMenu> | undefined;
  protected readonly gap = leafGap;
  protected readonly splits = commonSplits;
  private readonly requests = inject(Requests);
  protected readonly helpAsked = toSignal(this.requests.helps.pipe(map(() => true)), { initialValue: false });
  private readonly cellMenu = viewChild.required<LateMenu>('cellMenu');
  private readonly dialogs = inject(Dialogs);
  protected readonly menuItems = signal<MenuItem[]>([]);
  protected readonly sharesProblem = signal<{ readonly breakpoint: string; readonly sentence: string } | undefined>(
    undefined,
  );

  /** Does something anew for another selection, or once an edit is seen on the leaves: what it says of that can wait. */
  private afterEdits<T>(say: () => T): Signal<T> {
    const basis = computed(
      () => [
        ...[this.painted.page(), this.session.site(), this.selection.id(), this.selection.state()],
        ...[this.holding.ofSite(), this.ledgerState.group(), this.ledgerState.ownOnly(), this.spread.leaves()],
      ],
      { equal: (a, b) => a.every((one, index) => one === b[index]) },
    );
    return computed(() => {
      basis();
      return untracked(say);
    });
  }

  protected readonly rows = this.afterEdits<ShownRow[]>(() => {
    const group = this.ledgerState.group();
    const chosen = this.selection.selected();
    if (isApart(group) || !chosen) return [];
    const state = this.selection.state();
    const holder = this.holding.ofSite();
    const rows = this.ledgerState.ownOnly() ? groups.flatMap((one) => ledgerRows[one]) : ledgerRows[group];
    const listed = rows.map((row) => ({
      row,
      says: row.properties.length === 1 ? (propertyWords[row.label] ?? '') : row.properties.join(', '),
      columns: this.spread.leaves().map(({ breakpoint, width, folded }) => {
        const cells = row.properties.map((property, index) => ({
          property,
          part: row.parts[index] ?? '',
          cell: this.known(
            `${property}@${breakpoint.id}`,
            holder
              ? this.holding.cell(holder, breakpoint.id, state, property)!
              : this.values.cell(chosen.id, breakpoint.id, state, property)!, // the selection is on the page
          ),
        }));
        return { breakpoint, width, folded, cells, own: cells.filter((one) => one.cell.own).length };
      }),
    }));
    return this.ledgerState.ownOnly() ? listed.filter(({ columns }) => columns.some((one) => one.own > 0)) : listed;
  });

  /** How many values of its own the part has at each breakpoint, in the group shown and in all, over all states. */
  protected readonly ownCounts = this.afterEdits(() => {
    const chosen = this.selection.selected();
    const group = this.ledgerState.group();
    const among = new Set(isApart(group) ? [] : ledgerRows[group].flatMap((row) => row.properties));
    const [site, holder] = [this.session.site(), this.holding.ofSite()];
    if (site && holder)
      return this.spread.leaves().map(({ breakpoint, width, folded }) => ({
        ...{ breakpoint, width, folded },
        here: heldValues(site, holder, breakpoint.id, among).length,
        all: heldValues(site, holder, breakpoint.id).length,
      }));
    return this.spread.leaves().map(({ breakpoint, width, folded }) => ({
      breakpoint,
      width,
      folded,
      here: chosen ? ownValues(chosen.page, chosen.id, breakpoint.id, among).length : 0,
      all: chosen ? ownCount(chosen.page, chosen.id, breakpoint.id) : 0,
    }));
  });

  /** Cells as they were drawn last, so that one that says the same is not drawn anew. */
  private readonly drawn = new Map<string, Cell>();

  private known(key: string, cell: Cell): Cell {
    const before = this.drawn.get(key);
    const same =
      before !== undefined &&
      before.value === cell.value &&
      before.own === cell.own &&
      before.from === cell.from &&
      JSON.stringify(before.holder) === JSON.stringify(cell.holder) &&
      before.sentence === cell.sentence &&
      before.noEffect === cell.noEffect;
    if (same) return before;
    this.drawn.set(key, cell);
    return cell;
  }

  /** The states stand side by side, instead of the breakpoints. */
  protected readonly statesAreShown = computed(() => this.ledgerState.statesAt() !== undefined);
  /** A type is chosen above its values. */
  protected readonly typeIsChosen = computed(
    () => this.ledgerState.group() === 'type' && !this.statesAreShown() && !this.ledgerState.ownOnly(),
  );
  /** Groups that are drawn as well as written. */
  protected readonly isDrawn = computed(
    () =>
      !this.statesAreShown() &&
      !this.ledgerState.ownOnly() &&
      (this.ledgerState.group() === 'edge' ||
        (!this.holding.ofSite() &&
          this.selection.state() === 'normal' &&
          ['flow', 'box', 'space', 'place'].includes(this.ledgerState.group()))),
  );
  /**
   * Rows that do nothing on this part at any breakpoint and hold no value of its own: out of the way until asked for.
   */
  protected readonly idleRows = computed(() =>
    this.rows().filter(({ columns }) =>
      columns.every(({ cells }) => cells.every(({ cell }) => cell.noEffect !== undefined && !cell.own)),
    ),
  );
  /** Rows of what is set seldom and has its initial value at every breakpoint: out of the way as well. */
  protected readonly seldomRows = computed(() => {
    const idle = new Set(this.idleRows());
    return this.rows().filter(
      (row) =>
        row.row.seldom === true &&
        !idle.has(row) &&
        row.columns.every(({ cells }) => cells.every(({ cell }) => !cell.own && cell.from === 'initial')),
    );
  });
  /** The first of them by name. */
  protected readonly seldomNames = computed(() => {
    const names = this.seldomRows().map(({ row }) => row.label);
    return names.slice(0, 4).join(', ') + (names.length > 4 ? ' …' : '');
  });
  protected readonly shownRows = computed(() => {
    const [idle, seldom] = [new Set(this.idleRows()), new Set(this.seldomRows())];
    return [
      ...this.rows().filter((row) => !idle.has(row) && !seldom.has(row)),
      ...(this.ledgerState.seldomShown() ? seldom : []),
      ...(this.ledgerState.idleShown() ? idle : []),
    ];
  });

  /** Shares of a columns part, or the share of one column, by breakpoint. */
  protected readonly shares = computed(() => {
    const chosen = this.selection.selected();
    const site = this.session.site();
    if (!chosen || !site || this.ledgerState.group() !== 'flow' || this.holding.ofSite()) return undefined;
    const one = chosen.part.kind === 'column';
    const parent = one ? parentOf(chosen.page, chosen.id) : chosen.id;
    if (parent === undefined || chosen.page.parts[parent]?.kind !== 'columns') return undefined;
    const index = chosen.page.parts[parent].children.indexOf(chosen.id);
    const columns = this.spread.leaves().map(({ breakpoint, width, folded }) => {
      const shares = columnShares(site, chosen.page, parent, breakpoint.id)?.map(
        (share) => Math.round(share * 100) / 100,
      );
      return {
        breakpoint,
        width,
        folded,
        text: one
          ? shares?.[index] === undefined
            ? 'no width set'
            : `${shares[index]}%`
          : (shares?.join(' / ') ?? 'custom columns'),
      };
    });
    return { one, columns };
  });

  protected setShares(event: Event, breakpoint: string): void {
    const listed = this.shares();
    const typed = valueOf(event).trim();
    const chosen = this.selection.selected();
    const site = this.session.site();
    if (!listed || !chosen || !site || typed === listed.columns.find((one) => one.breakpoint.id === breakpoint)?.text)
      return this.sharesProblem.set(undefined);
    try {
      const edits = listed.one
        ? setColumnShare(site, chosen.page, chosen.id, breakpoint, Number.parseFloat(typed))
        : setSplit(site, chosen.page, chosen.id, breakpoint, readShares(typed));
      this.commands.attempt(() => edits);
      this.sharesProblem.set(undefined);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.sharesProblem.set({ breakpoint, sentence: error.message });
    }
  }

  private split(breakpoint: string, shares: readonly number[]): void {
    const chosen = this.selection.selected();
    if (chosen) this.commands.attempt((site, page) => setSplit(site, page, chosen.id, breakpoint, shares));
  }

  protected openSplits(event: Event, breakpoint: string): void {
    this.menuItems.set(
      commonSplits.map(({ name, shares }) => ({ label: name, command: () => this.split(breakpoint, shares) })),
    );
    this.cellMenu().show(event);
  }

  protected openItems({ event, items }: { readonly event: Event; readonly items: MenuItem[] }): void {
    this.menuItems.set(items);
    this.cellMenu().show(event);
  }

  /** Shows what a row does, on this very part. */
  protected help(event: Event, { label, properties }: LedgerRow): void {
    this.requests.helps.next({ beside: elementOf(event), label, properties });
  }

  protected openMenu(event: Event, properties: readonly string[], breakpoint: Breakpoint): void {
    void this.showMenu(event, (menu) => menu.cell(properties, breakpoint));
  }

  /** Opens a menu of the ledger; what it offers is loaded with the first. */
  private async showMenu(event: Event, itemsOf: (menu: LedgerMenu) => MenuItem[]): Promise<void> {
    const beside = event.currentTarget;
    this.menu ??= import('./ledger-menu').then((file) =>
      runInInjectionContext(this.injector, () => new file.LedgerMenu()),
    );
    const loading = this.menu;
    const menu = await latePiece(this.session.notices, () => loading);
    if (!menu) return void (this.menu = undefined); // asked again with the next
    this.menuItems.set(itemsOf(menu));
    this.cellMenu().showBeside(beside);
  }

  protected readonly drawnAs = drawnAs;

  /** The property of a row whose values are drawn below it. */
  protected drawnOf({ properties }: LedgerRow): string | undefined {
    return properties.find((one) => one === this.ledgerState.drawn()?.property);
  }

  /** Draws a property's values below their row, or no longer. */
  protected draw(property: string, breakpoint: string): void {
    const isDrawn = this.ledgerState.drawn()?.property === property;
    this.ledgerState.drawn.set(isDrawn ? undefined : { property, breakpoint });
  }

  protected closeSlip(): void {
    this.ledgerState.drawn.set(undefined);
  }

  /** What is asked of a cell among the states; what is drawn needs the breakpoints side by side. */
  protected askedOfState({ what, property, state, value, breakpoint, event }: AskedOfState): void {
    this.selection.state.set(state);
    if (what === 'menu' && event) this.openMenu(event, [property], breakpoint);
    if (what === 'picture') void this.pickBackground(breakpoint.id);
    if (what === 'face') void this.pickFace(breakpoint.id, value);
    if (what !== 'draw') return;
    this.ledgerState.statesAt.set(undefined);
    this.ledgerState.drawn.set({ property, breakpoint: breakpoint.id });
  }

  protected openColumn(event: Event, breakpoint: Breakpoint): void {
    void this.showMenu(event, (menu) => menu.column(breakpoint));
  }

  protected async pickFace(breakpoint: string, value: string): Promise<void> {
    const chosen = await this.dialogs.open('faces', { value });
    if (typeof chosen === 'string') this.commands.setHeld(breakpoint, { 'font-family': chosen });
  }

  protected async pickBackground(breakpoint: string): Promise<void> {
    const picture = await this.dialogs.open('pictures');
    const chosen = this.selection.selected();
    if (typeof picture !== 'string' || !chosen) return;
    if (this.holding.ofSite()) {
      this.commands.setHeld(breakpoint, {
        'background-image': withPicture('none', picture),
        'background-size': 'cover',
      });
      return;
    }
    this.commands.attempt((site, page) => {
      const set = (property: string, value: string) =>
        styleEdit(chosen.id, breakpoint, this.selection.state(), property, value);
      const sized = ownValue(page, chosen.id, breakpoint, 'normal', 'background-size') !== undefined;
      const fits = [
        set('background-size', 'cover'),
        set('background-position-x', 'center'),
        set('background-position-y', 'center'),
      ];
      const present = resolve(site, page, chosen.id, breakpoint, this.selection.state(), 'background-image').value;
      return [set('background-image', withPicture(present, picture)), ...(sized ? [] : fits)];
    });
  }
}
