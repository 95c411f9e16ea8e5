import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { downloadKinds, DownloadName, kindOfDownload } from '@core/document/library/download';
import { linksOfPart } from '@core/document/links/links';
import { Api } from '../../services/api';
import { PageSession } from '../../services/page-session';
import { bytesInWords } from '@core/review/bytes-in-words';
import { DialogFocus } from '../../theme/dialog-focus';
import { valueOf } from '../../theme/from-event';
import { IconButton } from '../../theme/icon-button';
import { Uploads } from './uploads';

/** The site's files to download: upload, rename, delete, choose. */
@Component({
  selector: 'fold-downloads-dialog',
  imports: [Button, IconButton, InputText, Uploads],
  hostDirectives: [DialogFocus],
  template: `
    <fold-uploads [accept]="accept" label="Upload files" [send]="send" data-upload-downloads>
      <small after>PDF, office documents, archives, calendars and such, up to 50 MB each.</small>
    </fold-uploads>
    <ul>
      @for (one of files(); track one.id) {
        <li [attr.data-download]="one.id">
          <input
            pInputText
            pSize="small"
            [value]="one.name"
            [attr.aria-label]="'Name of ' + one.name"
            (change)="rename($event, one.id, one.name)"
          />
          <small>{{ one.says }}</small>
          @if (dialog; as choosing) {
            <p-button
              label="Choose"
              size="small"
              severity="secondary"
              [ariaLabel]="'Choose ' + one.name"
              (onClick)="choosing.close(one.id)"
            />
          }
          <fold-icon-button icon="trash" [label]="'Delete ' + one.name" (pressed)="remove(one.id, one.name)" />
        </li>
      } @empty {
        <li class="none">No file here yet. Those you upload can be linked to from any text, button or box.</li>
      }
    </ul>
    @if (dialog; as choosing) {
      <div class="dialog-actions">
        <p-button label="Close" severity="secondary" [text]="true" (onClick)="choosing.close()" />
      </div>
    }
  `,
  styles: `
    ul {
      display: grid;
      gap: 8px;
      max-height: 420px;
      margin: 0;
      padding: 3px;
      overflow: auto;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 1fr 220px auto auto;
      gap: 8px;
      align-items: center;
    }
    li.none {
      display: block;
    }
    small {
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DownloadsDialog {
  private readonly api = inject(Api);
  private readonly session = inject(PageSession);
  protected readonly dialog = inject(DynamicDialogRef, { optional: true });
  protected readonly accept = Object.keys(downloadKinds)
    .map((ending) => `.${ending}`)
    .join();
  protected readonly send = (site: string, file: File) => this.api.uploadDownload(site, file);

  /** By where the words of this page's links lead, how many parts of it lead to each. */
  private readonly used = computed(() => {
    const counts = new Map<string, number>();
    for (const part of Object.values(this.session.page()?.parts ?? {}))
      for (const to of new Set(linksOfPart(part).map((one) => one.to))) counts.set(to, (counts.get(to) ?? 0) + 1);
    return counts;
  });

  protected readonly files = computed(() =>
    Object.entries(this.session.site()?.downloads ?? {})
      .map(([id, file]) => {
        const links = this.used().get(`download:${id}`) ?? 0;
        const linked = links === 0 ? '' : ` · linked ${links === 1 ? 'once' : `${links} times`} here`;
        return {
          id,
          name: file.name,
          says: `${kindOfDownload(file).word}, ${bytesInWords(file.size)}${linked}`,
        };
      })
      .sort((a, b) => a.name.localeCompare(b.name)),
  );

  protected rename(event: Event, id: string, before: string): void {
    const read = DownloadName.safeParse(valueOf(event));
    if (!read.success) {
      this.session.notices.next(read.error.issues[0]!.message); // what failed has an issue
      if (event.target instanceof HTMLInputElement) event.target.value = before;
    } else if (read.data !== before)
      this.session.apply([{ do: 'set', on: 'site', field: ['downloads', id, 'name'], value: read.data }]);
  }

  protected remove(id: string, name: string): void {
    const links = this.used().get(`download:${id}`) ?? 0;
    this.session.apply([{ do: 'remove', on: 'site', from: 'downloads', id }]);
    this.session.notices.next(
      links === 0
        ? `“${name}” was deleted. Undo brings it back.`
        : `“${name}” was deleted; links on this page led to it. Undo brings it back.`,
    );
  }
}
