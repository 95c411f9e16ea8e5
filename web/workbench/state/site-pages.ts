import { computed, inject, Injectable, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import type { DeskFacts, PageEntry } from '@core/api/sites';
import { downloadOfLink, pageOfLink, pictureOfLink } from '@core/document/kinds/link';
import { Api } from '../../services/api';
import { PageSession } from '../../services/page-session';

/** The pages of the site, as the server lists them when it is asked. */
@Injectable()
export class SitePages {
  private readonly api = inject(Api);
  private readonly session = inject(PageSession);
  private readonly facts = signal<Pick<DeskFacts, 'pages' | 'menus'> | undefined>(undefined);

  /** What is known; undefined before it was asked for. */
  readonly known = this.facts.asReadonly();
  /** The pages in the order of their paths; the open one as it is now. */
  readonly pages = computed(() => {
    const open = this.session.page();
    return [...(this.facts()?.pages ?? [])]
      .map((one): PageEntry => (open && one.id === open.id ? { ...one, path: open.path } : one))
      .sort((a, b) => (a.path < b.path ? -1 : 1));
  });

  /** Asks anew; pages come and go meanwhile. What was known stays where the server cannot be asked. */
  async look(): Promise<Pick<DeskFacts, 'pages' | 'menus'> | undefined> {
    const site = this.session.site()?.id;
    if (site !== undefined) this.facts.set(await firstValueFrom(this.api.desk(site)).catch(() => this.facts()));
    const pages = this.facts()?.pages;
    if (pages) this.session.learnTitles(Object.fromEntries(pages.map(({ id, title }) => [id, title])));
    return this.facts();
  }

  /** A link in words: `/fares` for a page of the site, the name of a picture or file, or what it says itself. */
  inWords(link: string): string {
    const named = pageOfLink(link);
    if (named) {
      const path = this.pages().find((one) => one.id === named.page)?.path;
      return (path ?? 'a page that has gone') + (named.place === undefined ? '' : `#${named.place}`);
    }
    const [site, picture, download] = [this.session.site(), pictureOfLink(link), downloadOfLink(link)];
    if (picture !== undefined) return site?.pictures[picture]?.name ?? 'a picture that has gone';
    if (download !== undefined) return site?.downloads?.[download]?.name ?? 'a file that has gone';
    return link;
  }

  /**
   * A link as somebody types it: the path of a page of the site becomes that page, which then is followed when its
   * path changes.
   */
  fromWords(words: string): string {
    const [, path, place = ''] = /^(\/[^?#]*)(#[A-Za-z][\w-]*)?$/.exec(words.trim()) ?? [];
    const page = path === undefined ? undefined : this.pages().find((one) => one.path === path);
    return page ? `page:${page.id}${place}` : words.trim();
  }
}
