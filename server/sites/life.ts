import { rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { LessThan, type EntityManager } from 'typeorm';
import * as z from 'zod';
import { notFound, Refusal } from '@core/api/refusal';
import { CopiedSite, type NewSite, type SiteCopy } from '@core/api/sites';
import { copyOfSite, newSite } from '@core/document/ready-made/new-site';
import { framed } from '@core/document/ready-made/ready-frame';
import { newIdentifier } from '@core/document/identifier';
import { blankPage, type Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { madeBy, noteAct, ofRequest } from '../database/acts';
import { BinnedPages, Memberships, Pages, PreviewLinks, Previews, Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { lockSite } from '../database/locks';
import { enterPage } from '../pages/enter-page';
import { holdReach } from '../http/guard';
import type { Service } from '../http/service';
import { noticeGone } from '../pages/notices';
import { holdReleases, siteFolder } from '../releases/publish';
import { foldersOf } from '../previews/previews';
import { workKind, type WorkOf } from '../work/kinds';
import { enterHost, formerHosts, hostTaken, isHostTaken } from './hosts';

const day = 86_400_000;
/** For so long what was deleted can be brought back, in ms. */
export const binLasts = 30 * day;

/** Enters a site with its pages, and whoever began it as its owner. */
export async function enterSite(
  manager: EntityManager,
  site: Site,
  pages: readonly Page[],
  account: string,
): Promise<void> {
  await manager.getRepository(Sites).insert({ id: site.id, host: site.host, written: jsonColumn(site) });
  await enterHost(manager, site.id, site.host);
  for (const page of pages) await enterPage(manager, site.id, page);
  await manager.getRepository(Memberships).insert({ account, site: site.id, role: 'owner' });
}

/** Begins a client: a site with its look, and a first page in a page frame with a menu. @throws Refusal where another has its host name */
export async function beginSite(
  { database }: Service,
  account: string,
  { home, request, ...wanted }: NewSite,
): Promise<{ id: string; home: string }> {
  const what = 'began the site';
  const before = async (): Promise<{ id: string; home: string } | undefined> => {
    const made = await madeBy(database.manager, { account, what, request });
    return made && { id: made.site, home: made.about['home']! }; // it is noted with the request
  };
  const { site, page } = framed(newSite({ id: newIdentifier(), ...wanted }), blankPage(newIdentifier(), home, '/'));
  const enter = async (manager: EntityManager): Promise<void> => {
    await enterSite(manager, site, [page], account);
    await noteAct(manager, { site: site.id, account, what, about: { ...ofRequest(request), home: page.id } });
  };
  try {
    await database.transaction(enter);
  } catch (error) {
    // another try of the same request has the host name
    const made = isHostTaken(error) ? await before() : undefined;
    if (!made) throw isHostTaken(error) ? hostTaken(wanted.host) : error;
    return made;
  }
  return { id: site.id, home: page.id };
}

/** A site to be copied, and the id its copy gets. */
export const Copying = z.object({
  site: z.string(),
  account: z.string(),
  id: z.string(),
  facts: z.object({ name: z.string(), host: z.string() }),
});
export type Copying = z.infer<typeof Copying> & { readonly facts: SiteCopy };

/** Copies sites: as they are at one moment, with their pictures, without history and releases. */
export const copyWork: WorkOf = (service) =>
  workKind({
    queue: 'copies',
    atOnce: 1,
    data: Copying,
    run: async ({ site: from, account, id, facts }): Promise<z.infer<typeof CopiedSite>> => {
      const copy = async (manager: EntityManager): Promise<void> => {
        if (await manager.getRepository(Sites).existsBy({ id })) return; // an earlier try made it
        await lockSite(manager, from, 'alone');
        const site = (await service.documents.site(manager, from))?.document;
        if (!site) throw notFound();
        const pages = (await service.documents.pages(manager, { site: from })).map((one) => one.document);
        const made = copyOfSite({ site, pages }, { id, ...facts }, () => newIdentifier());
        await enterSite(manager, made.site, made.pages, account);
        await manager.query(
          'INSERT INTO picture_files (site, file, bytes) SELECT $2, file, bytes FROM picture_files WHERE site = $1',
          [from, id],
        );
        await noteAct(manager, { site: id, account, what: 'began the site', about: { copyOf: site.name } });
      };
      await service.database.transaction(copy).catch((error: unknown) => {
        throw isHostTaken(error) ? hostTaken(facts.host) : error;
      });
      return { id };
    },
  });

/** Puts a site out of the way, or brings it back; it is not deleted then. */
export async function archive(
  { database }: Service,
  at: { site: string; account: string },
  archived: boolean,
): Promise<void> {
  const { site: id, account } = at;
  await database.transaction(async (manager) => {
    await lockSite(manager, id, 'alone');
    await holdReach(manager, at, 'own');
    await manager
      .getRepository(Sites)
      .update({ id }, archived ? { archived: new Date() } : { archived: null, goes: null });
    await noteAct(manager, { site: id, account, what: archived ? 'archived the site' : 'brought the site back' });
  });
}

/** Says that a site goes in thirty days, and archives it until then; when. */
export async function removeLater({ database }: Service, at: { site: string; account: string }): Promise<Date> {
  const { site: id, account } = at;
  const now = new Date();
  const goes = new Date(now.getTime() + binLasts);
  await database.transaction(async (manager) => {
    await lockSite(manager, id, 'alone');
    await holdReach(manager, at, 'own');
    await manager.getRepository(Sites).update({ id }, { archived: now, goes });
    await noteAct(manager, { site: id, account, what: 'deleted the site' });
  });
  return goes;
}

/** Whether a site goes, as it is by then, in the transaction that deletes it. @throws Refusal */
type Goes = (site: Site, goes: Date | null, manager: EntityManager) => boolean | Promise<boolean>;

/** Deletes a site's rows; what of it others are told of, and its preview folders. Nothing where it does not go. */
async function removeRows(service: Service, manager: EntityManager, id: string, only: Goes) {
  await lockSite(manager, id, 'alone');
  const row = await manager.getRepository(Sites).findOneBy({ id });
  const site = (await service.documents.site(manager, id))?.document;
  if (!row || !site || !(await only(site, row.goes, manager))) return undefined;
  const pages = await manager.getRepository(Pages).find({ select: { id: true }, where: { site: id } });
  const preview = await manager.getRepository(Previews).findOneBy({ site: id });
  const links = await manager.getRepository(PreviewLinks).findBy({ site: id });
  const former = await formerHosts(manager, id);
  for (const page of pages) await manager.query(...noticeGone(id, page.id));
  await manager.getRepository(Sites).delete({ id });
  return { host: row.host, former, pages: pages.map((one) => one.id), previews: foldersOf(preview?.token, links) };
}

/**
 * Deletes a site with all there is of it, and takes it off the live host; `only` where it still holds. What is live of
 * it is put aside before its host name is free: whoever takes that next never shows it, and does not lose theirs with
 * it.
 */
async function removeSite(service: Service, id: string, only: Goes): Promise<boolean> {
  const aside = join(service.config.liveFolder, 'sites', `.gone-${newIdentifier()}`);
  let folder: string | undefined;
  const remove = async (manager: EntityManager): ReturnType<typeof removeRows> => {
    await holdReleases(manager, id); // a release that is being made is finished first
    const gone = await removeRows(service, manager, id, only);
    if (gone) await rename((folder = siteFolder(service, gone.host)), aside).catch(wasNeverLive);
    // they lead nowhere before others may have them
    for (const host of gone?.former ?? []) await rm(siteFolder(service, host), { recursive: true, force: true });
    return gone;
  };
  const gone = await service.database.transaction(remove).catch(async (error: unknown) => {
    if (folder !== undefined) await rename(aside, folder).catch(() => undefined); // it stays, and is live again
    throw error;
  });
  if (!gone) return false;
  for (const page of gone.pages) {
    service.documents.forget('pages', page);
    service.feed.tellGone(id, page);
  }
  service.documents.forget('sites', id);
  const whole = { recursive: true, force: true };
  await rm(aside, whole);
  for (const one of gone.previews) await rm(join(service.config.liveFolder, 'previews', one), whole);
  return true;
}

/** Deletes a site at once, for one of its owners who has typed its name. @throws Refusal */
export async function removeAtOnce(
  service: Service,
  at: { readonly site: string; readonly account: string },
  name: string,
): Promise<void> {
  const goes: Goes = async (site, _goes, manager) => {
    await holdReach(manager, at, 'own'); // a release may have been waited for
    return site.name === name.trim();
  };
  if (!(await removeSite(service, at.site, goes)))
    throw new Refusal('does-not-fit', 'This isn’t the client’s name. Nothing was deleted.');
}

/** Lets pass that a folder is not there. */
function wasNeverLive(error: unknown): void {
  if (!z.object({ code: z.literal('ENOENT') }).safeParse(error).success) throw error;
}

/** Lets go of what was deleted thirty days ago: sites, and pages in the bin. */
export async function emptyBins(service: Service): Promise<void> {
  const now = new Date();
  const { manager } = service.database;
  await manager.getRepository(BinnedPages).delete({ ends: LessThan(now) });
  const due = await manager.getRepository(Sites).find({ select: { id: true }, where: { goes: LessThan(now) } });
  for (const { id } of due) await removeSite(service, id, (_site, goes) => goes !== null && goes < now);
}
