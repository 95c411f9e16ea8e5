import { timingSafeEqual } from 'node:crypto';
import type { OpenLink, Shown } from '@core/api/preview-links';
import type { NewAnswer, NewRemark, Remark, ShownRequest } from '@core/api/remarks';
import { notFound, Refusal } from '@core/api/refusal';
import { archivedWords } from '@core/api/roles';
import { breakpointAt } from '@core/document/breakpoint';
import { nameOf } from '@core/document/kinds/registry';
import { titleOf, type Page } from '@core/document/page';
import { seenPage } from '@core/document/seen/seen-page';
import type { Site } from '@core/document/site';
import { isPassword } from '../accounts/passwords';
import { Releases, Sites, type PreviewLinkRow } from '../database/entities';
import type { Service } from '../http/service';
import { previewOrigin, tokenOf } from '../previews/previews';
import { haveWritten, isWritten, linkByKey } from './links';
import { keepAnswer, keepRemark, remarksOf } from './remarks';

/** What a link shows, as documents. @throws Refusal where it is not there any more */
async function shownBy(
  { database, documents }: Service,
  { site: id, page, release }: PreviewLinkRow,
): Promise<{ readonly site: Site; readonly pages: readonly Page[] }> {
  const { manager } = database;
  const only = (pages: readonly Page[]): readonly Page[] => pages.filter((one) => page === null || one.id === page);
  if (release === null) {
    const now = await documents.moment(id, page === null ? 'all' : [page]);
    if (!now) throw notFound();
    return { site: now.site.document, pages: only(now.pages.map((one) => one.document)) };
  }
  const row = await manager.getRepository(Releases).findOneBy({ site: id, number: release });
  if (!row) throw new Refusal('not-found', `Release ${release} is not kept any more. Ask for a new link.`);
  return { site: row.content.site, pages: only(Object.values(row.content.pages).map((one) => one.document)) };
}

/** Home first, then by path. */
const byPath = (a: Page, b: Page): number => (a.path === b.path ? 0 : a.path < b.path ? -1 : 1);

/** Opens a link. @throws Refusal where it has ended, asks for a word, or is not ready */
export async function openLink(service: Service, { key, word }: OpenLink): Promise<Shown> {
  const link = await linkByKey(service.database.manager, key);
  if (link.word !== null && !(await isPassword(link.word, word ?? '')))
    throw new Refusal('wrong-credentials', word ? 'This isn’t the password.' : 'This preview needs a password.');
  const { site, pages } = await shownBy(service, link);
  if (pages.length === 0) throw new Refusal('not-found', 'The page this link shows is not there any more.');
  if (!(await isWritten(service, link, await tokenOf(service, link.site)))) {
    await haveWritten(service, link);
    throw new Refusal('unavailable', 'The pages are being made ready.');
  }
  return {
    ...{ name: link.name, site: site.name, release: link.release, pass: link.pass, ends: link.ends.toISOString() },
    origin: previewOrigin(service, link.pass),
    pages: [...pages].sort(byPath).map((page) => ({ id: page.id, title: titleOf(page), path: page.path })),
    breakpoints: [...site.breakpoints],
  };
}

const same = (one: string, other: string): boolean =>
  one.length === other.length && timingSafeEqual(Buffer.from(one), Buffer.from(other));

/** The link somebody has opened. @throws Refusal */
async function opened({ database }: Service, { key, pass }: ShownRequest): Promise<PreviewLinkRow> {
  const link = await linkByKey(database.manager, key);
  if (!same(link.pass, pass)) throw new Refusal('wrong-credentials', 'This link has changed. Open it again.');
  return link;
}

/** The same, where something may be said. @throws Refusal */
async function openedToSay(service: Service, asked: ShownRequest): Promise<PreviewLinkRow> {
  const link = await opened(service, asked);
  const site = await service.database.getRepository(Sites).findOne({
    select: { id: true, archived: true },
    where: { id: link.site },
  });
  if (site?.archived) throw new Refusal('not-allowed', archivedWords);
  return link;
}

/** What was said on a link: whoever opened another one doesn’t see it. @throws Refusal */
export async function remarksOnLink(service: Service, asked: ShownRequest): Promise<Remark[]> {
  const { id, site } = await opened(service, asked);
  return remarksOf(service.database.manager, { site, link: id });
}

/** @throws Refusal */
export async function sayOnLink(service: Service, said: NewRemark): Promise<Remark> {
  const link = await openedToSay(service, said);
  const { site, pages } = await shownBy(service, link);
  const page = pages.find((one) => one.id === said.page);
  if (!page) throw new Refusal('does-not-fit', 'This page is not there any more.');
  const { id, part, x, y, width, words, by } = said;
  const parts = seenPage(site, page).parts;
  return keepRemark(service, {
    ...{ id, part, x, y, width, words, by, site: link.site, link: link.id, page: page.id },
    about: Object.hasOwn(parts, part) ? (part === page.root ? 'The page' : nameOf(parts[part]!)) : '',
    breakpoint: breakpointAt(site.breakpoints, width).id,
  });
}

/** @throws Refusal */
export async function answerOnLink(service: Service, said: NewAnswer): Promise<Remark> {
  const { site, id: link } = await openedToSay(service, said);
  const { remark, id, words, by } = said;
  return keepAnswer(service, { site, remark, link }, { id, words, by, account: null });
}
