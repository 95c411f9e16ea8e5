import { IsNull, type EntityManager } from 'typeorm';
import type { Bin, PageRemoval } from '@core/api/pages';
import { notFound } from '@core/api/refusal';
import { readPage } from '@core/document/edits/check/check-page';
import type { SiteEdit } from '@core/document/edits/site-edit';
import { relinkedSite } from '@core/document/links/leading-to';
import type { Page } from '@core/document/page';
import { frameOf, unframed } from '@core/document/frames/shown-frame';
import { withoutGone } from '@core/document/seen/without-gone';
import { settled } from '@core/document/seen/settled';
import type { Site } from '@core/document/site';
import { newIdentifier } from '@core/document/identifier';
import { noteAct } from '../database/acts';
import { Batches, BinnedPages, Pages } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { lockSite } from '../database/locks';
import { enterPage } from './enter-page';
import type { Service } from '../http/service';
import { lastRelease } from '../releases/publish';
import type { Releasing } from '../releases/releasing';
import { binLasts } from '../sites/life';
import { isUniqueViolation, pathTaken } from '../sites/paths';
import { relinkGoing } from './linked';
import { noticeGone } from './notices';
import { storeOnSite } from './store';

interface At {
  readonly site: string;
  readonly account: string;
}

/** Puts a page into the bin of its site, as it is then. */
export async function moveToBin(
  service: Service,
  manager: EntityManager,
  page: string,
  { site, account }: At,
): Promise<void> {
  await lockSite(manager, site, 'alone');
  const now = await service.documents.page(manager, page);
  if (now?.site !== site) throw notFound();
  const { path, title, formerPaths, revision, document } = now;
  const ends = new Date(Date.now() + binLasts);
  await manager
    .getRepository(BinnedPages)
    .insert({ id: page, site, path, title, revision, formerPaths, account, ends, document: jsonColumn(document) });
  await noteAct(manager, { site, account, what: 'deleted a page', about: { title, path } });
  // what also changed the site stays in its log
  await manager.getRepository(Batches).delete({ page, siteRevision: IsNull() });
  await manager.getRepository(Pages).delete({ id: page });
  await manager.query(...noticeGone(site, page));
}

/** Where visitors are led who ask for a page that goes, by the path it has and the one it is live at. */
async function redirectsFor(service: Service, page: string, to: string): Promise<SiteEdit[]> {
  const { manager } = service.database;
  const now = await service.documents.page(manager, page);
  if (!now) throw notFound();
  const live = (await lastRelease(manager, now.site))?.content.pages[page]?.document.path;
  const paths = new Set([now.document.path, ...(live === undefined ? [] : [live])]);
  return [...paths].map((path) => ({ do: 'set', on: 'site', field: ['redirects', path], value: to }));
}

/** Deletes a page: it waits in the bin, and is taken off the live site unless it is to stay for now. */
export async function deletePage(
  service: Service,
  page: string,
  at: At,
  { staysLive = false, redirect, relink }: PageRemoval,
): Promise<void> {
  const { site, account } = at;
  const data: Releasing = { page, site, account, gone: true };
  let offline: string | undefined;
  const linked = relink === undefined ? undefined : await relinkGoing(service, at, page, relink);
  const take = async (manager: EntityManager): Promise<void> => {
    await moveToBin(service, manager, page, at);
    if (!staysLive) offline = await service.work.begin(manager, { queue: 'releases', account, data });
  };
  const redirects = redirect === undefined ? [] : await redirectsFor(service, page, redirect);
  await storeOnSite(service, { site, account, id: `gone-${newIdentifier()}` }, async (now, manager) => {
    await take(manager);
    return [...redirects, ...(linked ? relinkedSite(now, linked, `page:${relink}`) : [])];
  });
  service.documents.forget('pages', page);
  service.feed.tellGone(site, page);
  if (offline !== undefined) await service.work.ended(offline, 20_000);
}

/** The pages in the bin of a site, the newest first. */
export async function binOf({ database }: Service, site: string): Promise<Bin['pages']> {
  const rows = await database.manager.getRepository(BinnedPages).find({
    select: { id: true, title: true, path: true, account: true, gone: true, ends: true },
    where: { site },
    order: { gone: 'DESC' },
  });
  const names: unknown = await database.query('SELECT id, name FROM accounts WHERE id = ANY($1)', [
    rows.map((one) => one.account),
  ]);
  const byId = new Map((names as { id: string; name: string }[]).map((one) => [one.id, one.name])); // as it was asked
  return rows.map(({ account, gone, ends, ...row }) => ({
    ...row,
    by: byId.get(account) ?? 'Somebody',
    gone: gone.toISOString(),
    ends: ends.toISOString(),
  }));
}

/** A page as its site can have it by now: without what has gone of it meanwhile, be it shared or its frame. */
function fitting(site: Site, page: Page): Page {
  const shared = new Set(site.sections?.filter((one) => one.shared).map((one) => one.id));
  const whole = withoutGone(page, (section) => shared.has(section));
  return readPage(site, settled(site, frameOf(site, page) ? whole : unframed(whole)));
}

/** Brings a page back from the bin, under the id it had: links to it lead there again. @throws Refusal, Problem */
export async function bringBack(service: Service, page: string, at: At, otherPath: string | undefined): Promise<void> {
  const { site, account } = at;
  await service.database
    .transaction(async (manager) => {
      await lockSite(manager, site, 'alone');
      const bin = manager.getRepository(BinnedPages);
      const row = await bin.findOneBy({ id: page, site });
      const now = await service.documents.site(manager, site);
      if (!row || !now) throw notFound();
      const path = otherPath ?? row.path;
      const document = fitting(now.document, { ...row.document, path });
      const revision = row.revision + 1; // whoever has it open still knows an earlier one
      const formerPaths = path === row.path ? row.formerPaths : [...row.formerPaths, row.path];
      await enterPage(manager, site, document, { revision, formerPaths });
      await bin.delete({ id: page });
      await noteAct(manager, { site, account, what: 'brought a page back', about: { title: row.title, path } });
    })
    .catch((error: unknown) => {
      throw isUniqueViolation(error, 'pages') ? pathTaken(otherPath ?? 'its path') : error;
    });
}

/** Deletes a page in the bin for good. @throws Refusal */
export async function deleteForGood({ database }: Service, page: string, { site, account }: At): Promise<void> {
  await database.transaction(async (manager) => {
    const bin = manager.getRepository(BinnedPages);
    const row = await bin.findOne({ select: { id: true, title: true, path: true }, where: { id: page, site } });
    if (!row || (await bin.delete({ id: page, site })).affected !== 1) throw notFound();
    const about = { title: row.title, path: row.path };
    await noteAct(manager, { site, account, what: 'deleted a page for good', about });
  });
}
