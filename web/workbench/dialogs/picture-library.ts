import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { FileUpload } from 'primeng/fileupload';
import { InputText } from 'primeng/inputtext';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { DialogFocus } from '../../theme/dialog-focus';
import { ProgressLine } from '../../theme/progress-line';
import type { Picture } from '@core/document/site';
import { Api, failureOf } from '../../services/api';
import { canvasAddresses } from '../../services/addresses';
import { resultOf } from '../../services/work-steps';
import { PageSession } from '../../services/page-session';
import { valueOf } from '../../theme/from-event';

/** The site's pictures: search, upload, describe, choose. */
@Component({
  selector: 'fold-picture-library',
  imports: [Button, FileUpload, InputText, ProgressLine],
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
  protected readonly uploading = signal<
    { readonly name: string; readonly share: number; readonly sent: boolean } | undefined
  >(undefined);
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
      await this.uploadOne(files[index]!, (share) =>
        this.uploading.set({ name, share: ((index + share) / files.length) * 100, sent: share >= 0.5 }),
      );
    }
    this.uploading.set(undefined);
    field.clear();
  }

  private async uploadOne(file: File, tell: (share: number) => void): Promise<void> {
    tell(0);
    const site = this.session.site();
    if (!site) return;
    try {
      await resultOf(this.api.upload(site.id, file), tell);
      await this.session.catchUp();
    } catch (error) {
      const problem = `${file.name}: ${failureOf(error).problem}`;
      this.problems.update((all) => [...all, problem]);
    }
  }

  protected describe(event: Event, id: string): void {
    const value = valueOf(event);
    if (value !== this.session.site()?.pictures[id]?.alt)
      this.session.apply([{ do: 'set', on: 'site', field: ['pictures', id, 'alt'], value }]);
  }

  protected sizeOf = (picture: Picture): string => `${picture.width} × ${picture.height}`;
}
