import { Not } from 'typeorm';
import type { Linked } from '@core/api/pages';
import { notFound, Refusal } from '@core/api/refusal';
import { newIdentifier } from '@core/document/identifier';
import { countLinks, leadingFrom, relinkedParts, type Target } from '@core/document/links/leading-to';
import { titleOf } from '@core/document/page';
import { Pages } from '../database/entities';
import type { Service } from '../http/service';
import type { PageNow } from './documents';
import { storeOnPage } from './store';

/** The other pages of a site that link to one, with how many links they have. */
async function linking(
  { database, documents }: Service,
  site: string,
  page: Target,
): Promise<{ readonly page: PageNow; readonly links: number }[]> {
  const others = await documents.pages(database.manager, { site, id: Not(page.id) });
  return others
    .map((one) => ({ page: one, links: countLinks(one.document.parts, page) }))
    .filter((one) => one.links > 0);
}

/** The page that links lead to, as it is now. @throws Refusal 404 */
async function targetOf({ database, documents }: Service, site: string, id: string): Promise<Target> {
  const now = await documents.page(database.manager, id);
  if (now?.site !== site) throw notFound();
  return { id, path: now.document.path };
}

/** What leads to a page. */
export async function linkedTo(service: Service, site: string, id: string): Promise<Linked> {
  const page = await targetOf(service, site, id);
  const now = await service.documents.site(service.database.manager, site);
  if (!now) throw notFound();
  const from = await linking(service, site, page);
  const pages = from.map(({ page: { document }, links }) => ({
    ...{ title: titleOf(document), path: document.path },
    links,
  }));
  return { ...leadingFrom(now.document, page), pages };
}

/** Lets the links of other pages to one lead elsewhere, page by page; what they share is left to the caller. */
export async function relinkPages(
  service: Service,
  { site, account }: { readonly site: string; readonly account: string },
  page: Target,
  to: string,
): Promise<void> {
  for (const one of await linking(service, site, page)) {
    const at = { site, account, page: one.page.id, id: `relink-${newIdentifier()}` };
    await storeOnPage(service, at, (now) => relinkedParts(now.parts, page, to));
  }
}

/**
 * Lets the links of other pages to one that goes lead to another, and says which page went.
 * @throws Refusal where that is none of the site
 */
export async function relinkGoing(
  service: Service,
  at: { readonly site: string; readonly account: string },
  id: string,
  to: string,
): Promise<Target> {
  const isThere = to !== id && (await service.database.getRepository(Pages).existsBy({ id: to, site: at.site }));
  if (!isThere) throw new Refusal('does-not-fit', 'The page that links are to lead to is not there.');
  const page = await targetOf(service, at.site, id);
  await relinkPages(service, at, page, `page:${to}`);
  return page;
}
