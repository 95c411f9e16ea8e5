import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { OneOf } from '../../theme/one-of';
import { TableModule, type Table } from 'primeng/table';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { DialogFocus } from '../../theme/dialog-focus';
import { takeBack } from '@core/document/commands/overrides';
import { kindOf } from '@core/document/kinds/registry';
import type { Override } from '@core/review/idle-overrides';
import { propertyOf } from '@core/style/properties';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { latePiece } from '../../services/late-piece';
import { PageWorker } from '../../services/page-worker';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';
import { LedgerState } from '../state/ledger-state';
import { Commands } from '../commands/commands';
import { namedValue } from '@core/style/tokens/tokens';
import { valueOf } from '../../theme/from-event';
import { inPlain } from '@core/document/text/words';

interface Row {
  readonly part: string;
  readonly name: string;
  readonly kind: string;
  /** Where its part and property stand on the page. */
  readonly order: number;
  /** Its values, to be searched. */
  readonly words: string;
  readonly property: string;
  readonly state: string;
  readonly cells: readonly (Override | undefined)[];
}

/** Which values are listed. */
type Which = 'below' | 'idle' | 'all';

/** Every value of the page's parts' own, as a table by part and property: to look through, to go to, and to clean. */
@Component({
  selector: 'fold-overrides-dialog',
  imports: [Button, InputText, OneOf, TableModule],
  hostDirectives: [DialogFocus],
  templateUrl: './overrides-dialog.html',
  styleUrl: './overrides-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OverridesDialog {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  protected readonly spread = inject(SpreadState);
  private readonly ledgerState = inject(LedgerState);
  private readonly commands = inject(Commands);
  private readonly worker = inject(PageWorker);
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly choices = computed<readonly { readonly id: Which; readonly word: string }[]>(() => [
    { id: 'below', word: 'Overridden at some breakpoint' },
    { id: 'idle', word: `Redundant: no difference${this.idle().length > 0 ? ` · ${this.idle().length}` : ''}` },
    { id: 'all', word: 'All' },
  ]);
  protected readonly which = signal<Which>('below');
  private readonly found = signal<readonly Override[] | undefined>(undefined);
  protected readonly busy = computed(() => this.found() === undefined);
  protected readonly idle = computed(() => (this.found() ?? []).filter((one) => one.idle));

  protected readonly rows = computed<Row[]>(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    const breakpoints = this.spread.breakpoints();
    const base = breakpoints[0]?.id;
    const which = this.which();
    const lines = new Map<string, [Override, ...Override[]]>();
    for (const one of this.found() ?? []) {
      if (!site || !page || !Object.hasOwn(page.parts, one.part)) continue;
      const key = `${one.part} ${one.state} ${one.property}`;
      const value = namedValue(site, one.value, one.breakpoint);
      const line = lines.get(key);
      lines.set(key, line ? [...line, { ...one, value }] : [{ ...one, value }]);
    }
    return [...lines.values()]
      .filter((line) => which === 'all' || line.some((one) => (which === 'idle' ? one.idle : one.breakpoint !== base)))
      .map((line, order) => {
        const [{ part, property, state }] = line;
        const named = page!.parts[part]!;
        const words = inPlain(named.content.base['text']);
        return {
          part,
          order,
          words: line.map((one) => one.value).join(' '),
          property,
          state: state === 'normal' ? '' : state,
          name: named.name ?? (words.slice(0, 36) || (part === page!.root ? 'Page' : '')),
          kind: kindOf(named.kind).word,
          cells: breakpoints.map(({ id }) => line.find((one) => one.breakpoint === id)),
        };
      });
  });

  protected readonly byProperty = (_index: number, { part, property, state }: Row): string =>
    `${part} ${state} ${property}`;
  private readonly table = viewChild<Table>('values');

  protected search(event: Event): void {
    this.table()?.filterGlobal(valueOf(event), 'contains');
  }

  constructor() {
    effect(() => {
      const page = this.session.page();
      const site = this.session.site();
      if (page && site) untracked(() => void this.list(site, page));
    });
  }

  private async list(site: Site, page: Page): Promise<void> {
    const found = await latePiece(this.session.notices, () => this.worker.overrides(site, page));
    if (found && this.session.page() === page) this.found.set(found);
  }

  protected go(row: Row): void {
    this.selection.select(row.part);
    const group = propertyOf(row.property)?.group;
    if (group) this.ledgerState.group.set(group);
    this.dialog.close();
  }

  protected takeBack(one: Override): void {
    this.commands.attempt(() => takeBack([one]));
  }

  protected clean(): void {
    const idle = this.idle();
    this.commands.attempt(() => takeBack(idle));
  }
}
