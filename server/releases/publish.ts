import { access, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import { LessThanOrEqual, type EntityManager } from 'typeorm';
import * as z from 'zod';
import { caughtUp } from '@core/document/commands/breakpoints';
import { withSharedOf } from '@core/document/commands/shared';
import { titleOf, type Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import {
  Releases,
  Sites,
  type PageRow,
  type ReleaseContent,
  type ReleaseRow,
  type SiteRow,
} from '../database/entities';
import { jsonColumn } from '../database/json-column';
import type { ChangedBesides } from '@core/api/releases';
import { notFound } from '@core/api/refusal';
import { loggable } from '../http/answer';
import type { Service } from '../http/service';
import { pruneVersions, servedHtml, writeFolder, writePointer, writeWhole } from './write';

const siteFolder = (service: Service, host: string): string => join(service.config.liveFolder, 'sites', host);

/** A page as it is in a release. */
interface Live {
  readonly revision: number;
  readonly document: Page;
}

/** Another live page: as it is, as the site's breakpoints have it now, and as it will be. */
interface Other {
  readonly id: string;
  readonly now: Live;
  readonly caughtUp: Page;
  readonly next: Live;
}

/** A page and its site as they are stored at one moment, with the ids of all pages there are then. */
interface Stored {
  readonly site: Pick<SiteRow, 'id' | 'host' | 'document'>;
  readonly page: Pick<PageRow, 'id' | 'revision' | 'document'>;
  readonly there: ReadonlySet<string>;
}

const StoredRow = z.array(
  z.object({
    id: z.string(),
    host: z.string(),
    site: z.custom<Site>(),
    page: z.custom<Page>(),
    revision: z.number(),
    there: z.array(z.string()),
  }),
);

/** Reads a page with its site in one statement, so that both are of one moment without holding anybody up. @throws Refusal 404 */
async function storedPage(manager: EntityManager, page: string): Promise<Stored> {
  const rows: unknown = await manager.query(
    `SELECT s.id, s.host, s.document AS site, p.document AS page, p.revision, ARRAY(SELECT q.id FROM pages q WHERE q.site = s.id) AS there
     FROM pages p JOIN sites s ON s.id = p.site WHERE p.id = $1`,
    [page],
  );
  const row = StoredRow.parse(rows)[0];
  if (!row) throw notFound();
  return {
    site: { id: row.id, host: row.host, document: row.site },
    page: { id: page, revision: row.revision, document: row.page },
    there: new Set(row.there),
  };
}

/** The other pages of the next release: what the page shares with them goes live on all of them, and what was set at breakpoints that went since moves to their heirs. */
function othersOf({ site, page, there }: Stored, last: ReleaseRow | null): Other[] {
  if (!last) return [];
  const kept = Object.entries(last.content.pages).filter(
    ([id, one]) => id !== page.id && there.has(id) && one.document.path !== page.document.path,
  );
  return kept.map(([id, now]) => {
    const document = caughtUp(last.content.site, site.document, now.document);
    return {
      id,
      now,
      caughtUp: document,
      next: { ...now, document: withSharedOf(site.document, document, page.document) },
    };
  });
}

/** The number of a site's newest release, without its content. */
const lastNumber = (manager: EntityManager, site: string): Promise<number | undefined> =>
  manager
    .getRepository(Releases)
    .findOne({ select: { site: true, number: true }, where: { site }, order: { number: 'DESC' } })
    .then((row) => row?.number);

const lastRelease = (manager: EntityManager, site: string): Promise<ReleaseRow | null> =>
  manager.getRepository(Releases).findOne({ where: { site }, order: { number: 'DESC' } });

/** What else publishing a page would change. */
export async function changedWith(service: Service, pageId: string): Promise<ChangedBesides> {
  const { manager } = service.database;
  const stored = await storedPage(manager, pageId);
  const { site, page } = stored;
  const last = await lastRelease(manager, site.id);
  if (!last) return { site: false, pages: [] };
  const before = last.content.site;
  const differs = (now: Page, next: Page): boolean => servedHtml(before, now) !== servedHtml(site.document, next);
  const live = last.content.pages[page.id]?.document;
  const pages = othersOf(stored, last).flatMap(({ now: { document }, caughtUp: own, next }) => {
    if (!differs(document, next.document)) return [];
    return [
      {
        title: titleOf(document),
        path: document.path,
        because: isDeepStrictEqual(own, next.document) ? ('site' as const) : ('section' as const),
      },
    ];
  });
  return { site: live !== undefined && differs(live, caughtUp(before, site.document, live)), pages };
}

/** Holds the right to make releases of a site until the transaction ends; only others who make one wait for it. */
const holdReleases = (manager: EntityManager, site: string): Promise<unknown> =>
  manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 1))', [site]);

/** Makes the next release of a site, written whole and stored before the pointer moves to it; nothing where there is nothing to release. */
async function release(
  service: Service,
  site: string,
  account: string,
  contentOf: (manager: EntityManager, last: ReleaseRow | null) => Promise<ReleaseContent | undefined>,
): Promise<ReleaseRow | undefined> {
  return service.writing.run(`release ${site}`, async () => {
    const made = await service.database.transaction(async (manager) => {
      await holdReleases(manager, site);
      const last = await lastRelease(manager, site);
      const content = await contentOf(manager, last);
      if (!content) return undefined;
      const row = { site, number: (last?.number ?? 0) + 1, account, content, at: new Date() };
      await writeRelease(service, manager, row);
      await manager.getRepository(Releases).insert({ ...row, content: jsonColumn(content) });
      return row;
    });
    if (made) await goLive(service, site, made.content.site.host);
    return made;
  });
}

/** Moves the pointer to the newest release there is, and lets go of those that are kept no more. */
async function goLive(service: Service, site: string, host: string): Promise<void> {
  const { keepReleases } = service.config;
  await service.database.transaction(async (manager) => {
    await holdReleases(manager, site);
    const newest = (await lastNumber(manager, site)) ?? 0;
    await writePointer(join(siteFolder(service, host), 'current'), String(newest));
    await manager.getRepository(Releases).delete({ site, number: LessThanOrEqual(newest - keepReleases) });
  });
  await pruneVersions(siteFolder(service, host), keepReleases, (error) =>
    service.log.warn(loggable(error), 'an old release could not be removed'),
  );
}

/**
 * Publishes a page: a new release with the site's pages as they are live, and this page as it is now.
 * What it shares with them goes live on all of them.
 */
export async function publish(
  service: Service,
  at: { page: string; site: string },
  account: string,
): Promise<ReleaseRow> {
  const made = await release(service, at.site, account, async (manager, last) => {
    const stored = await storedPage(manager, at.page);
    const { site, page } = stored;
    const others = Object.fromEntries(othersOf(stored, last).map(({ id, next }) => [id, next]));
    return {
      site: site.document,
      pages: { ...others, [page.id]: { revision: page.revision, document: page.document } },
    };
  });
  if (!made) throw notFound();
  return made;
}

/** Takes a page that has been removed off the live site at once: a release of what else is live. */
export async function takeOffline(service: Service, site: string, page: string, account: string): Promise<void> {
  await release(service, site, account, (_manager, last) => {
    if (!last || !Object.hasOwn(last.content.pages, page)) return Promise.resolve(undefined);
    const { [page]: _gone, ...pages } = last.content.pages;
    return Promise.resolve({ site: last.content.site, pages });
  });
}

async function writeRelease(service: Service, manager: EntityManager, row: ReleaseRow): Promise<void> {
  const folder = join(siteFolder(service, row.content.site.host), 'releases', String(row.number));
  const documents = Object.values(row.content.pages).map((page) => page.document);
  await writeWhole(folder, (unfinished) => writeFolder(manager, unfinished, row.content.site, documents, true));
}

/** Brings the live folder in line with the database: writes the newest release where it or its pointer is missing. */
export async function restoreReleases(service: Service): Promise<void> {
  const { manager } = service.database;
  for (const { id, host } of await manager.getRepository(Sites).find({ select: { id: true, host: true } })) {
    const number = await lastNumber(manager, id);
    if (number === undefined) continue;
    const folder = siteFolder(service, host);
    const pointer = await readFile(join(folder, 'current'), 'utf8').catch(() => '');
    const written = await access(join(folder, 'releases', String(number))).then(
      () => true,
      () => false,
    );
    const last = written ? null : await lastRelease(manager, id);
    if (last) await writeRelease(service, manager, last);
    if (!written || pointer !== String(number)) await goLive(service, id, host);
  }
}
