import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { FileUpload } from 'primeng/fileupload';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import type { LibraryFacts } from '@core/api/pictures';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Picture } from '@core/document/site';
import { Api, failureOf } from '../../../services/api';
import { canvasAddresses } from '../../../services/addresses';
import { PageSession } from '../../../services/page-session';
import { resultOf } from '../../../services/work-steps';
import { bytesInWords } from '@core/review/bytes-in-words';
import { valueOf } from '../../../theme/from-event';
import { IconButton } from '../../../theme/icon-button';
import { ProgressLine } from '../../../theme/progress-line';

const typeWords: Readonly<Record<Picture['type'], string>> = {
  'image/png': 'PNG',
  'image/jpeg': 'JPEG',
  'image/webp': 'WebP',
  'image/avif': 'AVIF',
  'image/gif': 'GIF',
  'image/svg+xml': 'SVG',
};

/** One picture of the library: what is said of it, its files with what they weigh, where it is used. */
@Component({
  selector: 'fold-picture-details',
  imports: [RouterLink, Button, FileUpload, IconButton, InputText, ProgressLine, Textarea],
  templateUrl: './picture-details.html',
  styleUrl: './picture-details.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PictureDetails {
  readonly id = input.required<string>();
  readonly facts = input<LibraryFacts>();
  readonly changed = output();
  readonly closed = output();
  private readonly api = inject(Api);
  protected readonly session = inject(PageSession);

  protected readonly picture = computed(() => this.session.site()?.pictures[this.id()]);
  protected readonly address = computed(() => {
    const [site, picture] = [this.session.site(), this.picture()];
    const file = picture && (picture.files.find((one) => one.width >= 600) ?? picture.files.at(-1));
    return site && file ? canvasAddresses(site.id).pictures + file.file : '';
  });
  protected readonly tags = computed(() => (this.picture()?.tags ?? []).join(', '));
  protected readonly was = computed(() => {
    const picture = this.picture();
    return picture ? `${picture.width} × ${picture.height}, uploaded as ${typeWords[picture.type]}` : '';
  });
  private readonly made = computed(() => {
    const { files = [], avif = [], plain } = this.picture() ?? {};
    return [...files, ...avif, ...(plain ? [plain] : [])];
  });
  protected readonly files = computed(() =>
    this.made().map(({ width, file }) => {
      const bytes = this.facts()?.weights[file];
      const ending = file.split('.').at(-1) ?? '';
      return {
        file,
        width,
        kind: ending === 'webp' ? 'WebP' : ending === 'jpg' ? 'JPEG' : ending.toUpperCase(),
        bytes: bytes ? bytesInWords(bytes) : '',
      };
    }),
  );
  /** The pages that show it, and how often; nothing until it is known. */
  protected readonly uses = computed(() => {
    const [facts, id] = [this.facts(), this.id()];
    if (!facts) return undefined;
    const pages = facts.pages.flatMap(({ id: page, title, uses }) => {
      const times = uses.pictures[id] ?? 0;
      return times > 0 ? [{ page, title, times }] : [];
    });
    return { pages, site: facts.site.pictures[id] ?? 0 };
  });
  protected readonly usedWords = computed(() => {
    const uses = this.uses();
    if (!uses) return '';
    const times = uses.pages.reduce((sum, one) => sum + one.times, uses.site);
    return times === 0 ? 'It is used nowhere.' : `It is used ${times === 1 ? 'once' : `${times} times`}.`;
  });

  /** What is asked before it is done. */
  protected readonly asking = signal<'delete' | { readonly file: File } | undefined>(undefined);
  protected readonly replacing = computed(() => {
    const asking = this.asking();
    return typeof asking === 'object' ? asking.file : undefined;
  });
  protected readonly share = signal<number | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);

  constructor() {
    effect(() => {
      this.id();
      this.asking.set(undefined);
      this.problem.set(undefined);
    });
  }

  protected say(event: Event, key: 'name' | 'alt' | 'caption' | 'credit'): void {
    const [value, picture] = [valueOf(event).trim(), this.picture()];
    if (!picture || value === (picture[key] ?? '')) return;
    if (key === 'name' && value === '') {
      if (event.target instanceof HTMLInputElement) event.target.value = picture.name;
      return this.session.notices.next('A picture needs a name.');
    }
    const isNone = value === '' && (key === 'caption' || key === 'credit');
    this.session.apply([{ do: 'set', on: 'site', field: ['pictures', this.id(), key], ...(!isNone && { value }) }]);
  }

  protected tag(event: Event): void {
    const words = valueOf(event)
      .split(/[,;、，]/)
      .map((one) => one.trim().slice(0, 40));
    const tags = [...new Set(words.filter((one) => one !== ''))].slice(0, 20);
    if (tags.join() === (this.picture()?.tags ?? []).join()) return;
    const field = ['pictures', this.id(), 'tags'] as ['pictures', string, 'tags'];
    this.session.apply([{ do: 'set', on: 'site', field, ...(tags.length > 0 && { value: tags }) }]);
  }

  protected chosen(files: readonly File[], field: FileUpload): void {
    const [file] = files;
    field.clear();
    this.problem.set(undefined);
    if (file) this.asking.set({ file });
  }

  protected async replace(file: File): Promise<void> {
    const site = this.session.site();
    if (!site) return;
    this.asking.set(undefined);
    this.share.set(0);
    try {
      await resultOf(this.api.replacePicture(site.id, this.id(), file), (share) => this.share.set(share * 100));
      await this.session.catchUp();
      this.changed.emit();
    } catch (error) {
      this.problem.set(`${file.name}: ${failureOf(error).problem}`);
    } finally {
      this.share.set(undefined);
    }
  }

  protected readonly isIcon = computed(() => this.session.site()?.icon?.picture === this.id());

  /** Makes it stand for the site in tabs and on home screens, or no more. */
  protected async setIcon(): Promise<void> {
    const site = this.session.site();
    if (!site) return;
    this.problem.set(undefined);
    if (this.isIcon()) this.session.apply([{ do: 'set', on: 'site', field: ['icon'] }]);
    else {
      try {
        await this.session.settled();
        await firstValueFrom(this.api.setIcon(site.id, this.id()), { defaultValue: undefined });
        await this.session.catchUp();
      } catch (error) {
        return this.problem.set(failureOf(error).problem);
      }
    }
    this.changed.emit();
  }

  protected remove(): void {
    const name = this.picture()?.name ?? '';
    const icon: AnyEdit[] = this.isIcon() ? [{ do: 'set', on: 'site', field: ['icon'] }] : [];
    this.session.apply([...icon, { do: 'remove', on: 'site', from: 'pictures', id: this.id() }]);
    this.session.notices.next(`“${name}” was deleted. Undo brings it back.`);
    this.changed.emit();
    this.closed.emit();
  }
}
