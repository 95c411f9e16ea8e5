import { ChangeDetectionStrategy, Component, computed, inject, Injector, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import { addToFrame, frameFromPage, intoFrame, stepInFrame, takeOutOfFrame } from '@core/document/commands/frames';
import { frameSides, type FrameSide, type PageFrame } from '@core/document/frames/page-frame';
import { frameNamedBy, ownAround, sectionsOf } from '@core/document/frames/shown-frame';
import { newIdentifier } from '@core/document/identifier';
import { inWords } from '@core/document/kinds/in-words';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { valueOf } from '../../../theme/from-event';
import { IconButton } from '../../../theme/icon-button';
import { keepFocus } from '../../../theme/keep-focus';
import { SitePages } from '../../state/site-pages';
import { OtherPages } from './other-pages';
import { Tick } from '../../../theme/tick';

/** The page frames of the site: which one this page stands in, what each shows, and which pages have it. */
@Component({
  selector: 'fold-frames-dialog',
  imports: [Button, Tick, FormsModule, IconButton, InputText, OtherPages, Select],
  hostDirectives: [DialogFocus],
  templateUrl: './frames-dialog.html',
  styleUrl: './frames-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FramesDialog {
  private readonly session = inject(PageSession);
  private readonly sitePages = inject(SitePages);
  private readonly injector = inject(Injector);
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly sides = [
    { side: 'before', words: 'Above each page' },
    { side: 'after', words: 'Below each page' },
  ] as const satisfies readonly { side: FrameSide; words: string }[];
  /** What a page has of its own in the places of a frame goes when it is put in one. */
  protected readonly replacing = signal(true);
  protected readonly name = signal('');

  private readonly frames = computed(() => this.session.site()?.frames ?? []);
  protected readonly chosen = computed(() => {
    const page = this.session.page();
    const named = page && frameNamedBy(page);
    return this.frames().find((one) => one.id === named)?.id ?? '';
  });
  protected readonly choices = computed(() => [
    { id: '', name: 'No page frame' },
    ...this.frames().map(({ id, name }) => ({ id, name })),
  ]);
  /** What stands above and below this page of its own. */
  protected readonly around = computed(() => {
    const page = this.session.page();
    if (!page) return [];
    const around = ownAround(page);
    return frameSides.flatMap((side) => around[side].map((id) => inWords(page.parts[id]!)));
  });

  protected readonly listed = computed(() => {
    const sections = this.session.site()?.sections?.filter((one) => one.shared && !one.own) ?? [];
    const pages = this.pages();
    return this.frames().map((frame) => {
      const shown = sectionsOf(frame);
      const on = pages.filter((one) => one.frame === frame.id);
      return {
        frame,
        says: this.saysOf(on.map((one) => one.title)),
        isUsed: on.length > 0,
        others: pages
          .filter((one) => one.frame !== frame.id && !one.isOpen)
          .map(({ id, title, path, frame: of }) => ({ id, title, path, now: this.nowOf(of) })),
        rows: {
          before: frame.before.map((id) => ({ id, name: sections.find((one) => one.id === id)?.name ?? '' })),
          after: frame.after.map((id) => ({ id, name: sections.find((one) => one.id === id)?.name ?? '' })),
        },
        first: shown[0],
        last: shown.at(-1),
        offers: sections.filter((one) => !shown.includes(one.id)).map(({ id, name }) => ({ id, name })),
      };
    });
  });

  /** The site's pages with the frame of each; that of the open one as it is here. */
  private readonly pages = computed(() => {
    const open = this.session.page();
    return this.sitePages.pages().map(({ id, title, path, frame }) => ({
      ...{ id, title, path, isOpen: id === open?.id },
      frame: open && id === open.id ? (frameNamedBy(open) ?? null) : frame,
    }));
  });

  constructor() {
    this.reload();
  }

  protected reload(): void {
    void this.sitePages.look();
  }

  private nowOf(frame: string | null): string {
    const name = this.frames().find((one) => one.id === frame)?.name;
    return name === undefined ? '' : ` · stands in ${name}`;
  }

  private saysOf(titles: readonly string[]): string {
    if (titles.length === 0) return 'On no page yet';
    const most = 4;
    const named = titles.slice(0, most).join(', ');
    const rest = titles.length > most ? ` and ${titles.length - most} more` : '';
    return `On ${titles.length === 1 ? 'one page' : `${titles.length} pages`}: ${named}${rest}`;
  }

  /** Puts the open page in a frame, or in none. */
  protected choose(id: string): void {
    const page = this.session.page();
    const frame = this.frames().find((one) => one.id === id);
    if (page) this.session.apply(intoFrame(page, frame, { replacing: this.replacing() && frame !== undefined }));
  }

  protected make(fromPage: boolean): void {
    const [site, page] = [this.session.site(), this.session.page()];
    const name = this.name().trim() || this.freeName();
    if (!site || !page) return;
    const item: PageFrame = { id: newIdentifier(), name, before: [], after: [] };
    const made = fromPage
      ? this.session.apply(frameFromPage(site, page, name).edits)
      : this.session.apply([{ do: 'insert', on: 'site', into: 'frames', index: this.frames().length, item }]);
    if (made) this.name.set('');
  }

  /** A name no frame has yet. */
  protected freeName(): string {
    const taken = new Set(this.frames().map((one) => one.name));
    for (let count = 1; ; count++) {
      const name = count === 1 ? 'Standard' : `Frame ${count}`;
      if (!taken.has(name)) return name;
    }
  }

  protected setName(event: Event): void {
    this.name.set(valueOf(event));
  }

  protected rename({ id, name }: PageFrame, event: Event): void {
    const value = valueOf(event).trim();
    if (value !== '' && value !== name)
      this.session.apply([{ do: 'set', on: 'site', field: ['frames', id, 'name'], value }]);
    else if (event.target instanceof HTMLInputElement) event.target.value = name;
  }

  protected remove({ id }: PageFrame): void {
    this.session.apply([{ do: 'remove', on: 'site', from: 'frames', id }]);
  }

  protected add(frame: PageFrame, side: FrameSide, section: string | null): void {
    if (section !== null) this.session.apply([addToFrame(frame, section, side)]);
  }

  protected takeOut(frame: PageFrame, section: string): void {
    this.session.apply(takeOutOfFrame(frame, section));
  }

  protected step(frame: PageFrame, section: string, by: -1 | 1): void {
    keepFocus(this.injector, () => this.session.apply(stepInFrame(frame, section, by)));
  }
}
