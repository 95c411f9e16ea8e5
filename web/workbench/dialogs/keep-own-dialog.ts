import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import { keepAsOwn } from '@core/document/commands/sharing/own-parts';
import { nameOf } from '@core/document/kinds/registry';
import { DialogFocus } from '../../theme/dialog-focus';
import { valueOf } from '../../theme/from-event';
import { Commands } from '../commands/commands';
import { Selection } from '../state/selection';

/** Asks what an own part is to be called that is made of the selected box. */
@Component({
  selector: 'fold-keep-own-dialog',
  imports: [Button, InputText],
  hostDirectives: [DialogFocus],
  template: `
    <form (submit)="$event.preventDefault(); save()">
      <label for="own-name">Name</label>
      <input pInputText id="own-name" maxlength="80" [value]="name()" (input)="setName($event)" />
    </form>
    <p>
      It joins the parts one adds, and is the same wherever it is used: a change of one use changes all. Which texts,
      pictures and links each use may say for itself is set under Content, with the part in it selected.
    </p>
    <div class="dialog-actions">
      <p-button label="Cancel" severity="secondary" [text]="true" (onClick)="dialog.close()" />
      <p-button label="Keep" [disabled]="name().trim() === ''" (onClick)="save()" data-keep-own />
    </div>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 10px 14px;
      align-items: center;
    }
    p {
      margin: 14px 0 0;
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeepOwnDialog {
  private readonly commands = inject(Commands);
  protected readonly dialog = inject(DynamicDialogRef);
  private readonly selection = inject(Selection);
  private readonly chosen = this.selection.selected();
  protected readonly name = signal(this.chosen ? nameOf(this.chosen.part) : '');

  protected setName(event: Event): void {
    this.name.set(valueOf(event));
  }

  protected save(): void {
    const [part, name] = [this.chosen?.id, this.name().trim()];
    if (part === undefined || name === '') return;
    if (!this.commands.attempt((_site, page) => keepAsOwn(page, part, name))) return;
    this.selection.select(part);
    this.dialog.close();
  }
}
