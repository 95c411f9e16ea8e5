import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import { checkedName, classFrom } from '@core/document/commands/look/classes';
import { asTheyAre } from '@core/document/commands/overrides';
import { namedValue } from '@core/style/tokens/tokens';
import { problemOf } from '@core/document/problem';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { Commands } from '../../commands/commands';
import { NameField } from './name-field';
import { Holding } from '../../state/holding';
import type { ToNewClass } from '../../state/dialogs';

/** Asks for the name of a new class, once, and moves values of a part to it. */
@Component({
  selector: 'fold-new-class-dialog',
  imports: [Button, NameField],
  hostDirectives: [DialogFocus],
  templateUrl: './new-class-dialog.html',
  styleUrl: './new-class-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewClassDialog {
  private readonly commands = inject(Commands);
  private readonly session = inject(PageSession);
  private readonly holding = inject(Holding);
  protected readonly dialog = inject(DynamicDialogRef);
  // the dialog is opened with them
  protected readonly moving: ToNewClass = inject<DynamicDialogConfig<ToNewClass>>(DynamicDialogConfig).data!;
  protected readonly name = signal('');
  protected readonly problem = computed(() => {
    const [site, name] = [this.session.site(), this.name()];
    return site && name !== '' ? problemOf(() => checkedName(site, name)) : undefined;
  });
  protected readonly rows = this.moving.values.map((one) => ({
    ...one,
    value: this.named(one.value, one.breakpoint),
    breakpoint: this.session.site()?.breakpoints.find(({ id }) => id === one.breakpoint)?.name ?? one.breakpoint,
    state: one.state === 'normal' ? '' : one.state,
  }));

  private named(value: string, breakpoint: string): string {
    const site = this.session.site();
    return site ? namedValue(site, value, breakpoint) : value;
  }

  protected create(): void {
    if (this.name() === '' || this.problem() !== undefined) return;
    const { part, values } = this.moving;
    let made = '';
    const done = this.commands.attempt((site, page) => {
      const { id, edits } = classFrom(site, page, [part], this.name(), asTheyAre(page, values));
      made = id;
      return edits;
    });
    if (!done) return;
    this.holding.choose({ holds: 'class', id: made });
    this.dialog.close();
  }
}
