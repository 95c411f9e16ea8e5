import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { TableModule } from 'primeng/table';
import { knownAttributes, meaningOf, setAttribute } from '@core/document/attributes';
import { problemOf } from '@core/document/problem';
import { Commands } from '../../commands/commands';
import { Selection } from '../../state/selection';
import { valueOf } from '../../../theme/from-event';
import { IconButton } from '../../../theme/icon-button';

interface Row {
  readonly name: string;
  readonly value: string;
  readonly says: string;
  readonly values: string[] | undefined;
}

const valuesOf = (name: string): string[] | undefined => {
  const values = knownAttributes.find((one) => one.name === name)?.values;
  return values && [...values];
};

/** The attributes of the selection, with what each means; its id has a field of its own. */
@Component({
  selector: 'fold-attributes-table',
  imports: [Button, FormsModule, IconButton, InputText, Select, TableModule],
  templateUrl: './attributes-table.html',
  styleUrl: './attributes-table.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AttributesTable {
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);

  protected readonly name = signal('');
  protected readonly value = signal('');
  protected readonly refused = signal<{ readonly name: string; readonly says: string } | undefined>(undefined);
  protected readonly valueOf = valueOf;

  protected readonly rows = computed<Row[]>(() =>
    Object.entries(this.selection.selected()?.part.attributes ?? {})
      .filter(([name]) => name !== 'id')
      .map(([name, value]) => ({ name, value, says: meaningOf(name), values: valuesOf(name) })),
  );
  /** Those that are not set yet. */
  protected readonly names = computed(() => {
    const set = new Set(this.rows().map((row) => row.name));
    return [...knownAttributes.map(({ name }) => name).filter((name) => !set.has(name)), 'data-'];
  });
  protected readonly says = computed(() => (this.name() === '' ? '' : meaningOf(this.name())));
  protected readonly values = computed(() => valuesOf(this.name()));
  protected readonly byName = (_index: number, row: Row): string => row.name;

  protected add(): void {
    const name = this.name().trim();
    if (!this.set(name, this.value().trim())) return;
    this.name.set('');
    this.value.set('');
  }

  protected choose(name: string | null): void {
    this.name.set(name ?? '');
    this.value.set('');
    this.refused.set(undefined);
  }

  /** Sets an attribute, or says why it cannot be. */
  protected set(name: string, value: string | undefined): boolean {
    const id = this.selection.selected()?.id;
    if (id === undefined) return false;
    const says = problemOf(() => setAttribute(id, name, value));
    this.refused.set(says === undefined ? undefined : { name, says });
    return says === undefined && this.commands.attempt(() => setAttribute(id, name, value));
  }
}
