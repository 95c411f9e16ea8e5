import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { keepSection } from '@core/document/commands/sharing/shared';
import { nameOf } from '@core/document/kinds/registry';
import { purposes, type Purpose } from '@core/document/sections/purpose';
import { DialogFocus } from '../../theme/dialog-focus';
import { valueOf } from '../../theme/from-event';
import { Commands } from '../commands/commands';
import { Selection } from '../state/selection';
import { Tick } from '../../theme/tick';

/** The form that saves the selected section for the whole site, to copy from or to be the same everywhere. */
@Component({
  selector: 'fold-save-section-dialog',
  imports: [Button, Tick, FormsModule, InputText, Select],
  hostDirectives: [DialogFocus],
  templateUrl: './save-section-dialog.html',
  styleUrl: './save-section-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SaveSectionDialog {
  private readonly commands = inject(Commands);
  protected readonly dialog = inject(DynamicDialogRef);
  private readonly section = inject(Selection).selected();
  protected readonly purposes = [...purposes];
  protected readonly name = signal(this.section ? nameOf(this.section.part) : '');
  protected readonly purpose = signal<Purpose>('introduction');
  protected readonly shared = signal(false);

  protected setName(event: Event): void {
    this.name.set(valueOf(event));
  }

  protected save(): void {
    const part = this.section?.id;
    if (part === undefined || this.name().trim() === '') return;
    const facts = { name: this.name().trim(), purpose: this.purpose(), shared: this.shared() };
    if (this.commands.attempt((site, page) => keepSection(page, part, facts, site))) this.dialog.close();
  }
}
