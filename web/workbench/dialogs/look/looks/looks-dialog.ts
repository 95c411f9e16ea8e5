import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import {
  applyLook,
  bindDark,
  checkedLookName,
  deleteLook,
  keepLook,
  renameLook,
  saveLook,
  saveOver,
} from '@core/document/commands/look/looks';
import type { AnyEdit, SiteEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import { Problem, problemOf } from '@core/document/problem';
import { readyLooks } from '@core/document/ready-made/looks';
import type { Look, Site } from '@core/document/site';
import { PageDrawing } from '../../../../drawing/page-drawing';
import { PageSession } from '../../../../services/page-session';
import { DialogFocus } from '../../../../theme/dialog-focus';
import { valueOf } from '../../../../theme/from-event';
import { Hint } from '../../../../theme/hint';
import { IconButton } from '../../../../theme/icon-button';
import { Commands } from '../../../commands/commands';
import { Dialogs, type FarReaching } from '../../../state/dialogs';

interface Card {
  /** Undefined for one that comes with the application. */
  readonly id: string | undefined;
  readonly name: string;
  readonly says: string;
  readonly look: Omit<Look, 'id'>;
  readonly isDark: boolean;
  /** The site looks so now. */
  readonly isOn: boolean;
  /** Why it cannot be applied. */
  readonly problem: string | undefined;
  /** The page that is open, in this look. */
  readonly drawn: { readonly site: Site; readonly page: Page } | undefined;
}

/** A free name for a ready-made look that is kept. */
function freeName(site: Site, name: string): string {
  const taken = (one: string): boolean => site.looks?.some((look) => look.name === one) === true;
  let next = name;
  for (let count = 2; taken(next); count++) next = `${name} ${count}`;
  return next;
}

/**
 * The looks of the site and those that come with the application, each drawn on the page that is open: saved,
 * applied, kept for dark pages.
 */
@Component({
  selector: 'fold-looks-dialog',
  host: { '[style.--card.px]': 'cardWidth' },
  imports: [Button, Hint, IconButton, InputText, PageDrawing],
  hostDirectives: [DialogFocus],
  templateUrl: './looks-dialog.html',
  styleUrl: './looks-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LooksDialog {
  private readonly session = inject(PageSession);
  private readonly commands = inject(Commands);
  private readonly dialogs = inject(Dialogs);
  /** None where this is a screen of its own. */
  private readonly dialog = inject(DynamicDialogRef, { optional: true });

  /** In px: three on a screen of their own, two beside the leaves. */
  protected readonly cardWidth = this.dialog ? 282 : 366;
  protected readonly valueOf = valueOf;
  protected readonly name = signal('');
  /** What was typed as the name of which look and refused, and why. */
  protected readonly refused = signal<{ readonly id: string; readonly says: string } | undefined>(undefined);
  protected readonly problem = computed(() => {
    const [site, name] = [this.session.site(), this.name()];
    return site && name.trim() !== '' ? problemOf(() => checkedLookName(site, name)) : undefined;
  });
  protected readonly lists = computed(() => {
    const site = this.session.site();
    if (!site) return [];
    const saved = (site.looks ?? []).map((look) => this.cardOf(site, look, { id: look.id }));
    const ready = readyLooks.map((one) => this.cardOf(site, one.for(site), { says: one.says }));
    return [
      { heading: 'Saved on this site', cards: saved },
      { heading: 'Ready-made', cards: ready },
    ].filter((one) => one.cards.length > 0);
  });

  private cardOf(site: Site, look: Omit<Look, 'id'>, { id, says = '' }: { id?: string; says?: string }): Card {
    let edits: SiteEdit[] = [];
    const problem = problemOf(() => {
      edits = applyLook(site, look);
    });
    return {
      ...{ id, name: look.name, says, look, problem },
      isDark: id !== undefined && site.dark === id,
      isOn: problem === undefined && edits.length === 0,
      drawn: this.foreseen(edits),
    };
  }

  private foreseen(edits: readonly AnyEdit[]): Card['drawn'] {
    try {
      return this.session.foreseen(edits);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return undefined;
    }
  }

  protected save(): void {
    if (this.problem() !== undefined || this.name().trim() === '') return;
    if (this.commands.attempt((site) => saveLook(site, this.name()).edits)) this.name.set('');
  }

  protected rename({ id, name }: Card, event: Event): void {
    const [site, next] = [this.session.site(), valueOf(event).trim()];
    if (!site || id === undefined) return;
    const says = next === name ? undefined : problemOf(() => renameLook(site, id, next));
    this.refused.set(says === undefined ? undefined : { id, says });
    if (says === undefined && next !== name) this.commands.attempt((now) => renameLook(now, id, next));
  }

  /** Shows every page in this look before it is taken. */
  protected apply({ name, look }: Card): void {
    const question: FarReaching = {
      title: `Apply the look “${name}”`,
      apply: 'Apply',
      edits: (site) => applyLook(site, look),
    };
    this.dialog?.close();
    void this.dialogs.open('apply look', question);
  }

  protected keep({ look }: Card): void {
    this.commands.attempt((site) => this.kept(site, look).edits);
  }

  private kept = (site: Site, look: Omit<Look, 'id'>): ReturnType<typeof keepLook> =>
    keepLook(site, { ...look, name: freeName(site, look.name) });

  /** Binds a look to dark pages, or no longer; a ready-made one is kept on the site for it. */
  protected bind({ id, look, isDark }: Card): void {
    this.commands.attempt((site) => {
      if (isDark) return bindDark(undefined);
      if (id !== undefined) return bindDark(id);
      const kept = this.kept(site, look);
      return [...kept.edits, ...bindDark(kept.id)];
    });
  }

  protected saveOver({ id }: Card): void {
    if (id !== undefined) this.commands.attempt((site) => saveOver(site, id));
  }

  protected delete({ id }: Card): void {
    if (id !== undefined) this.commands.attempt((site) => deleteLook(site, id));
  }
}
