import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { nameOf } from '@core/document/kinds/registry';
import { purposes, type Purpose } from '@core/document/purpose';
import { Api, failureOf } from '../../services/api';
import { PageSession } from '../../services/page-session';
import { DialogFocus } from '../../theme/dialog-focus';
import { valueOf } from '../../theme/from-event';
import { Selection } from '../state/selection';

/** The form that saves the selected section for the whole site, to copy from or to be the same everywhere. */
@Component({
  selector: 'fold-save-section-dialog',
  imports: [Button, Checkbox, FormsModule, InputText, Select],
  hostDirectives: [DialogFocus],
  templateUrl: './save-section-dialog.html',
  styleUrl: './save-section-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SaveSectionDialog {
  private readonly session = inject(PageSession);
  private readonly api = inject(Api);
  protected readonly dialog = inject(DynamicDialogRef);
  private readonly section = inject(Selection).selected();
  protected readonly purposes = [...purposes];
  protected readonly name = signal(this.section ? nameOf(this.section.part) : '');
  protected readonly purpose = signal<Purpose>('introduction');
  protected readonly shared = signal(false);
  protected readonly busy = signal(false);
  protected readonly problem = signal('');

  protected setName(event: Event): void {
    this.name.set(valueOf(event));
  }

  protected async save(): Promise<void> {
    const page = this.session.page();
    if (!this.section || !page) return;
    this.busy.set(true);
    try {
      await this.session.settled();
      const section = { part: this.section.id, name: this.name(), purpose: this.purpose(), shared: this.shared() };
      this.session.setSections(await firstValueFrom(this.api.saveSection(page.id, section)));
      this.dialog.close();
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }
}
