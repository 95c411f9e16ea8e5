import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Checkbox } from 'primeng/checkbox';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { OneOf } from '../../../theme/one-of';
import { catchError, map, of, startWith, switchMap, type Observable } from 'rxjs';
import { downloadOfLink, Link, pageOfLink, pictureOfLink } from '@core/document/kinds/link';
import { inWords } from '@core/document/kinds/in-words';
import { seenPage } from '@core/document/seen/seen-page';
import { Api } from '../../../services/api';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { valueOf } from '../../../theme/from-event';
import { placeName, placesToLink } from '@core/document/commands/places';
import { Dialogs, type LinkAsked, type LinkChosen } from '../../state/dialogs';
import { DragState } from '../../state/drag-state';
import { Leaves } from '../../state/leaves';
import { pickOnLeaf, type Picked } from '../../state/picking';
import { SpreadState } from '../../state/spread-state';
import { SitePages } from '../../state/site-pages';

type What = 'page' | 'place' | 'address' | 'mail' | 'phone' | 'picture' | 'file';

const whats: readonly { readonly id: What; readonly word: string }[] = [
  { id: 'page', word: 'Page' },
  { id: 'place', word: 'Place on this page' },
  { id: 'address', word: 'Address' },
  { id: 'mail', word: 'Email' },
  { id: 'phone', word: 'Phone' },
  { id: 'picture', word: 'Picture' },
  { id: 'file', word: 'File' },
];

/** What a link leads to, from the link itself. */
function whatOf(link: string): What {
  if (pageOfLink(link)) return 'page';
  if (link.startsWith('#')) return 'place';
  if (link.startsWith('mailto:')) return 'mail';
  if (link.startsWith('tel:')) return 'phone';
  if (pictureOfLink(link) !== undefined) return 'picture';
  if (downloadOfLink(link) !== undefined) return 'file';
  return link === '' ? 'page' : 'address';
}

/** The part that lies on top at a place of a leaf. */
const partOn = ({ view, point }: Picked): string | undefined =>
  view.document?.elementFromPoint(point.x, point.y)?.closest<HTMLElement>('[data-part]')?.dataset['part'];

/** Asks where words or a part are to lead. */
@Component({
  selector: 'fold-link-dialog',
  imports: [Button, Checkbox, FormsModule, InputText, Select, OneOf],
  hostDirectives: [DialogFocus],
  templateUrl: './link-dialog.html',
  styleUrl: './link-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LinkDialog {
  private readonly api = inject(Api);
  private readonly session = inject(PageSession);
  private readonly dialogs = inject(Dialogs);
  private readonly spread = inject(SpreadState);
  private readonly leaves = inject(Leaves);
  private readonly dragState = inject(DragState);
  private readonly sitePages = inject(SitePages);
  protected readonly dialog = inject(DynamicDialogRef);
  // the dialog is opened with it
  protected readonly about: LinkAsked = inject<DynamicDialogConfig<LinkAsked>>(DynamicDialogConfig).data!;

  private readonly before = this.about.link?.to ?? '';
  protected readonly whats = whats;
  protected readonly what = signal<What>(whatOf(this.before));
  protected readonly page = signal(pageOfLink(this.before)?.page ?? '');
  protected readonly placeThere = signal(pageOfLink(this.before)?.place ?? '');
  protected readonly place = signal(this.placeBefore());
  protected readonly picture = signal(pictureOfLink(this.before) ?? '');
  protected readonly file = signal(downloadOfLink(this.before) ?? '');
  protected readonly typed = signal<Readonly<Record<'address' | 'mail' | 'phone', string>>>({
    address: this.what() === 'address' ? this.before : '',
    mail: this.before.startsWith('mailto:') ? this.before.slice('mailto:'.length) : '',
    phone: this.before.startsWith('tel:') ? this.before.slice('tel:'.length) : '',
  });
  protected readonly newTab = signal(this.about.link?.newTab ?? false);
  protected readonly label = signal(this.about.link?.label ?? '');
  protected readonly words = signal('');

  protected readonly pages = computed(() =>
    this.sitePages.pages().map(({ id, title, path }) => ({ id, says: `${title} · ${path}` })),
  );
  protected readonly places = computed(() => {
    const page = this.session.page();
    if (!page) return [];
    const [offered, chosen] = [placesToLink(page), this.place()];
    const pointedAt = Object.hasOwn(page.parts, chosen) && !offered.includes(chosen) ? [chosen] : [];
    return [...pointedAt, ...offered].map((id) => ({ id, says: this.placeSays(id) }));
  });
  /** The places the chosen page has, by the names links call them. */
  protected readonly placesThere = toSignal(
    toObservable(this.page).pipe(switchMap((page) => this.placesOf(page).pipe(startWith([])))),
    { initialValue: [] },
  );
  protected readonly pictureName = computed(() => this.session.site()?.pictures[this.picture()]?.name);
  protected readonly fileName = computed(() => this.session.site()?.downloads?.[this.file()]?.name);

  constructor() {
    void this.sitePages.look();
  }

  private placesOf(id: string): Observable<{ readonly name: string; readonly says: string }[]> {
    if (id === '') return of([]);
    return this.api.page(id).pipe(
      map(({ site, page }) =>
        Object.values(seenPage(site, page).parts).flatMap((part) => {
          const name = part.attributes['id'];
          return name === undefined ? [] : [{ name, says: inWords(part) }];
        }),
      ),
      catchError(() => of([])), // it can be typed
    );
  }

  private placeBefore(): string {
    const name = this.before.startsWith('#') ? this.before.slice(1) : undefined;
    const parts = Object.entries(this.session.page()?.parts ?? {});
    return parts.find(([, part]) => name !== undefined && part.attributes['id'] === name)?.[0] ?? '';
  }

  private placeSays(id: string): string {
    const part = this.session.page()!.parts[id]!; // one of its places
    const name = part.attributes['id'];
    return name === undefined ? inWords(part) : `${inWords(part)} · #${name}`;
  }

  protected readonly inputs: Readonly<Record<string, { readonly label: string; readonly hint: string }>> = {
    address: { label: 'Address', hint: 'https://…' },
    mail: { label: 'Email address', hint: 'kiosk@tidewick.example' },
    phone: { label: 'Phone number', hint: '+44 1632 960 960' },
  };

  protected readonly typedNow = computed(() => (this.typed() as Readonly<Record<string, string>>)[this.what()] ?? '');

  protected setTyped(event: Event): void {
    this.typed.update((typed) => ({ ...typed, [this.what()]: valueOf(event).trim() }));
  }
  protected setPage(page: string): void {
    this.page.set(page);
    this.placeThere.set('');
  }
  protected setPlaceThere(event: Event): void {
    this.placeThere.set(valueOf(event).trim().replace(/^#/, ''));
  }
  protected setLabel(event: Event): void {
    this.label.set(valueOf(event));
  }
  protected setWords(event: Event): void {
    this.words.set(valueOf(event));
  }

  /** The link as it is chosen so far; a place that has no id yet is given one when it is taken. */
  private readonly chosen = computed((): string => {
    const { address, mail, phone } = this.typed();
    switch (this.what()) {
      case 'page':
        return this.page() === ''
          ? ''
          : `page:${this.page()}${this.placeThere() === '' ? '' : `#${this.placeThere()}`}`;
      case 'place':
        return this.place() === '' ? '' : `#${this.nameOfPlace()}`;
      case 'address':
        return address === ''
          ? ''
          : this.sitePages.fromWords(/^([a-z]+:|\/|#)/i.test(address) ? address : `https://${address}`);
      case 'mail':
        return mail === '' ? '' : `mailto:${mail}`;
      case 'phone':
        return phone === '' ? '' : `tel:${phone}`;
      case 'picture':
        return this.picture() === '' ? '' : `picture:${this.picture()}`;
      case 'file':
        return this.file() === '' ? '' : `download:${this.file()}`;
    }
  });

  private nameOfPlace(): string {
    const page = this.session.page();
    return page && Object.hasOwn(page.parts, this.place()) ? placeName(page, this.place()) : '';
  }

  protected readonly problem = computed(() => {
    const link = this.chosen();
    if (link === '') return undefined;
    const parsed = Link.safeParse(link);
    if (parsed.success) return undefined;
    if (this.what() === 'mail') return 'This isn’t an email address.';
    if (this.what() === 'phone') return 'A phone number holds digits, spaces, hyphens, brackets and +.';
    return this.what() === 'page'
      ? 'A place is called by a letter, then letters, digits, hyphens or underscores.'
      : 'This isn’t a whole address.';
  });
  protected readonly canApply = computed(
    () =>
      this.chosen() !== '' && this.problem() === undefined && (!this.about.asksForWords || this.words().trim() !== ''),
  );

  protected async pickPicture(): Promise<void> {
    const picture = await this.dialogs.open('pictures');
    if (typeof picture === 'string') this.picture.set(picture);
  }

  protected async pickFile(): Promise<void> {
    const file = await this.dialogs.open('downloads');
    if (typeof file === 'string') this.file.set(file);
  }

  /** Lets somebody click the part on any leaf, with the parts under the pointer outlined. */
  protected async pointAt(): Promise<void> {
    const views = this.spread.leaves().flatMap(({ breakpoint }) => this.leaves.view(breakpoint.id) ?? []);
    const part = await pickOnLeaf(views, {
      says: 'Click the part the link leads to',
      read: async (picked) => partOn(picked),
      over: (picked) => {
        const over = picked && partOn(picked);
        this.dragState.hover.set(over === undefined ? undefined : { part: over, breakpoint: picked!.view.name });
      },
    });
    this.dragState.hover.set(undefined);
    if (part !== undefined && part !== this.session.page()?.root) this.place.set(part);
  }

  protected apply(): void {
    if (!this.canApply()) return;
    const to = this.chosen();
    const part = this.place();
    const isUnnamed = this.what() === 'place' && this.session.page()?.parts[part]?.attributes['id'] === undefined;
    this.close(to, isUnnamed ? { part, id: to.slice(1) } : undefined);
  }

  protected removeLink(): void {
    this.close('');
  }

  private close(to: string, names?: LinkChosen['names']): void {
    const said = { newTab: this.newTab(), label: this.label().trim(), words: this.words().trim() };
    this.dialog.close({ to, ...said, ...(names && { names }) } satisfies LinkChosen);
  }
}
