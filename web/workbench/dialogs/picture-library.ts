import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
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
  imports: [Button],
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
  protected readonly busy = signal('');
  protected readonly problem = signal<string | undefined>(undefined);

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

  protected async upload(event: Event): Promise<void> {
    const field = event.target;
    if (!(field instanceof HTMLInputElement)) return;
    const files = [...(field.files ?? [])];
    this.problem.set(undefined);
    for (const file of files) {
      this.busy.set(`Uploading ${file.name} …`);
      await this.uploadOne(file);
    }
    this.busy.set('');
    field.value = '';
  }

  private async uploadOne(file: File): Promise<void> {
    const site = this.session.site();
    if (!site) return;
    try {
      const { id, picture } = await firstValueFrom(this.api.upload(site.id, file));
      this.session.addPicture(id, picture);
    } catch (error) {
      this.problem.set(`${file.name}: ${failureOf(error).problem}`);
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
      this.problem.set(failureOf(error).problem);
    }
  }

  protected sizeOf = (picture: Picture): string => `${picture.width} × ${picture.height}`;
}
