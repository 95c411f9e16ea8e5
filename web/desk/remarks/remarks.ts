import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { firstValueFrom, forkJoin, map, type Observable } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import { InputNumber } from 'primeng/inputnumber';
import { Select } from 'primeng/select';
import { OneOf } from '../../theme/one-of';
import { TableModule } from 'primeng/table';
import type { PreviewLink } from '@core/api/preview-links';
import type { Remark } from '@core/api/remarks';
import { numbered, placeWords } from '../../remarks/numbered';
import { RemarkCard, type SaidTo } from '../../remarks/remark-card';
import { Api, failureOf } from '../../services/api';
import { loaded } from '../../services/loaded';
import { LineField } from '../../theme/line-field';
import { SiteHead } from '../site-head';
import { NotShown } from '../../theme/not-shown';
import { Asking } from '../../theme/asking';
import { byId } from '../../theme/by-id';

type Doing = { readonly what: 'new' } | { readonly what: 'change' | 'delete'; readonly link: PreviewLink };

const headings = { new: 'New link for the client', change: 'Change the link', delete: 'Delete the link' } as const;
const confirms = { new: 'Create', change: 'Save', delete: 'Delete' } as const;

/** A link as its row in the table says it. */
function rowOf(link: PreviewLink) {
  const what = link.release === null ? 'draft' : `release ${link.release}`;
  const hasEnded = Date.parse(link.ends) <= Date.now();
  return { ...link, shows: `${link.page?.title ?? 'All pages'}, ${what}`, hasEnded };
}

/** Links for the client of a site, and what was said on them. */
@Component({
  selector: 'fold-remarks',
  imports: [
    Asking,
    NotShown,
    ...[DatePipe, FormsModule, Button, InputNumber, LineField, Select],
    ...[OneOf, RemarkCard, SiteHead, TableModule],
  ],
  templateUrl: './remarks.html',
  styleUrls: ['../desk-screen.css', './remarks.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Remarks {
  /** The site's id, from the address. */
  readonly site = input.required<string>();
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly messages = inject(MessageService);

  private readonly loaded = loaded(this.site, (site) =>
    forkJoin([this.api.links(site), this.api.remarks(site)]).pipe(map(([links, said]) => ({ links, said }))),
  );
  protected readonly known = this.loaded.value;
  protected readonly failure = this.loaded.failure;
  protected readonly byId = byId;
  protected readonly links = computed(() => (this.known()?.links.links ?? []).map(rowOf));
  private readonly all = computed(() => numbered(this.known()?.said.remarks ?? []));
  protected readonly counts = computed(() => {
    const settled = this.all().filter(({ remark }) => remark.settled !== null).length;
    return [
      { id: 'open', word: `Open ${this.all().length - settled}` },
      { id: 'settled', word: `Settled ${settled}` },
    ];
  });
  protected readonly which = signal('open');
  protected readonly shown = computed(() =>
    this.all()
      .filter(({ remark }) => (remark.settled === null) === (this.which() === 'open'))
      .reverse(),
  );

  protected readonly doing = signal<Doing | undefined>(undefined);
  protected readonly heading = computed(() => headings[this.doing()?.what ?? 'new']);
  protected readonly confirmWord = computed(() => confirms[this.doing()?.what ?? 'new']);
  protected readonly deleting = computed(() => {
    const doing = this.doing();
    return doing?.what === 'delete' ? doing.link : undefined;
  });
  protected readonly changing = computed(() => {
    const doing = this.doing();
    return doing?.what === 'change' ? doing.link : undefined;
  });
  protected readonly name = signal('');
  protected readonly page = signal('');
  protected readonly release = signal(0);
  protected readonly word = signal('');
  /** How the word is to change: it stays, another one, none. */
  protected readonly wordHow = signal<'stays' | 'other' | 'none'>('stays');
  protected readonly days = signal<number | null>(14);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly pages = computed(() => [{ id: '', title: 'All pages' }, ...(this.known()?.links.pages ?? [])]);
  protected readonly releases = computed(() => [
    { number: 0, word: 'The draft, following every change' },
    ...(this.known()?.links.releases ?? []).map(({ number, name }) => ({
      number,
      word: `Release ${number}${name === '' ? '' : `, ${name}`}`,
    })),
  ]);
  protected readonly wordWays = [
    { id: 'stays', word: 'Stays as it is' },
    { id: 'other', word: 'Another password' },
    { id: 'none', word: 'No password' },
  ];

  protected begin(doing: Doing): void {
    this.name.set(doing.what === 'new' ? '' : doing.link.name);
    this.page.set('');
    this.release.set(0);
    this.word.set('');
    this.wordHow.set('stays');
    this.days.set(doing.what === 'new' ? 14 : null);
    this.problem.set(undefined);
    this.doing.set(doing);
  }

  protected async confirm(): Promise<void> {
    const doing = this.doing();
    if (!doing || this.busy()) return;
    this.busy.set(true);
    this.problem.set(undefined);
    try {
      if (doing.what === 'new') await this.copy(await firstValueFrom(this.api.makeLink(this.site(), this.wanted())));
      else if (doing.what === 'delete')
        await firstValueFrom(this.api.deleteLink(this.site(), doing.link.id), { defaultValue: undefined });
      else await this.change(doing.link);
      this.doing.set(undefined);
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
      this.loaded.reload();
    }
  }

  private wanted(): Parameters<Api['makeLink']>[1] {
    const [page, release, word] = [this.page(), this.release(), this.word().trim()];
    return {
      ...{ name: this.name().trim(), days: this.days() ?? 0 },
      ...(page !== '' && { page }),
      ...(release !== 0 && { release }),
      ...(word !== '' && { word }),
    };
  }

  private async change(link: PreviewLink): Promise<void> {
    const [name, days, how] = [this.name().trim(), this.days(), this.wordHow()];
    const change = {
      ...(name !== link.name && { name }),
      ...(days !== null && { days }),
      ...(how !== 'stays' && { word: how === 'none' ? null : this.word().trim() }),
    };
    if (Object.keys(change).length === 0) return;
    await firstValueFrom(this.api.changeLink(this.site(), link.id, change), { defaultValue: undefined });
  }

  /** Puts a link's address on the clipboard, and says so; where that is refused, it is shown to be copied by hand. */
  protected async copy({ address, name }: PreviewLink): Promise<void> {
    if (address === null) return;
    try {
      await navigator.clipboard.writeText(address);
      this.messages.add({ severity: 'success', detail: `The link “${name}” is copied. Send it to the client.` });
    } catch {
      this.messages.add({ severity: 'info', detail: `Copy this link: ${address}`, sticky: true });
    }
  }

  protected readonly titleOf = (page: string): string =>
    this.known()?.said.titles[page] ?? 'A page that is not there any more';

  protected placeOf({ page, about, width, link }: Remark): string {
    return placeWords(this.titleOf(page), about, `${width} px`, link !== null && `on “${link}”`);
  }

  protected isThere = (page: string): boolean => Object.hasOwn(this.known()?.said.titles ?? {}, page);

  protected async goTo({ page, id }: Remark): Promise<void> {
    await this.router.navigate(['/pages', page], { queryParams: { remark: id } });
  }

  protected readonly answer = ({ remark, id, words }: SaidTo): Promise<boolean> =>
    this.done(this.api.answerRemark(this.site(), remark, { id, words }));

  protected settle = (remark: string, settled: boolean): Promise<boolean> =>
    this.done(this.api.settleRemark(this.site(), remark, settled));

  protected remove = (remark: string): Promise<boolean> => this.done(this.api.deleteRemark(this.site(), remark));

  private async done(what: Observable<unknown>): Promise<boolean> {
    try {
      await firstValueFrom(what, { defaultValue: undefined });
      return true;
    } catch (error) {
      this.messages.add({ severity: 'error', detail: failureOf(error).problem });
      return false;
    } finally {
      this.loaded.reload();
    }
  }
}
