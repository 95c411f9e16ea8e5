import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { catchError, EMPTY, firstValueFrom, merge, Subject, switchMap, type Observable } from 'rxjs';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { DialogFocus } from '../theme/dialog-focus';
import { valueOf } from '../theme/from-event';
import { InputText } from 'primeng/inputtext';
import { TableModule } from 'primeng/table';
import type { Edit } from '@core/document/edits/edit';
import { isInMenus } from '@core/document/links/menus';
import { notFoundPath } from '@core/document/page';
import { PagePath } from '@core/document/page';
import type { DeskFacts, PageEntry } from '@core/api/sites';
import { Api, failureOf } from '../services/api';
import { nanoid } from 'nanoid';
import { SiteHead } from './site-head';

type Doing = { readonly what: 'new' } | { readonly what: 'rename' | 'delete' | 'copy'; readonly page: PageEntry };

const confirmWords = { new: 'Create page', copy: 'Create page', rename: 'Rename', delete: 'Delete' } as const;
const headings = { new: 'New page', copy: 'Copy a page', rename: 'Title and path', delete: 'Delete the page' } as const;

function stateOf(page: PageEntry): string {
  if (page.live === null) return 'not published';
  return page.live === page.revision ? 'live' : 'live, changed since';
}

/** A client's site: its pages, to open, begin, copy, rename and delete. */
@Component({
  selector: 'fold-desk',
  imports: [DatePipe, RouterLink, FormsModule, Button, Dialog, DialogFocus, InputText, SiteHead, TableModule],
  templateUrl: './desk.html',
  styleUrl: './desk.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Desk {
  /** The site's id, from the address. */
  readonly site = input.required<string>();
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly title = inject(Title);

  protected readonly facts = signal<DeskFacts | undefined>(undefined);
  protected readonly valueOf = valueOf;
  /** The pages as the table shows them. */
  protected readonly rows = computed(() => {
    const { pages, menus } = this.facts() ?? { pages: [] as PageEntry[], menus: [] as string[] };
    return pages.map((page) => ({
      ...page,
      state: stateOf(page),
      isLive: page.live === page.revision,
      isChanged: page.live !== null && page.live !== page.revision,
      inNoMenu: page.path !== '/' && page.path !== notFoundPath && !isInMenus(menus, page),
      isNotFound: page.path === notFoundPath,
    }));
  });
  protected readonly failure = signal<string | undefined>(undefined);
  protected readonly doing = signal<Doing | undefined>(undefined);
  protected readonly heading = computed(() => headings[this.doing()?.what ?? 'new']);
  protected readonly confirmWord = computed(() => confirmWords[this.doing()?.what ?? 'new']);
  protected readonly pageTitle = signal('');
  protected readonly path = signal('');
  protected readonly pathTouched = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly busy = signal(false);

  /** A page that is live gets another path. */
  protected readonly leadsOn = computed(() => {
    const doing = this.doing();
    return doing?.what === 'rename' && doing.page.livePath !== null && doing.page.livePath !== this.path();
  });

  private readonly reloads = new Subject<void>();

  constructor() {
    merge(toObservable(this.site), this.reloads)
      .pipe(
        switchMap(() => this.load()),
        takeUntilDestroyed(),
      )
      .subscribe((facts) => this.facts.set(facts));
    effect(() => this.title.setTitle(`${this.facts()?.site.name ?? 'Site'} · Fold Line`));
  }

  private load(): Observable<DeskFacts> {
    return this.api.desk(this.site()).pipe(
      catchError((error: unknown) => {
        const { code, problem } = failureOf(error);
        this.failure.set(
          code === 'not-found' ? 'There is no site at this address, or you don’t have access.' : problem,
        );
        return EMPTY;
      }),
    );
  }

  protected begin(doing: Doing): void {
    this.problem.set(undefined);
    this.doing.set(doing);
    const page = doing.what === 'new' ? undefined : doing.page;
    this.pageTitle.set(page ? (doing.what === 'copy' ? `${page.title}, copy` : page.title) : '');
    this.path.set(page && doing.what !== 'copy' ? page.path : '');
    this.pathTouched.set(doing.what === 'rename');
    if (doing.what === 'copy') this.path.set(this.pathFor(this.pageTitle()));
  }

  protected setTitle(title: string): void {
    this.pageTitle.set(title);
    if (!this.pathTouched()) this.path.set(this.pathFor(title));
  }

  protected setPath(path: string): void {
    this.pathTouched.set(true);
    this.path.set(path);
  }

  /** A path made from a title: `Fares & passes` → `/fares-passes`. */
  private pathFor(title: string): string {
    const words = title
      .toLowerCase()
      .normalize('NFD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '');
    return `/${words}`;
  }

  protected async confirm(): Promise<void> {
    const doing = this.doing();
    if (!doing || this.busy()) return;
    const path = PagePath.safeParse(this.path());
    if (doing.what !== 'delete' && this.pageTitle().trim() === '') return this.problem.set('A page needs a title.');
    if (doing.what !== 'delete' && !path.success) return this.problem.set(path.error.issues[0]?.message);
    this.busy.set(true);
    try {
      await this.carryOut(doing);
      this.doing.set(undefined);
      if (doing.what !== 'new') this.reloads.next();
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }

  private async carryOut(doing: Doing): Promise<void> {
    const title = this.pageTitle().trim();
    const path = this.path();
    if (doing.what === 'new') {
      const { id } = await firstValueFrom(this.api.newPage(this.site(), { title, path }));
      await this.router.navigate(['/pages', id]);
    } else if (doing.what === 'copy')
      await firstValueFrom(this.api.newPage(this.site(), { title, path, copyOf: doing.page.id }));
    else if (doing.what === 'delete') await firstValueFrom(this.api.deletePage(doing.page.id));
    else await this.rename(doing.page, title);
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
