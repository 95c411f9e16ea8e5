import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { DialogFocus } from '../../theme/dialog-focus';
import type { Picture } from '@core/document/site';
import { Api } from '../../services/api';
import { canvasAddresses } from '../../services/addresses';
import { PageSession } from '../../services/page-session';
import { valueOf } from '../../theme/from-event';
import { Uploads } from './uploads';

/** The site's pictures: search, upload, describe, choose. */
@Component({
  selector: 'fold-picture-library',
  imports: [Button, InputText, Uploads],
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
  protected readonly send = (site: string, file: File) => this.api.upload(site, file);

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

  protected describe(event: Event, id: string): void {
    const value = valueOf(event);
    if (value !== this.session.site()?.pictures[id]?.alt)
      this.session.apply([{ do: 'set', on: 'site', field: ['pictures', id, 'alt'], value }]);
  }

  protected sizeOf = (picture: Picture): string => `${picture.width} × ${picture.height}`;
}
