import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import {
  alongBreakpoints,
  checkedTokenName,
  sameValues,
  tokenAlong,
  tokenFrom,
  type SetValue,
} from '@core/document/commands/look/tokens';
import { kindFor } from '@core/style/tokens/token-kind';
import { problemOf } from '@core/document/problem';
import { PageSession } from '../../../../services/page-session';
import { DialogFocus } from '../../../../theme/dialog-focus';
import { Commands } from '../../../commands/commands';
import { NameField } from '../name-field';
import { Tick } from '../../../../theme/tick';

/** Asks for the name of a new token, once, and puts it in the place of the value it is made from. */
@Component({
  selector: 'fold-new-token-dialog',
  imports: [Button, Tick, NameField],
  hostDirectives: [DialogFocus],
  templateUrl: './new-token-dialog.html',
  styleUrl: '../new-class-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewTokenDialog {
  private readonly commands = inject(Commands);
  private readonly session = inject(PageSession);
  protected readonly dialog = inject(DynamicDialogRef);
  // the dialog is opened with it
  protected readonly from: SetValue = inject<DynamicDialogConfig<SetValue>>(DynamicDialogConfig).data!;
  protected readonly kind = kindFor(this.from.property, this.from.value);
  protected readonly name = signal('');
  /** Whether the token takes over what the same part says at the other breakpoints, too. */
  protected readonly takesAll = signal(true);
  protected readonly everywhere = signal(true);

  protected readonly problem = computed(() => {
    const [site, name] = [this.session.site(), this.name()];
    return site && name !== '' ? problemOf(() => checkedTokenName(site, name)) : undefined;
  });
  /** What is said along the breakpoints, where it is said at more than this one. */
  protected readonly along = computed(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    if (!site || !page) return [];
    const along = alongBreakpoints(site, page, this.from);
    return along.length > 1 ? along : [];
  });
  protected readonly alongWords = computed(() =>
    this.along()
      .map(({ breakpoint, value }) => `${value} at ${this.breakpointName(breakpoint)}`)
      .join(', '),
  );
  /** How many other places say the very same. */
  protected readonly others = computed(() => {
    const [site, page] = [this.session.site(), this.session.page()];
    return site && page ? sameValues(site, page, this.from).length - 1 : 0;
  });

  protected breakpointName(id: string): string {
    return this.session.site()?.breakpoints.find((one) => one.id === id)?.name ?? id;
  }

  protected create(): void {
    const name = this.name();
    if (name === '' || this.problem() !== undefined) return;
    const done = this.commands.attempt((site, page) => {
      if (this.takesAll() && this.along().length > 0)
        return tokenAlong(site, page, name, alongBreakpoints(site, page, this.from)).edits;
      return tokenFrom(site, name, this.everywhere() ? sameValues(site, page, this.from) : [this.from]).edits;
    });
    if (done) this.dialog.close();
  }
}
