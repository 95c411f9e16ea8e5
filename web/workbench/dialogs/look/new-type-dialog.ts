import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import { checkedTypeName, newType, typeSaying } from '@core/document/commands/look/types';
import { outwards } from '@core/document/breakpoint';
import { problemOf } from '@core/document/problem';
import { namedValue } from '@core/style/tokens/tokens';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { Commands } from '../../commands/commands';
import type { ToNewType } from '../../state/dialogs';
import { NameField } from './name-field';

/** Asks for the name of a new type, once, and makes it of what is set at each breakpoint. */
@Component({
  selector: 'fold-new-type-dialog',
  imports: [Button, NameField],
  hostDirectives: [DialogFocus],
  template: `
    <fold-name-field fieldId="type-name" [(name)]="name" [problem]="problem()" (entered)="create()" />
    <p>These values become tokens, set together from now on:</p>
    <ul class="values">
      @for (row of rows; track $index) {
        <li>
          <span class="where">{{ row.breakpoint }}</span> {{ row.property }}: {{ row.value }}
        </li>
      }
    </ul>
    <div class="dialog-actions">
      <p-button label="Cancel" severity="secondary" [text]="true" (onClick)="dialog.close()" />
      <p-button
        label="Create"
        [disabled]="name() === '' || problem() !== undefined"
        (onClick)="create()"
        data-create-type
      />
    </div>
  `,
  styleUrl: './new-class-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewTypeDialog {
  private readonly commands = inject(Commands);
  private readonly session = inject(PageSession);
  protected readonly dialog = inject(DynamicDialogRef);
  // the dialog is opened with it
  private readonly of = inject<DynamicDialogConfig<ToNewType>>(DynamicDialogConfig).data!.of;
  protected readonly name = signal('');
  protected readonly problem = computed(() => {
    const [site, name] = [this.session.site(), this.name()];
    return site && name !== '' ? problemOf(() => checkedTypeName(site, name)) : undefined;
  });
  protected readonly rows = this.listed();

  private listed(): { readonly breakpoint: string; readonly property: string; readonly value: string }[] {
    const [site, page] = [this.session.site(), this.session.page()];
    if (!site || !page) return [];
    const says = Object.entries(typeSaying(site, page, this.of));
    return outwards(site.breakpoints).flatMap(({ id, name }) =>
      says.flatMap(([property, values]) =>
        values[id] === undefined ? [] : [{ breakpoint: name, property, value: namedValue(site, values[id], id) }],
      ),
    );
  }

  protected create(): void {
    if (this.name() === '' || this.problem() !== undefined) return;
    if (this.commands.attempt((site, page) => newType(site, page, this.name(), this.of))) this.dialog.close();
  }
}
