import { ChangeDetectionStrategy, Component, computed, inject, input, OnInit, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import { CopiedPage, type Copied } from './copied-page';
import type { NewPage as Wanted, PageEntry } from '@core/api/sites';
import { inFrame } from '@core/document/frames/shown-frame';
import { blankPage, PagePath, type Page } from '@core/document/page';
import { pageFrom, readyPages } from '@core/document/ready-made/ready-pages';
import type { Site } from '@core/document/site';
import { pathFor } from '@core/document/slug';
import { PageChoice } from '../drawing/page-choice';
import { Api, failureOf } from '../services/api';
import { OwnId } from '../services/own-id';
import { LineField } from '../theme/line-field';
import { OneOf } from '../theme/one-of';
import { MenuChoice, putInMenus } from './menu-choice';

interface Beginning {
  readonly id: string;
  readonly name: string;
  readonly says: string;
  readonly page: Page | undefined;
  readonly facts?: { readonly title: string; readonly path: string };
}

/** What a new page begins with: nothing, a ready-made page drawn in the site’s own look, or a copy. */
@Component({
  selector: 'fold-new-page',
  imports: [FormsModule, Button, CopiedPage, MenuChoice, LineField, OneOf, PageChoice, Select],
  templateUrl: './new-page.html',
  styleUrls: ['../theme/form.css', './new-page.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewPage implements OnInit {
  readonly site = input.required<Site>();
  readonly pages = input.required<readonly PageEntry[]>();
  /** The page to copy, where one is said. */
  readonly original = input<PageEntry>();
  /** The new page’s id, or nothing where it was cancelled. */
  readonly done = output<string | undefined>();
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  private readonly request = new OwnId();

  protected readonly from = signal('blank');
  protected readonly copied = signal<Copied | undefined>(undefined);
  protected readonly onClash = signal<'here' | 'both'>('here');
  protected readonly title = signal('');
  private readonly titleTouched = signal(false);
  protected readonly path = signal('');
  private readonly pathTouched = signal(false);
  /** The page that is at the path already. */
  protected readonly taken = computed(() => this.pages().find((one) => one.path === this.path()));
  protected readonly insteadChoices = [
    { id: 'moves', word: 'Move it' },
    { id: 'goes', word: 'Delete it' },
  ] as const;
  /** What becomes of that page. */
  protected readonly instead = signal<'moves' | 'goes'>('moves');
  private readonly typedMove = signal<string | undefined>(undefined);
  /** The path it moves to. */
  protected readonly movesTo = computed(
    () =>
      this.typedMove() ??
      this.free(pathFor(this.taken()?.path === '/' ? 'Home, earlier' : (this.taken()?.title ?? ''))),
  );
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly busy = signal(false);
  private readonly frameChosen = signal<string | undefined>(undefined);
  protected readonly frames = computed(() => [
    ...(this.site().frames ?? []).map(({ id, name }) => ({ id, name })),
    { id: '', name: 'No page frame' },
  ]);
  /** The frame it stands in: the site’s first, until another is chosen. */
  protected readonly frame = computed(() => this.frameChosen() ?? this.frames()[0]!.id);
  /** The menus it is put in. */
  protected readonly menus = signal<readonly string[]>([]);

  protected readonly beginnings = computed((): Beginning[] => {
    const ready = readyPages.map((one) => {
      const facts = { title: one.title, path: one.path };
      return { ...one, facts, page: this.framed(pageFrom(this.site(), one, { id: 'drawn', ...facts })) };
    });
    const blank = this.frame() === '' ? undefined : this.framed(blankPage('drawn', 'Blank', '/'));
    return [
      { id: 'blank', name: 'Blank', says: 'A page with nothing on it of its own yet', page: blank },
      ...ready,
      {
        id: 'copy',
        name: 'A copy of …',
        says: 'A page of any site you may open, with all that is on it',
        page: undefined,
      },
    ];
  });
  /** A copy of a page of this site stands in the frame of that. */
  protected readonly choosesFrame = computed(
    () => this.frames().length > 1 && (this.from() !== 'copy' || this.copied()?.isOfOtherSite === true),
  );

  private framed(page: Page): Page {
    return this.frame() === '' ? page : inFrame(page, this.frame());
  }

  protected chooseFrame(id: string): void {
    this.frameChosen.set(id);
  }

  ngOnInit(): void {
    if (this.original()) this.from.set('copy');
    else if (!this.pages().some((one) => one.path === '/')) this.path.set('/');
  }

  protected choose({ id, facts }: Beginning): void {
    this.from.set(id);
    if (!facts) return;
    if (!this.titleTouched()) this.title.set(facts.title);
    if (this.pathTouched()) return;
    // a home page is one at /, whatever is there so far
    if (facts.path === '/') this.path.set('/');
    else this.path.set(this.free(this.titleTouched() ? pathFor(this.title()) : facts.path));
  }

  protected copy(page: Copied | undefined): void {
    this.copied.set(page);
    if (!page || this.titleTouched()) return;
    this.title.set(page.isOfOtherSite ? page.title : `${page.title}, copy`);
    if (!this.pathTouched()) this.path.set(this.free(pathFor(this.title())));
  }

  /** A path no page of the site has yet. */
  private free(path: string): string {
    const taken = new Set(this.pages().map((one) => one.path));
    const base = path === '/' && taken.has('/') ? pathFor(this.title()) : path;
    for (let count = 1; ; count++) {
      const tried = count === 1 ? base : `${base}-${count}`;
      if (!taken.has(tried)) return tried;
    }
  }

  protected setTitle(title: string): void {
    this.titleTouched.set(true);
    this.title.set(title);
    if (!this.pathTouched() && this.path() !== '/') this.path.set(pathFor(title));
  }

  protected setMove(path: string): void {
    this.typedMove.set(path);
  }

  protected setPath(path: string): void {
    this.pathTouched.set(true);
    this.path.set(path);
  }

  /** What becomes of the page at the path; nothing where none is, or where the new one comes from another site. */
  private insteadOf(copied: Copied | undefined): Wanted['instead'] {
    const taken = this.taken();
    if (!taken || copied?.isOfOtherSite) return undefined;
    return { page: taken.id, ...(this.instead() === 'moves' && { path: this.movesTo() }) };
  }

  protected async confirm(): Promise<void> {
    if (this.busy()) return;
    const [title, path, from] = [this.title().trim(), PagePath.safeParse(this.path()), this.from()];
    if (title === '') return this.problem.set('A page needs a title.');
    if (!path.success) return this.problem.set(path.error.issues[0]?.message);
    const copied = from === 'copy' ? this.copied() : undefined;
    if (from === 'copy' && copied === undefined) return this.problem.set('Choose the page that is copied.');
    const instead = this.insteadOf(copied);
    if (instead?.path !== undefined && !PagePath.safeParse(instead.path).success)
      return this.problem.set(PagePath.safeParse(instead.path).error?.issues[0]?.message);
    this.busy.set(true);
    this.problem.set(undefined);
    try {
      const ready = readyPages.some((one) => one.id === from);
      const wanted: Wanted = {
        ...{ title, path: path.data },
        ...(copied && { copyOf: copied.id }),
        ...(copied?.isOfOtherSite && { onClash: this.onClash() }),
        ...(ready && { from }),
        ...(instead && { instead }),
        ...((!copied || copied.isOfOtherSite) && this.frame() !== '' && { frame: this.frame() }),
      };
      const made = this.api.newPage(this.site().id, { ...wanted, request: this.request.of(JSON.stringify(wanted)) });
      const { id } = await firstValueFrom(made);
      await putInMenus(this.api, id, this.menus()).catch((error: unknown) => {
        const detail = `The page was made, but is in no menu: ${failureOf(error).problem}`;
        this.messages.add({ severity: 'warn', detail, life: 8000 });
      });
      this.done.emit(id);
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }
}
