import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { FileUpload } from 'primeng/fileupload';
import { InputText } from 'primeng/inputtext';
import { ProgressBar } from 'primeng/progressbar';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { DialogFocus } from '../../theme/dialog-focus';
import type { Picture } from '@core/document/site';
import { Api, failureOf } from '../../services/api';
import { canvasAddresses } from '../../services/addresses';
import { PageSession } from '../../services/page-session';
import { valueOf } from '../../theme/from-event';

/** The site's pictures: search, upload, describe, choose. */
@Component({
  selector: 'fold-picture-library',
  imports: [Button, FileUpload, InputText, ProgressBar],
  hostDirectives: [DialogFocus],
  templateUrl: './picture-library.html',
  styleUrl: './picture-library.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PictureLibrary {
  private readonly api = inject(Api);
  private readonly session = inject(PageSession);
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly query = signal('');
  /** The file on its way, and how much of all is there, in percent. */
  protected readonly uploading = signal<{ readonly name: string; readonly share: number } | undefined>(undefined);
  protected readonly problems = signal<readonly string[]>([]);

  protected readonly pictures = computed(() => {
    const site = this.session.site();
    if (!site) return [];
    const words = this.query().trim().toLowerCase();
    const address = canvasAddresses(site.id).pictures;
    return Object.entries(site.pictures)
      .filter(([, picture]) => `${picture.name} ${picture.alt}`.toLowerCase().includes(words))
      .map(([id, picture]) => ({ id, picture, address: address + picture.files[0]!.file }));
  });

  protected take(id: string): void {
    this.dialog.close(id);
  }

  protected search(event: Event): void {
    this.query.set(valueOf(event));
  }

  protected async upload(files: readonly File[], field: FileUpload): Promise<void> {
    this.problems.set([]);
    for (const [index, { name }] of files.entries()) {
      this.uploading.set({ name, share: (index / files.length) * 100 });
      await this.uploadOne(files[index]!);
    }
    this.uploading.set(undefined);
    field.clear();
  }

  private async uploadOne(file: File): Promise<void> {
    const site = this.session.site();
    if (!site) return;
    try {
      const { id, picture } = await firstValueFrom(this.api.upload(site.id, file));
      this.session.addPicture(id, picture);
    } catch (error) {
      const problem = `${file.name}: ${failureOf(error).problem}`;
      this.problems.update((all) => [...all, problem]);
    }
  }

  protected async describe(event: Event, id: string): Promise<void> {
    const site = this.session.site();
    const alt = valueOf(event);
    if (!site) return;
    try {
      const { picture } = await firstValueFrom(this.api.describe(site.id, id, alt));
      this.session.addPicture(id, picture);
    } catch (error) {
      this.problems.set([failureOf(error).problem]);
    }
  }

  protected sizeOf = (picture: Picture): string => `${picture.width} × ${picture.height}`;
}
