import { ChangeDetectionStrategy, Component, computed, inject, Injector, signal } from '@angular/core';
import { CdkDrag, CdkDragHandle, CdkDragPlaceholder, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { DynamicDialogConfig, DynamicDialogRef } from 'primeng/dynamicdialog';
import { InputText } from 'primeng/inputtext';
import { Select } from 'primeng/select';
import {
  addEntry,
  changeEntry,
  dropEntry,
  newMenu,
  removeEntry,
  stepEntry,
  withThoseUnder,
  type EntryStep,
} from '@core/document/commands/menus';
import { pageOfLink } from '@core/document/kinds/link';
import { MenuName, rowsOf, type Menu } from '@core/document/menus/menu';
import { saysOf } from '@core/document/menus/says';
import { PageSession } from '../../../services/page-session';
import { DialogFocus } from '../../../theme/dialog-focus';
import { valueOf } from '../../../theme/from-event';
import { IconButton } from '../../../theme/icon-button';
import { keepFocus } from '../../../theme/keep-focus';
import { Dialogs, LinkChosen } from '../../state/dialogs';
import { SitePages } from '../../state/site-pages';

/** How far a line is drawn in for each level, in px: a drag by as much takes it a level deeper. */
const indent = 28;

/** The menus of the site, each as a tree to be sorted and nested by dragging or by keys. */
@Component({
  selector: 'fold-menus-dialog',
  imports: [
    Button,
    CdkDrag,
    CdkDragHandle,
    CdkDragPlaceholder,
    CdkDropList,
    FormsModule,
    IconButton,
    InputText,
    Select,
  ],
  hostDirectives: [DialogFocus],
  templateUrl: './menus-dialog.html',
  styleUrl: './menus-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MenusDialog {
  private readonly session = inject(PageSession);
  private readonly sitePages = inject(SitePages);
  private readonly dialogs = inject(Dialogs);
  private readonly injector = inject(Injector);
  protected readonly dialog = inject(DynamicDialogRef);
  protected readonly indent = indent;
  protected readonly name = signal('');
  /** How deep the line that is dragged would stand, before what is around it is asked. */
  protected readonly draggedTo = signal(0);
  private readonly chosen = signal<string | undefined>(chosenBy(inject(DynamicDialogConfig).data));

  protected readonly menus = computed(() => this.session.site()?.menus ?? []);
  protected readonly menu = computed(
    (): Menu | undefined => this.menus().find((one) => one.id === this.chosen()) ?? this.menus()[0],
  );
  protected readonly choices = computed(() => this.menus().map(({ id, name }) => ({ id, name })));

  protected readonly rows = computed(() => {
    const menu = this.menu();
    if (!menu) return [];
    const titles = this.session.titles();
    const titleOf = (id: string): string | undefined => (Object.hasOwn(titles, id) ? titles[id] : undefined);
    return rowsOf(menu).map(({ id, entry, depth }) => {
      const { text: _own, ...unnamed } = entry;
      return {
        id,
        depth,
        says: saysOf(entry, titleOf),
        text: entry.text ?? '',
        title: saysOf(unnamed, titleOf),
        leads: entry.to === '' ? 'no link' : this.sitePages.inWords(entry.to),
        warns: this.warningOf(entry.to),
      };
    });
  });
  /** The pages, those that are in the menu already behind the others. */
  protected readonly pages = computed(() => {
    const led = new Set(Object.values(this.menu()?.entries ?? {}).map(({ to }) => pageOfLink(to)?.page));
    const all = this.sitePages
      .pages()
      .map(({ id, title, path }) => ({ id, words: `${title} · ${path}`, in: led.has(id) }));
    return all.filter((one) => !one.in);
  });

  constructor() {
    void this.sitePages.look();
  }

  /** Why visitors do not find what an entry leads to. */
  private warningOf(to: string): string | undefined {
    const named = pageOfLink(to);
    if (!named || !this.sitePages.known()) return undefined;
    const page = this.sitePages.pages().find((one) => one.id === named.page);
    if (!page) return 'deleted: not shown to visitors';
    return page.live === null ? 'not shown until it is published' : undefined;
  }

  protected choose(id: string): void {
    this.chosen.set(id);
  }

  protected setName(event: Event): void {
    this.name.set(valueOf(event));
  }

  protected make(): void {
    const { edits, made } = newMenu(this.session.site() ?? {}, this.name().trim() || this.freeName());
    if (!this.session.apply(edits)) return;
    this.name.set('');
    this.chosen.set(made);
  }

  /** A name no menu has yet. */
  protected freeName(): string {
    const taken = new Set(this.menus().map((one) => one.name));
    for (let count = 1; ; count++) {
      const name = count === 1 ? 'Main' : `Menu ${count}`;
      if (!taken.has(name)) return name;
    }
  }

  protected rename({ id, name }: Menu, event: Event): void {
    const read = MenuName.safeParse(valueOf(event));
    if (read.success && read.data !== name)
      this.session.apply([{ do: 'set', on: 'site', field: ['menus', id, 'name'], value: read.data }]);
    else if (event.target instanceof HTMLInputElement) event.target.value = name;
  }

  protected remove({ id, name }: Menu): void {
    if (this.session.apply([{ do: 'remove', on: 'site', from: 'menus', id }]))
      this.session.notices.next(`The menu “${name}” was deleted, wherever it stands. Undo brings it back.`);
  }

  protected say(id: string, event: Event): void {
    const words = valueOf(event).trim();
    const before = this.menu()?.entries[id];
    if (before && words !== (before.text ?? '')) this.change(id, { text: words === '' ? undefined : words });
  }

  private change(id: string, change: { to?: string; text?: string | undefined; newTab?: true | undefined }): void {
    const menu = this.menu();
    if (menu) this.session.apply(changeEntry(menu, id, change));
  }

  protected async relink(id: string): Promise<void> {
    const entry = this.menu()?.entries[id];
    if (!entry) return;
    const link = { to: entry.to, newTab: entry.newTab === true, label: '' };
    const chosen = await this.asked({ link, asksForWords: false });
    if (chosen) this.change(id, { to: chosen.to, newTab: chosen.newTab ? true : undefined });
  }

  protected async addLink(): Promise<void> {
    const chosen = await this.asked({ link: undefined, asksForWords: true });
    const menu = this.menu();
    if (!chosen || !menu || (chosen.to === '' && chosen.words === '')) return;
    const words = chosen.words.trim();
    this.session.apply(addEntry(menu, { to: chosen.to, ...(words !== '' && { text: words }) }).edits);
  }

  private async asked(about: object): Promise<LinkChosen | undefined> {
    const answer = LinkChosen.safeParse(await this.dialogs.open('link', about));
    return answer.success ? answer.data : undefined;
  }

  /** An entry that leads nowhere: a word above those that are to stand under it. */
  protected addWord(): void {
    const menu = this.menu();
    if (menu) this.session.apply(addEntry(menu, { to: '', text: 'More' }).edits);
  }

  protected addPage(id: string | null): void {
    const menu = this.menu();
    if (!menu || id === null) return;
    const title = this.session.titles()[id];
    this.session.apply(addEntry(menu, { to: `page:${id}`, ...(title !== undefined && { title }) }).edits);
  }

  protected step(id: string, step: EntryStep): void {
    const menu = this.menu();
    if (menu) keepFocus(this.injector, () => this.session.apply(stepEntry(menu, id, step)));
  }

  protected take(id: string): void {
    const menu = this.menu();
    if (menu) this.session.apply(removeEntry(menu, id));
  }

  protected dragged(depth: number, x: number): void {
    this.draggedTo.set(Math.max(depth + Math.round(x / indent), 0));
  }

  /** A line was dropped: what stands under it goes along. */
  protected dropped({ item, currentIndex }: CdkDragDrop<unknown>): void {
    const menu = this.menu();
    const id: unknown = item.data;
    if (!menu || typeof id !== 'string') return;
    const moved = new Set(withThoseUnder(menu, id));
    const before = rowsOf(menu)
      .filter((row) => row.id !== id)
      .slice(0, currentIndex);
    this.session.apply(dropEntry(menu, id, before.filter((row) => !moved.has(row.id)).length, this.draggedTo()));
  }
}

/** The menu a dialog was opened for. */
function chosenBy(data: unknown): string | undefined {
  const menu: unknown = typeof data === 'object' && data !== null ? Reflect.get(data, 'menu') : undefined;
  return typeof menu === 'string' ? menu : undefined;
}
