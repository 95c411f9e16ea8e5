import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import type { MenuItem } from 'primeng/api';
import { typeHolder, typeSaying } from '@core/document/commands/look/types';
import { problemOf } from '@core/document/problem';
import type { Site } from '@core/document/site';
import { plainValue, tokenValue } from '@core/style/tokens/tokens';
import { typeIn, typeProperties, typesOf, typeValues, type Type } from '@core/style/tokens/types';
import { PageSession } from '../../services/page-session';
import { Hint } from '../../theme/hint';
import { Commands } from '../commands/commands';
import { Dialogs, type ToNewType } from '../state/dialogs';
import { Holding } from '../state/holding';
import { PaintedPage } from '../state/painted-page';
import { Selection } from '../state/selection';
import { leafGap, SpreadState } from '../state/spread-state';

/** Size, weight, line height and spacing as one: which type holds at each breakpoint, and others to choose from. */
@Component({
  selector: 'fold-type-row',
  imports: [Hint],
  template: `<div class="row">
    <span class="label" foldHint="Size, weight, line height and spacing as one, under a name">type</span>
    @for (leaf of columns(); track leaf.breakpoint.id) {
      <div class="cells" [style.width.px]="leaf.width" [style.margin-right.px]="gap" [class.folded]="leaf.folded">
        @if (!leaf.folded) {
          <button
            type="button"
            class="type"
            aria-haspopup="menu"
            [attr.data-type-at]="leaf.breakpoint.id"
            [attr.aria-label]="'Type at ' + leaf.breakpoint.name + ': ' + (leaf.type?.name ?? 'none')"
            (click)="open($event, leaf.breakpoint.id, leaf.type)"
          >
            {{ leaf.type?.name ?? 'none' }} <i class="pi pi-angle-down"></i>
          </button>
        }
      </div>
    }
  </div>`,
  styleUrl: './rows.css',
  styles: `
    .type {
      display: flex;
      align-items: center;
      justify-content: space-between;
      flex: 1;
      min-width: 0;
      height: 26px;
      padding: 0 6px;
      border: 0;
      background: var(--sheet);
      color: var(--ink);
      font: 12px var(--words);
      cursor: pointer;
    }
    .type i {
      font-size: 10px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TypeRow {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly holding = inject(Holding);
  private readonly commands = inject(Commands);
  private readonly dialogs = inject(Dialogs);
  private readonly spread = inject(SpreadState);
  private readonly painted = inject(PaintedPage);
  /** A menu is to be opened beside what was pressed. */
  readonly menu = output<{ readonly event: Event; readonly items: MenuItem[] }>();
  protected readonly gap = leafGap;

  protected readonly columns = computed(() => {
    this.painted.page(); // said once it is seen
    const site = this.session.site();
    const [holder, id, state] = [this.holding.ofSite(), this.selection.id(), this.selection.state()];
    return this.spread.leaves().map((leaf) => {
      const said = (property: string): string => this.holding.cellNow(leaf.breakpoint.id, property)?.value ?? '';
      return { ...leaf, type: site && (holder || id !== undefined) && state ? typeIn(site, said) : undefined };
    });
  });

  protected open(event: Event, breakpoint: string, used: Type | undefined): void {
    const [site, page, part] = [this.session.site(), this.session.page(), this.selection.id()];
    if (!site || !page || part === undefined) return;
    const of = typeHolder(this.holding.holder(), part);
    const types = typesOf(site);
    this.menu.emit({
      event,
      items: [
        ...types.map((type) => ({
          label: `${type.name} · ${saidOf(site, type, breakpoint)}`,
          icon: 'pi pi-check',
          ...(type.name !== used?.name && { iconStyle: { visibility: 'hidden' } }),
          command: () => this.commands.setHeld(breakpoint, typeValues(type)),
        })),
        ...(types.length > 0 ? [{ separator: true }] : []),
        {
          label: 'Reset the type here',
          icon: 'pi pi-undo',
          disabled: !typeProperties.some((property) => this.holding.cellNow(breakpoint, property)?.own),
          command: () =>
            this.commands.setHeld(breakpoint, Object.fromEntries(typeProperties.map((one) => [one, undefined]))),
        },
        {
          label: 'Make a type of these values …',
          icon: 'pi pi-tag',
          disabled: problemOf(() => typeSaying(site, page, of)) !== undefined,
          command: () => void this.dialogs.open('new type', { of } satisfies ToNewType),
        },
        {
          label: 'Types and tokens of this site …',
          icon: 'pi pi-list',
          command: () => void this.dialogs.open('tokens'),
        },
      ],
    });
  }
}

/** What a type says at a breakpoint, in short: `38px / 1.1 · 700`. */
function saidOf(site: Site, { members }: Type, breakpoint: string): string {
  const said = (property: keyof Type['members']): string | undefined => {
    const id = members[property]?.id;
    return id === undefined ? undefined : plainValue(site, tokenValue(site, id, breakpoint) ?? '', breakpoint);
  };
  const line = said('line-height');
  const size = `${said('font-size') ?? ''}${line === undefined ? '' : ` / ${line}`}`;
  return [size, said('font-weight')].filter((one) => one !== undefined).join(' · ');
}
