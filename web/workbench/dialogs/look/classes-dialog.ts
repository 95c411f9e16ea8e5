import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import { TableModule, type TableRowReorderEvent } from 'primeng/table';
import {
  applyClass,
  checkedName,
  classFrom,
  deleteClass,
  duplicateClass,
  moveClass,
  renameClass,
  takeOffClass,
  valuesAlike,
  valuesIn,
} from '@core/document/commands/look/classes';
import { outwards } from '@core/document/breakpoint';
import { heldValues } from '@core/document/commands/look/held';
import { inWords } from '@core/document/kinds/in-words';
import { kindOf } from '@core/document/kinds/registry';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import { problemOf } from '@core/document/problem';
import type { Site, SiteClass } from '@core/document/site';
import { reachedBy } from '@core/style/holder';
import { namedValue } from '@core/style/tokens/tokens';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { valueOf } from '../../../theme/from-event';
import { Hint } from '../../../theme/hint';
import { Commands } from '../../commands/commands';
import { Dialogs, type FarReaching } from '../../state/dialogs';
import { Holding } from '../../state/holding';
import { Requests } from '../../state/requests';
import { Selection } from '../../state/selection';
import { SiteReach, type ReachedPage } from '../../state/site-reach';
import { AlikeList } from './alike-list';
import { counted, usedWords } from './used-words';
import { WhereUsed } from './where-used';
import { Tick } from '../../../theme/tick';

interface Row {
  readonly id: string;
  readonly name: string;
  /** How many of the parts selected have it. */
  readonly on: number;
  readonly values: number;
  readonly here: readonly string[];
  readonly elsewhere: readonly ReachedPage[] | undefined;
  /** Where it is used, in words. */
  readonly used: string;
}

interface Action {
  readonly icon: string;
  readonly label: string;
  readonly hint: string;
  readonly off?: boolean;
  readonly run: () => void;
}

/**
 * The classes of the site, those that win first: put on what is selected by typing, made from its own values,
 * renamed, ordered, copied, deleted.
 */
@Component({
  selector: 'fold-classes-dialog',
  imports: [AlikeList, Button, Checkbox, Tick, FormsModule, Hint, InputText, TableModule, WhereUsed],
  hostDirectives: [DialogFocus],
  templateUrl: './classes-dialog.html',
  styleUrls: ['./link.css', './classes-dialog.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ClassesDialog {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly holding = inject(Holding);
  private readonly requests = inject(Requests);
  private readonly commands = inject(Commands);
  private readonly reach = inject(SiteReach);
  private readonly dialogs = inject(Dialogs);
  private readonly field = viewChild<ElementRef<HTMLElement>>('field');
  protected readonly dialog = inject(DynamicDialogRef);

  /** What is typed: a class to find, or the name of a new one. */
  protected readonly text = signal('');
  protected readonly takesValues = signal(true);
  protected readonly opened = signal<{ readonly id: string; readonly as: 'used' | 'deleting' } | undefined>(undefined);
  protected readonly refused = signal<{ readonly id: string; readonly sentence: string } | undefined>(undefined);

  /** What the classes are put on. */
  protected readonly parts = computed<readonly string[]>(() => {
    const [all, selected] = [this.selection.all(), this.selection.selected()];
    return all.length > 0 || !selected ? all : [selected.id];
  });
  protected readonly what = computed(() => {
    const [selected, count] = [this.selection.selected(), this.parts().length];
    if (count !== 1 || !selected) return counted(count, 'part');
    const { name, kind } = selected.part;
    return name === undefined ? `this ${kindOf(kind).word.toLowerCase()}` : `“${name}”`;
  });
  /** The values of the selection that a new class would take over. */
  protected readonly alike = computed(() => {
    const page = this.session.page();
    return page ? valuesAlike(page, this.parts()) : [];
  });

  private readonly all = computed<readonly Row[]>(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    return site && page ? site.classes.map((one) => this.rowOf(page, one)).reverse() : [];
  });
  protected readonly rows = computed<Row[]>(() => {
    const text = this.text().toLowerCase();
    return this.all().filter((row) => row.name.toLowerCase().includes(text));
  });
  /** The class that has the very name typed. */
  private readonly named = computed(() => this.all().find((row) => row.name === this.text()));
  /** Why what is typed can be no new class; empty where it can, undefined where it is one already. */
  protected readonly problem = computed(() => {
    const [site, text] = [this.session.site(), this.text()];
    if (!site || text === '' || this.named()) return undefined;
    return problemOf(() => checkedName(site, text)) ?? '';
  });
  protected readonly shown = computed(() => {
    const opened = this.opened();
    const row = this.all().find((one) => one.id === opened?.id);
    return row && opened
      ? { ...opened, row, parts: this.partsNamed(row.here), values: this.valuesNamed(row.id) }
      : undefined;
  });
  protected readonly byId = (_index: number, row: Row): string => row.id;

  constructor() {
    this.reach.look();
  }

  private rowOf(page: Page, { id, name, style }: SiteClass): Row {
    const here = reachedBy(page, { holds: 'class', id });
    const elsewhere = this.reach.elsewhere({ holds: 'class', id });
    const on = this.parts().filter((part) => page.parts[part]?.classes.includes(id)).length;
    return { id, name, on, values: valuesIn(style), here, elsewhere, used: usedWords(here.length, elsewhere) };
  }

  private partsNamed(ids: readonly string[]): { id: string; name: string }[] {
    const page = this.session.page();
    return page ? ids.slice(0, 40).map((id) => ({ id, name: inWords(page.parts[id]!) })) : []; // they were found on it
  }

  /** What a class sets, in words, the widest breakpoint first. */
  private valuesNamed(id: string): string[] {
    const site = this.session.site();
    return outwards(site?.breakpoints ?? []).flatMap((one) =>
      heldValues(site!, { holds: 'class', id }, one.id).map(
        ({ state, property, value }) =>
          `${property} ${namedValue(site!, value, one.id)} at ${one.name}${state === 'normal' ? '' : `, ${state}`}`,
      ),
    );
  }

  protected setText(event: Event): void {
    this.text.set(valueOf(event).trim());
  }

  /** Puts the class typed on the selection, or makes it first. */
  protected enter(): void {
    const named = this.named();
    if (named) this.put(named, true);
    else if (this.problem() === '') this.create();
    else return;
    this.text.set('');
  }

  private create(): void {
    const values = this.takesValues() ? this.alike() : [];
    this.commands.attempt((site, page) => classFrom(site, page, this.parts(), this.text(), values).edits);
  }

  protected put({ id }: Row, on: boolean): void {
    this.commands.attempt((site, page) => (on ? applyClass : takeOffClass)(site, page, this.parts(), id));
  }

  protected rename({ id, name }: Row, event: Event): void {
    const [site, next] = [this.session.site(), valueOf(event).trim()];
    this.refused.set(undefined);
    if (!site || next === name) return;
    const sentence = problemOf(() => checkedName(site, next, id));
    if (sentence !== undefined) this.refused.set({ id, sentence });
    else this.attempt((now) => renameClass(now, id, next));
  }

  private duplicate({ id }: Row): void {
    this.attempt((site) => duplicateClass(site, id).edits);
  }

  protected delete({ id }: Row): void {
    this.opened.set(undefined);
    this.attempt(() => deleteClass(id));
  }

  /** Shows what deleting a class would change on every page, drawn, before it is done. */
  protected async foresee({ id, name }: Row): Promise<void> {
    const question: FarReaching = { title: `Delete the class ${name}`, apply: 'Delete', edits: () => deleteClass(id) };
    await this.dialogs.open('would change', question);
    if (!this.session.site()?.classes.some((one) => one.id === id)) this.opened.set(undefined);
    this.field()?.nativeElement.focus(); // the keyboard is this dialog’s again
  }

  /** Lets a class win over the one above it, or lose against the one below it. */
  private step({ id }: Row, way: 1 | -1): void {
    const at = this.session.site()?.classes.findIndex((one) => one.id === id) ?? -1;
    if (at >= 0 && at + way >= 0) this.attempt(() => moveClass(id, at + way));
  }

  protected reordered({ dragIndex, dropIndex }: TableRowReorderEvent): void {
    const [row, last] = [this.all()[dragIndex ?? -1], this.all().length - 1];
    if (row && dropIndex !== undefined && dropIndex !== dragIndex)
      this.attempt(() => moveClass(row.id, last - dropIndex));
  }

  /** What can be done with a class; in a list that is not whole, its place is no place in the order. */
  protected actionsOf(row: Row, index: number): Action[] {
    const { id, name } = row;
    const found = this.text() !== '';
    return [
      {
        ...{ icon: 'pi pi-arrow-up', label: `Move ${name} up`, hint: 'Up: wins over the one above' },
        off: found || index === 0,
        run: () => this.step(row, 1),
      },
      {
        ...{ icon: 'pi pi-arrow-down', label: `Move ${name} down`, hint: 'Down: the one below wins over it' },
        off: found || index === this.rows().length - 1,
        run: () => this.step(row, -1),
      },
      { icon: 'pi pi-copy', label: `Duplicate ${name}`, hint: 'Duplicate', run: () => this.duplicate(row) },
      {
        ...{ icon: 'pi pi-trash', label: `Delete ${name}`, hint: 'Delete: says first what changes' },
        run: () => this.toggle(id, 'deleting'),
      },
    ];
  }

  protected toggle(id: string, as: 'used' | 'deleting'): void {
    const opened = this.opened();
    this.opened.set(opened?.id === id && opened.as === as ? undefined : { id, as });
  }

  /** The field waits for a name, for what is selected. */
  protected gathered(field: HTMLInputElement): void {
    this.takesValues.set(true);
    field.focus();
  }

  /** Shows the values of a class, on a part that has it. */
  protected goTo(part: string, { id }: Row): void {
    this.selection.select(part);
    this.holding.choose({ holds: 'class', id });
    this.requests.reveals.next(part);
    this.dialog.close();
  }

  private attempt(edits: (site: Site) => readonly AnyEdit[]): void {
    this.commands.attempt((site) => edits(site));
  }
}
