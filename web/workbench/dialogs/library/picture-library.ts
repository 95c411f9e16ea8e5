import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, EMPTY, startWith, Subject, switchMap } from 'rxjs';
import { Button } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { Select } from 'primeng/select';
import { filesOfPicture } from '@core/document/library/picture-files';
import type { Picture } from '@core/document/site';
import type { LibraryFacts } from '@core/api/pictures';
import { Api } from '../../../services/api';
import { canvasAddresses } from '../../../services/addresses';
import { PageSession } from '../../../services/page-session';
import { bytesInWords } from '@core/review/bytes-in-words';
import { cardTag } from '@core/document/library/share-card';
import { DialogFocus } from '../../../theme/dialog-focus';
import { valueOf } from '../../../theme/from-event';
import { IconButton } from '../../../theme/icon-button';
import { OneOf } from '../../../theme/one-of';
import { Uploads } from '../uploads';
import { PictureDetails } from './picture-details';
import { StockPictures } from './stock-pictures';

const orders = [
  { id: 'newest', word: 'Newest first' },
  { id: 'name', word: 'By name' },
  { id: 'heaviest', word: 'Heaviest first' },
] as const;
type Order = (typeof orders)[number]['id'];

/** What is not used anywhere, among the tags one may choose. */
const unused = '\u0000unused';

/** The site's pictures: search, upload, describe, choose, replace, delete. */
@Component({
  selector: 'fold-picture-library',
  imports: [Button, FormsModule, IconButton, InputText, OneOf, PictureDetails, Select, StockPictures, Uploads],
  hostDirectives: [DialogFocus],
  templateUrl: './picture-library.html',
  styleUrl: './picture-library.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PictureLibrary {
  private readonly api = inject(Api);
  protected readonly session = inject(PageSession);
  /** There is one where a picture is to be chosen. */
  protected readonly dialog = inject(DynamicDialogRef, { optional: true });
  protected readonly query = signal('');
  protected readonly order = signal<Order>('newest');
  protected readonly only = signal('');
  protected readonly orders = [...orders];
  protected readonly shown = signal<string | undefined>(undefined);
  protected readonly places = [
    { id: 'library', word: 'In the library' },
    { id: 'stock', word: 'Stock pictures' },
  ] as const;
  protected readonly place = signal<'library' | 'stock'>('library');
  protected readonly send = (site: string, file: File) => this.api.upload(site, file);

  private readonly asked = new Subject<void>();
  /** Where pictures are used and what they weigh; nothing until it is known. */
  protected readonly facts = toSignal<LibraryFacts>(
    this.asked.pipe(
      startWith(undefined),
      switchMap(() => {
        const site = this.session.site();
        return site ? this.api.libraryFacts(site.id).pipe(catchError(() => EMPTY)) : EMPTY;
      }),
    ),
  );
  private readonly usedAt = computed(() => {
    const facts = this.facts();
    return (
      facts && new Set([...facts.pages.map((one) => one.uses), facts.site].flatMap((one) => Object.keys(one.pictures)))
    );
  });

  private readonly all = computed(() => {
    const [site, weights] = [this.session.site(), this.facts()?.weights];
    if (!site) return [];
    const address = canvasAddresses(site.id).pictures;
    return Object.entries(site.pictures).map(([id, picture]) => {
      const bytes = filesOfPicture(picture).reduce((sum, file) => sum + (weights?.[file] ?? 0), 0);
      return {
        ...{ id, picture, bytes, address: address + picture.files[0]!.file },
        says: `${picture.width} × ${picture.height}${bytes > 0 ? ` · ${bytesInWords(bytes)}` : ''}`,
      };
    });
  });

  protected readonly tags = computed(() => {
    const tags = new Set(this.all().flatMap(({ picture }) => picture.tags ?? []));
    return [
      { id: '', word: tags.has(cardTag) ? 'All but share images' : 'All pictures' },
      ...(this.usedAt() ? [{ id: unused, word: 'Used nowhere' }] : []),
      ...[...tags].sort((a, b) => a.localeCompare(b)).map((id) => ({ id, word: id })),
    ];
  });

  protected readonly pictures = computed(() => {
    const words = this.query().trim().toLowerCase();
    const found = this.all()
      .filter(({ picture: { name, alt, caption = '', credit = '', tags = [] } }) =>
        [name, alt, caption, credit, ...tags].join(' ').toLowerCase().includes(words),
      )
      .filter((one) => this.isAmong(one.id, one.picture));
    switch (this.order()) {
      case 'newest':
        return found.reverse();
      case 'name':
        return found.sort((a, b) => a.picture.name.localeCompare(b.picture.name));
      case 'heaviest':
        return found.sort((a, b) => b.bytes - a.bytes);
    }
  });

  private isAmong(id: string, picture: Picture): boolean {
    const [only, tags] = [this.only(), picture.tags ?? []];
    if (only === '') return !tags.includes(cardTag);
    return only === unused ? !this.usedAt()?.has(id) : tags.includes(only);
  }

  protected take(id: string): void {
    if (this.dialog) this.dialog.close(id);
    else this.show(id);
  }

  /** A picture of the stock is chosen by taking it, or shown with what is said of it. */
  protected taken(id: string): void {
    this.place.set('library');
    this.take(id);
  }

  protected show(id: string): void {
    this.shown.set(id);
    this.refresh();
  }

  /** Asks anew where pictures are used, once what is here is stored. */
  protected refresh(): void {
    void this.session.settled().then(() => this.asked.next());
  }

  protected search(event: Event): void {
    this.query.set(valueOf(event));
  }

  protected describe(event: Event, id: string): void {
    const value = valueOf(event);
    if (value !== this.session.site()?.pictures[id]?.alt)
      this.session.apply([{ do: 'set', on: 'site', field: ['pictures', id, 'alt'], value }]);
  }
}
