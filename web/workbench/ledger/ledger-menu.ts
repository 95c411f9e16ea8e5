import { inject, Injectable } from '@angular/core';
import type { MenuItem } from 'primeng/api';
import { below, outwards, type Breakpoint } from '@core/document/breakpoint';
import { copyTo, moveTo, overriddenBelow, ownValues, takeBack, type OwnValue } from '@core/document/commands/overrides';
import type { Edit } from '@core/document/edits/edit';
import { lengthUnits, unitOf } from '@core/geometry/units';
import { ledgerCell, ledgerRows } from '@core/style/ledger';
import { checkValue } from '@core/style/value';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { LedgerState } from '../state/ledger-state';
import { Commands } from '../commands/commands';
import { isApart } from '../state/ledger-state';
import { Leaves } from '../state/leaves';

/** What the ledger's menus offer: for one cell, and for all a part's values at a breakpoint. */
@Injectable()
export class LedgerMenu {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly ledgerState = inject(LedgerState);
  private readonly commands = inject(Commands);
  private readonly leaves = inject(Leaves);

  private item(label: string, icon: string, values: readonly OwnValue[], edits: () => readonly Edit[]): MenuItem {
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
    const values = ownValues(chosen.page, chosen.id, breakpoint.id, new Set(properties)).filter(
      (one) => one.state === this.selection.state(),
    );
    const overriders = properties.flatMap((property) =>
      overriddenBelow(site, chosen.page, chosen.id, breakpoint.id, this.selection.state(), property),
    );
    const nameOf = (id: string): string => site.breakpoints.find((one) => one.id === id)?.name ?? id;
    return [
      this.item('Reset', 'pi pi-undo', values, () => takeBack(values)),
      ...this.carrying(values, breakpoint),
      { separator: true },
      ...(overriders.length === 0
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
            label: `${nameOf(one.breakpoint)} sets ${one.value}: reset it`,
            icon: 'pi pi-undo',
            command: () => this.commands.attempt(() => takeBack([one])),
          }))),
      ...this.units(properties[0] ?? '', breakpoint.id),
    ];
  }

  column(breakpoint: Breakpoint): MenuItem[] {
    const chosen = this.selection.selected();
    const group = this.ledgerState.group();
    if (!chosen) return [];
    const all = ownValues(chosen.page, chosen.id, breakpoint.id);
    const among = isApart(group)
      ? []
      : ownValues(chosen.page, chosen.id, breakpoint.id, new Set(ledgerRows[group].flatMap((row) => row.properties)));
    const word = isApart(group) ? '' : group.charAt(0).toUpperCase() + group.slice(1);
    return [
      this.item(`Reset ${among.length} in ${word} at ${breakpoint.name}`, 'pi pi-undo', among, () => takeBack(among)),
      this.item(`Reset all ${all.length} at ${breakpoint.name}`, 'pi pi-undo', all, () => takeBack(all)),
      { separator: true },
      { label: `All ${all.length}:`, disabled: true },
      ...this.carrying(all, breakpoint),
    ];
  }

  /** The value in other units, each as it would be written so that the size stays as measured. */
  private units(property: string, breakpoint: string): MenuItem[] {
    const chosen = this.selection.selected();
    const site = this.session.site();
    if (!chosen || !site) return [];
    const { value } = ledgerCell(site, chosen.page, chosen.id, breakpoint, this.selection.state(), property);
    const items = lengthUnits.flatMap((unit): MenuItem[] => {
      if (unit === unitOf(value)) return [];
      const next = this.leaves.inUnit(breakpoint, chosen.id, property, unit, value);
      const fits = next !== undefined && next.endsWith(unit) && checkValue(site, property, next).ok;
      return fits
        ? [{ label: `Write as ${next}`, command: () => this.commands.setStyle(breakpoint, property, next) }]
        : [];
    });
    return items.length > 0 ? [{ separator: true }, ...items] : [];
  }
}
