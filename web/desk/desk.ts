import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { catchError, EMPTY, firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import { Dialog } from 'primeng/dialog';
import { DialogFocus } from '../theme/dialog-focus';
import { valueOf } from '../theme/from-event';
import { InputText } from 'primeng/inputtext';
import { TableModule, type Table } from 'primeng/table';
import { CdkDrag, CdkDragHandle, CdkDragPreview, CdkDropList } from '@angular/cdk/drag-drop';
import type { Edit } from '@core/document/edits/edit';
import { pageOfLink } from '@core/document/kinds/link';
import { isInMenus } from '@core/document/links/menus';
import { notFoundPath } from '@core/document/page';
import { PagePath } from '@core/document/page';
import { mayDo } from '@core/api/roles';
import type { Linked } from '@core/api/pages';
import type { PageEntry } from '@core/api/sites';
import { Api, failureOf } from '../services/api';
import { nanoid } from 'nanoid';
import { MenuChoice, putInMenus } from './menu-choice';
import { NewPage } from './new-page';
import { PageOrder } from './page-order';
import { PageBin } from './page-bin';
import { PageThumb } from './page-thumb';
import { SeveralPages } from './several-pages';
import { SiteHead } from './site-head';
import { loaded } from '../services/loaded';
import { LineField } from '../theme/line-field';
import { NotShown } from '../theme/not-shown';
import { Asking } from '../theme/asking';
import { byId } from '../theme/by-id';
import { IconButton } from '../theme/icon-button';
import { Tick } from '../theme/tick';

type Doing =
  { readonly what: 'new' } | { readonly what: 'rename' | 'delete' | 'copy' | 'menu'; readonly page: PageEntry };

const headings = {
  ...{ new: 'New page', copy: 'New page' },
  ...{ rename: 'Rename page', delete: 'Delete page', menu: 'Put in a menu' },
} as const;

function stateOf(page: PageEntry): string {
  if (page.live === null) return 'not published';
  return page.live === page.revision ? 'live' : 'live, changed since';
}

/** A client's site: its pages, to open, begin, copy, rename and delete. */
@Component({
  selector: 'fold-desk',
  providers: [PageOrder],
  imports: [
    Asking,
    NotShown,
    ...[DatePipe, FormsModule, RouterLink, Button, Tick, Dialog, DialogFocus, InputText, LineField, Select],
    ...[CdkDrag, CdkDragHandle, CdkDragPreview, CdkDropList, IconButton],
    ...[MenuChoice, NewPage, PageBin, PageThumb, SeveralPages, SiteHead, TableModule],
  ],
  templateUrl: './desk.html',
  styleUrls: ['./desk-screen.css', './desk.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Desk {
  /** The site's id, from the address. */
  readonly site = input.required<string>();
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly title = inject(Title);

  protected readonly loaded = loaded(this.site, (site) => this.api.desk(site));
  protected readonly facts = this.loaded.value;
  protected readonly failure = computed(() => {
    const failure = this.loaded.failure();
    return failure?.code === 'not-found'
      ? 'There is no site at this address, or you don’t have access.'
      : failure?.problem;
  });
  protected readonly order = inject(PageOrder);
  protected readonly mayArrange = computed(
    () => this.mayBuild() && this.order.sortedBy() === undefined && !this.order.isSifted(),
  );
  protected readonly valueOf = valueOf;
  protected readonly byId = byId;
  /** The pages as the table shows them. */
  protected readonly rows = computed(() => {
    const { pages, menus } = this.facts() ?? { pages: [] as PageEntry[], menus: [] as string[] };
    const byId = new Map(pages.map((page) => [page.id, page]));
    return this.order.rows().flatMap(({ id, depth }) => {
      const page = byId.get(id);
      return page ? [{ ...page, depth, ...this.standing(page, menus) }] : [];
    });
  });

  /** The same, anew whenever it is sorted another way: the table sorts what it is given in its place. */
  protected readonly listed = computed(() => {
    this.order.sortedBy();
    return [...this.rows()];
  });

  private standing(page: PageEntry, menus: readonly string[]) {
    return {
      state: stateOf(page),
      isLive: page.live === page.revision,
      isChanged: page.live !== null && page.live !== page.revision,
      inNoMenu: page.path !== '/' && page.path !== notFoundPath && !isInMenus(menus, page),
      isNotFound: page.path === notFoundPath,
    };
  }
  protected readonly mayBuild = computed(() => {
    const { role, archived } = this.facts() ?? { role: 'reader', archived: false };
    return !archived && mayDo(role, 'build');
  });
  private readonly pickedIds = signal<ReadonlySet<string>>(new Set());
  /** The rows that are chosen, to do something to all of them at once. */
  protected readonly picked = computed(() => this.rows().filter((one) => this.pickedIds().has(one.id)));
  protected readonly chosen = computed((): readonly PageEntry[] => (this.mayBuild() ? this.picked() : []));
  protected readonly doing = signal<Doing | undefined>(undefined);
  protected readonly isMaking = computed(() => ['new', 'copy'].includes(this.doing()?.what ?? ''));
  protected readonly isChanging = computed(() => ['rename', 'delete', 'menu'].includes(this.doing()?.what ?? ''));
  protected readonly copied = computed(() => this.pageOf('copy'));
  protected readonly deleted = computed(() => this.pageOf('delete'));
  /** What leads to the page that is deleted, once it is known. */
  protected readonly linked = signal<Linked | undefined>(undefined);
  protected readonly linkedInWords = computed(() => {
    const { menus = [], sections = [], pages = [] } = this.linked() ?? {};
    const [inMenus, inSections] = [
      menus.map((name) => `the menu ${name}`),
      sections.map((name) => `the section ${name}`),
    ];
    const onPages = pages.map(({ title, links }) => (links === 1 ? title : `${title} (${links} times)`));
    return [...inMenus, ...inSections, ...onPages];
  });
  /** What “Lead …” leads to another page. */
  protected readonly leadWords = computed(() => {
    const [isLive, isLinked] = [this.deleted()?.live !== null, this.linkedInWords().length > 0];
    if (isLive) return isLinked ? 'Lead its visitors and these links to' : 'Lead its visitors to';
    return isLinked ? 'Let these links lead to' : undefined;
  });
  protected readonly isHome = computed(() => this.deleted()?.path === '/');
  /** Whether it was confirmed that the home page goes. */
  protected readonly homeGoes = signal(false);
  protected readonly isForMenu = computed(() => this.doing()?.what === 'menu');
  protected readonly heading = computed(() => headings[this.doing()?.what ?? 'rename']);
  /** The menus a page is put in. */
  protected readonly menus = signal<readonly string[]>([]);
  protected readonly pageTitle = signal('');
  protected readonly path = signal('');
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly busy = signal(false);
  /** What is live of a page that is deleted goes at once. */
  protected readonly atOnce = signal(true);
  protected readonly leadTo = signal('');
  /** Where visitors of a page that is deleted may be led. */
  protected readonly leads = computed(() => {
    const gone = this.deleted()?.id;
    const others = (this.facts()?.pages ?? []).filter((one) => one.id !== gone && one.path !== notFoundPath);
    return [
      { words: 'Nowhere', link: '' },
      ...others.map(({ id, title, path }) => ({ words: `${title} · ${path}`, link: `page:${id}` })),
    ];
  });

  /** A page that is live gets another path. */
  protected readonly leadsOn = computed(() => {
    const doing = this.doing();
    return doing?.what === 'rename' && doing.page.livePath !== null && doing.page.livePath !== this.path();
  });

  constructor() {
    effect(() => this.order.hear(this.facts()));
    effect(() => this.title.setTitle(`${this.facts()?.site.name ?? 'Site'} · Fold Line`));
  }

  /** The page something is done to. */
  private pageOf(what: Doing['what']): PageEntry | undefined {
    const doing = this.doing();
    return doing?.what === what && doing.what !== 'new' ? doing.page : undefined;
  }

  protected find(event: Event, table: Table): void {
    const words = valueOf(event);
    this.order.isSifted.set(words.trim() !== '');
    table.filterGlobal(words, 'contains');
  }

  protected asArranged(table: Table): void {
    table.reset();
    this.order.sortedBy.set(undefined);
  }

  protected pick(rows: readonly PageEntry[]): void {
    this.pickedIds.set(new Set(rows.map((one) => one.id)));
  }

  protected doneWithSeveral(): void {
    this.pick([]);
    this.loaded.reload();
  }

  protected begin(doing: Doing): void {
    this.problem.set(undefined);
    this.doing.set(doing);
    this.atOnce.set(true);
    this.leadTo.set('');
    this.homeGoes.set(false);
    this.linked.set(undefined);
    if (doing.what === 'delete') this.lookForLinks(doing.page.id);
    this.menus.set([]);
    if (doing.what === 'new') return;
    this.pageTitle.set(doing.page.title);
    this.path.set(doing.page.path);
  }

  /** Looks for what leads to a page; where that cannot be found out, nothing is said of it. */
  private lookForLinks(page: string): void {
    this.api
      .linked(page)
      .pipe(catchError(() => EMPTY))
      .subscribe((linked) => {
        if (this.deleted()?.id === page) this.linked.set(linked);
      });
  }

  /** A page was made, or not: a new one is opened, a copy is shown among the others. */
  protected made(page: string | undefined): void {
    const isCopy = this.doing()?.what === 'copy';
    this.doing.set(undefined);
    if (page === undefined) return;
    if (isCopy) this.loaded.reload();
    else void this.router.navigate(['/pages', page]);
  }

  protected async confirm(): Promise<void> {
    const doing = this.doing();
    if (!doing || doing.what === 'new' || this.busy()) return;
    const path = PagePath.safeParse(this.path());
    if (this.pageTitle().trim() === '') return this.problem.set('A page needs a title.');
    if (!path.success) return this.problem.set(path.error.issues[0]?.message);
    this.busy.set(true);
    try {
      await this.carryOut(doing);
      this.doing.set(undefined);
      this.loaded.reload();
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }

  private carryOut({ what, page }: Exclude<Doing, { readonly what: 'new' }>): Promise<void> {
    if (what === 'menu') return putInMenus(this.api, page.id, this.menus());
    return what === 'delete' ? this.remove(page) : this.rename(page, this.pageTitle().trim());
  }

  private remove({ id, live }: PageEntry): Promise<void> {
    const [redirect, staysLive] = [this.leadTo(), live !== null && !this.atOnce()];
    const to = pageOfLink(redirect)?.page;
    const relink = to !== undefined && this.linkedInWords().length > 0 ? to : undefined;
    const how = {
      ...(staysLive && { staysLive }),
      ...(redirect !== '' && live !== null && { redirect }),
      ...(relink !== undefined && { relink }),
    };
    return firstValueFrom(this.api.deletePage(id, how));
  }

  private async rename(page: PageEntry, title: string): Promise<void> {
    const facts = await firstValueFrom(this.api.page(page.id));
    const part = facts.page.root;
    const path = this.path();
    const edits: Edit[] = [];
    if (path !== facts.page.path) edits.push({ do: 'set', part, field: ['path'], value: path });
    if (title !== page.title) edits.push({ do: 'set', part, field: ['content', 'base', 'title'], value: title });
    if (edits.length > 0) await firstValueFrom(this.api.store(page.id, { id: nanoid(), base: facts.revision, edits }));
  }
}
