import { inject } from '@angular/core';
import type { MenuItem } from 'primeng/api';
import { below, outwards, type Breakpoint } from '@core/document/breakpoint';
import {
  asTheyAre,
  copyTo,
  moveTo,
  overriddenBelow,
  ownValues,
  takeBack,
  type OwnValue,
} from '@core/document/commands/overrides';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { lengthUnits, unitOf } from '@core/geometry/units';
import { gatherTo, heldValues, holderEdit, takeFrom } from '@core/document/commands/look/held';
import { valueEdit, type SetValue } from '@core/document/commands/look/tokens';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { ledgerRows } from '@core/style/ledger';
import { namedValue, plainValue, tokensFor } from '@core/style/tokens/tokens';
import { checkValue } from '@core/style/value';
import { PageSession } from '../../services/page-session';
import { Dialogs, type FarReaching, type ToNewClass, type ToTokens } from '../state/dialogs';
import { Holding } from '../state/holding';
import { Selection } from '../state/selection';
import { Commands } from '../commands/commands';
import { Leaves } from '../state/leaves';
import { drawnAs, drawingWords, isApart, LedgerState } from '../state/ledger-state';
import { ResolvedValues } from '../state/resolved-values';

/**
 * What the ledger's menus offer: for one cell, and for all a part's values at a breakpoint. Made by the ledger, with
 * the first of them.
 */
export class LedgerMenu {
  private readonly values = inject(ResolvedValues);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly holding = inject(Holding);
  private readonly ledgerState = inject(LedgerState);
  private readonly commands = inject(Commands);
  private readonly leaves = inject(Leaves);
  private readonly dialogs = inject(Dialogs);

  private item(label: string, icon: string, values: readonly unknown[], edits: () => readonly AnyEdit[]): MenuItem {
    return { label, icon, disabled: values.length === 0, command: () => this.commands.attempt(edits) };
  }

  /** Copy to all below, and copy or move to each other breakpoint. */
  private carrying(values: readonly OwnValue[], from: Breakpoint): MenuItem[] {
    const all = outwards(this.session.site()?.breakpoints ?? []);
    const under = below(all, from.id);
    const others = all.filter((one) => one.id !== from.id);
    return [
      ...(under.length > 1
        ? [
            this.item(`Copy to ${under.map((one) => one.name).join(' and ')}`, 'pi pi-copy', values, () =>
              under.flatMap((one) => copyTo(values, one.id)),
            ),
          ]
        : []),
      ...others.map((one) => this.item(`Copy to ${one.name}`, 'pi pi-copy', values, () => copyTo(values, one.id))),
      ...others.map((one) =>
        this.item(`Move to ${one.name}`, 'pi pi-arrow-right', values, () => moveTo(values, one.id)),
      ),
    ];
  }

  cell(properties: readonly string[], breakpoint: Breakpoint): MenuItem[] {
    const chosen = this.selection.selected();
    const site = this.session.site();
    if (!chosen || !site) return [];
    const holder = this.holding.ofSite();
    if (holder) {
      const held = heldValues(site, holder, breakpoint.id, new Set(properties));
      return [
        ...this.drawing(properties, breakpoint),
        ...this.ofHolder(held),
        ...this.toToken(
          site,
          held.map((one) => ({ ...one, of: holder })),
        ),
      ];
    }
    const values = ownValues(chosen.page, chosen.id, breakpoint.id, new Set(properties)).filter(
      (one) => one.state === this.selection.state(),
    );
    return [
      ...this.drawing(properties, breakpoint),
      this.item('Reset', 'pi pi-undo', values, () => takeBack(values)),
      ...this.carrying(values, breakpoint),
      ...this.giving(values),
      ...this.toToken(
        site,
        values.map(({ part: id, ...one }) => ({ ...one, of: { holds: 'part', id } })),
      ),
      { separator: true },
      ...this.overriding(site, chosen, properties, breakpoint),
      ...this.units(properties[0] ?? '', breakpoint.id),
    ];
  }

  /** The way to see and set a value drawn, where it can be. */
  private drawing([property, ...others]: readonly string[], breakpoint: Breakpoint): MenuItem[] {
    const way = property === undefined || others.length > 0 ? undefined : drawnAs(property);
    if (property === undefined || way === undefined) return [];
    return [
      {
        ...drawingWords[way],
        command: () => this.ledgerState.drawn.set({ property, breakpoint: breakpoint.id }),
      },
    ];
  }

  /** The smaller breakpoints that set these properties otherwise, each to be reset. */
  private overriding(
    site: Site,
    { page, id }: { readonly page: Page; readonly id: string },
    properties: readonly string[],
    breakpoint: Breakpoint,
  ): MenuItem[] {
    const overriders = properties.flatMap((property) =>
      overriddenBelow(site, page, id, breakpoint.id, this.selection.state(), property),
    );
    const nameOf = (at: string): string => site.breakpoints.find((one) => one.id === at)?.name ?? at;
    return overriders.length === 0
      ? [
          {
            label:
              below(site.breakpoints, breakpoint.id).length === 0
                ? 'No smaller breakpoint'
                : 'No smaller breakpoint overrides this',
            disabled: true,
          },
        ]
      : overriders.map((one) => ({
          label: `${nameOf(one.breakpoint)} sets ${namedValue(site, one.value, one.breakpoint)}: reset it`,
          icon: 'pi pi-undo',
          command: () => this.commands.attempt(() => takeBack([one])),
        }));
  }

  column(breakpoint: Breakpoint): MenuItem[] {
    const chosen = this.selection.selected();
    const group = this.ledgerState.group();
    const [site, holder] = [this.session.site(), this.holding.ofSite()];
    if (!chosen) return [];
    if (site && holder)
      return [...this.ofHolder(heldValues(site, holder, breakpoint.id)), ...this.groupToTokens(holder)];
    const all = ownValues(chosen.page, chosen.id, breakpoint.id);
    const among = isApart(group)
      ? []
      : ownValues(chosen.page, chosen.id, breakpoint.id, new Set(ledgerRows[group].flatMap((row) => row.properties)));
    const word = isApart(group) ? '' : group.charAt(0).toUpperCase() + group.slice(1);
    return [
      this.item(`Reset ${among.length} in ${word} at ${breakpoint.name}`, 'pi pi-undo', among, () => takeBack(among)),
      this.item(`Reset all ${all.length} at ${breakpoint.name}`, 'pi pi-undo', all, () => takeBack(all)),
      ...this.groupToTokens({ holds: 'part', id: chosen.id }),
      { separator: true },
      { label: `All ${all.length}:`, disabled: true },
      ...this.carrying(all, breakpoint),
      ...this.giving(all),
    ];
  }

  /** Gives values to a class of the part, or to every element of its tag: they leave the part in the same step. */
  private giving(values: readonly OwnValue[]): MenuItem[] {
    const others = this.holding
      .choices()
      .flatMap(({ holder, name }) => (holder.holds === 'part' ? [] : [{ holder, name }]));
    const part = this.selection.id() ?? '';
    return [
      ...others.map(({ holder, name }) => ({
        label: `Move to ${name}`,
        icon: 'pi pi-share-alt',
        disabled: values.length === 0,
        command: () =>
          void this.dialogs.open('would change', {
            title: `Move ${values.length === 1 ? 'this value' : `these ${values.length} values`} to ${name}`,
            apply: 'Move',
            edits: (site, page) => gatherTo(site, page, holder, asTheyAre(page, values)),
          } satisfies FarReaching),
      })),
      {
        label: 'Move to a new class …',
        icon: 'pi pi-share-alt',
        disabled: values.length === 0,
        command: () => void this.dialogs.open('new class', { part, values } satisfies ToNewClass),
      },
    ];
  }

  /** Gives all values of the open group names at once. */
  private groupToTokens(of: SetValue['of']): MenuItem[] {
    const group = this.ledgerState.group();
    if (isApart(group)) return [];
    const properties = ledgerRows[group].flatMap((row) => row.properties);
    const asked: ToTokens = { of, state: this.selection.state(), properties };
    return [
      {
        label: `Make the values of ${group.charAt(0).toUpperCase() + group.slice(1)} tokens …`,
        icon: 'pi pi-tag',
        command: () => void this.dialogs.open('new tokens', asked),
      },
    ];
  }

  /** Gives a value a name, or the name it has already: where a row says several, they are one value all. */
  private toToken(site: Site, values: readonly SetValue[]): MenuItem[] {
    const inState = values.filter((one) => one.state === this.selection.state());
    const [first, ...others] = inState;
    const fits =
      first !== undefined &&
      others.every((one) => one.value === first.value) &&
      !/url\(|^(inherit|initial)$|^var\(\s*--[a-z0-9-]+\s*\)$/.test(first.value);
    const named = fits
      ? tokensFor(site, first.property).filter(
          ({ id }) => plainValue(site, `var(--${id})`, first.breakpoint) === first.value,
        )
      : [];
    return [
      {
        label: 'Make it a token …',
        icon: 'pi pi-tag',
        disabled: !fits,
        command: () => void this.dialogs.open('new token', first),
      },
      ...named.map(({ id, name }) =>
        this.item(`Use the token ${name}`, 'pi pi-tag', inState, () =>
          inState.map((one) => valueEdit(one, `var(--${id})`)),
        ),
      ),
    ];
  }

  /** What can be done with values of a holder of the site. */
  private ofHolder(values: readonly Omit<OwnValue, 'part'>[]): MenuItem[] {
    const [holder, chosen] = [this.holding.ofSite(), this.selection.selected()];
    if (!holder || !chosen) return [];
    const here = values.filter((one) => one.state === this.selection.state());
    return [
      this.item('Reset', 'pi pi-undo', here, () => here.map((one) => holderEdit(holder, { ...one, value: undefined }))),
      this.item('Set on this part as well', 'pi pi-copy', here, () => takeFrom(chosen.id, here)),
    ];
  }

  /**
   * The value in other units, each as it would be written so that the size of everything selected stays as measured.
   */
  private units(property: string, breakpoint: string): MenuItem[] {
    const chosen = this.selection.selected();
    const site = this.session.site();
    const state = this.selection.state();
    const values =
      chosen &&
      [chosen.id, ...this.selection.all().filter((id) => id !== chosen.id)].map((id) => {
        const resolved = this.values.resolved(id, breakpoint, state, property);
        return resolved && { id, value: resolved.value };
      });
    const first = values?.[0];
    if (!site || !first) return [];
    const items = lengthUnits.flatMap((unit): MenuItem[] => {
      if (unit === unitOf(first.value)) return [];
      const [next, ...others] = values.map(
        (one) => one && this.leaves.inUnit(breakpoint, one.id, property, unit, one.value),
      );
      const fits = next !== undefined && others.every((one) => one === next) && checkValue(site, property, next).ok;
      return fits
        ? [{ label: `Write as ${next}`, command: () => this.commands.setStyle(breakpoint, property, next) }]
        : [];
    });
    return items.length > 0 ? [{ separator: true }, ...items] : [];
  }
}
