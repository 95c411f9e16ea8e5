import { access, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { LessThanOrEqual, type EntityManager } from 'typeorm';
import { titleOf, type Page } from '@core/document/page';
import { Pages, Releases, Sites, type ReleaseContent, type ReleaseRow } from '../database/entities';
import type { Pair, SiteNow } from '../pages/documents';
import { jsonColumn } from '../database/json-column';
import type { ChangedBesides } from '@core/api/releases';
import { notFound } from '@core/api/refusal';
import { loggable } from '../http/answer';
import type { Service } from '../http/service';
import { pathsOf, pruneVersions, servedHtml, writeFolder, writePointer, writeWhole } from './write';

/** The address of a live site, without a slash at its end. */
export const liveOrigin = (service: Service, { host }: Pick<SiteNow, 'host'>): string =>
  `http://${host}.localhost:${service.config.livePort}`;

const siteFolder = (service: Service, host: string): string => join(service.config.liveFolder, 'sites', host);

/** A page as it is in a release. */
interface Live {
  readonly revision: number;
  readonly document: Page;
}

/** A page and its site as they are now, with the ids of all pages there are. */
interface Stored extends Pair {
  readonly there: ReadonlySet<string>;
}

/** Reads a page with its site, both of one moment. @throws Refusal 404 */
async function storedPage({ documents }: Service, manager: EntityManager, id: string): Promise<Stored> {
  const both = await documents.together(manager, id);
  if (!both) throw notFound();
  const there = await manager.getRepository(Pages).find({ select: { id: true }, where: { site: both.site.id } });
  return { ...both, there: new Set(there.map((one) => one.id)) };
}

/** The other pages of the next release, as they are live: what the site says now is seen on all of them. */
const othersOf = ({ page, there }: Stored, last: ReleaseRow | null): [string, Live][] =>
  Object.entries(last?.content.pages ?? {}).filter(
    ([id, one]) => id !== page.id && there.has(id) && one.document.path !== page.document.path,
  );

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
  const stored = await storedPage(service, manager, pageId);
  const { site, page } = stored;
  const last = await lastRelease(manager, site.id);
  if (!last) return { site: false, pages: [] };
  const before = last.content.site;
  const others = othersOf(stored, last);
  const livePaths = pathsOf(Object.values(last.content.pages).map((one) => one.document));
  const paths = pathsOf([...others.map(([, one]) => one.document), page.document]);
  const address = liveOrigin(service, site);
  const differs = (document: Page, after = site.document, afterPaths = paths): boolean =>
    servedHtml(before, document, livePaths, address) !== servedHtml(after, document, afterPaths, address);
  const because = (document: Page): ChangedBesides['pages'][number]['because'] => {
    if (differs(document, before)) return 'link';
    return differs(document, withSections, livePaths) ? 'section' : 'site';
  };
  const withSections = { ...before, sections: site.document.sections };
  const live = last.content.pages[page.id]?.document;
  const pages = others.flatMap(([, { document }]) =>
    differs(document)
      ? [
          {
            title: titleOf(document),
            path: document.path,
            because: because(document),
          },
        ]
      : [],
  );
  return { site: live !== undefined && differs(live), pages };
}

/**
 * Where the paths lead that pages were live at before: to the pages themselves, so that none leads to another that
 * moved. A path that is a page's again leads nowhere else, and so does that of a page that is live no more.
 */
function movedSince(last: ReleaseRow | null, pages: ReleaseContent['pages']): NonNullable<ReleaseContent['moved']> {
  const before = Object.entries(last?.content.pages ?? {}).map(([id, { document }]) => [document.path, id] as const);
  const taken = new Set(Object.values(pages).map(({ document }) => document.path));
  const all = [...Object.entries(last?.content.moved ?? {}), ...before];
  return Object.fromEntries(all.filter(([path, id]) => Object.hasOwn(pages, id) && !taken.has(path)));
}

/** Holds the right to make releases of a site until the transaction ends; only others who make one wait for it. */
const holdReleases = (manager: EntityManager, site: string): Promise<unknown> =>
  manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 1))', [site]);

/**
 * By whom a release is made, and, where it is made by work in the queue, by which: a second try of that makes no
 * second release.
 */
export interface By {
  readonly account: string;
  readonly work?: string;
  share?(done: number): void;
}

/**
 * Makes the next release of a site, written whole and stored before the pointer moves to it; nothing where there is
 * nothing to release.
 */
async function release(
  service: Service,
  site: string,
  by: By,
  contentOf: (manager: EntityManager, last: ReleaseRow | null) => Promise<ReleaseContent | undefined>,
): Promise<ReleaseRow | undefined> {
  const made = await service.database.transaction(async (manager) => {
    await holdReleases(manager, site);
    const { account, work = null } = by;
    const before = work === null ? null : await manager.getRepository(Releases).findOneBy({ work });
    if (before) return before;
    const last = await lastRelease(manager, site);
    const content = await contentOf(manager, last);
    if (!content) return undefined;
    const row = { site, number: (last?.number ?? 0) + 1, account, content, at: new Date(), work };
    await writeRelease(service, manager, row, by.share);
    await manager.getRepository(Releases).insert({ ...row, content: jsonColumn(content) });
    return row;
  });
  if (made) await goLive(service, site, made.content.site.host);
  return made;
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
 * What the site shares goes live on all of them.
 */
export async function publish(service: Service, at: { page: string; site: string }, by: By): Promise<ReleaseRow> {
  const made = await release(service, at.site, by, async (manager, last) => {
    const stored = await storedPage(service, manager, at.page);
    const { site, page } = stored;
    const others = Object.fromEntries(othersOf(stored, last));
    const pages = { ...others, [page.id]: { revision: page.revision, document: page.document } };
    return { site: site.document, pages, moved: movedSince(last, pages) };
  });
  if (!made) throw notFound();
  return made;
}

/** Takes a page that has been removed off the live site at once: a release of what else is live. */
export async function takeOffline(service: Service, site: string, page: string, by: By): Promise<void> {
  await release(service, site, by, (_manager, last) => {
    if (!last || !Object.hasOwn(last.content.pages, page)) return Promise.resolve(undefined);
    const { [page]: _gone, ...pages } = last.content.pages;
    return Promise.resolve({ site: last.content.site, pages, moved: movedSince(last, pages) });
  });
}

async function writeRelease(
  service: Service,
  manager: EntityManager,
  row: ReleaseRow,
  share?: (done: number) => void,
): Promise<void> {
  const folder = join(siteFolder(service, row.content.site.host), 'releases', String(row.number));
  const { site, pages, moved = {} } = row.content;
  const documents = Object.values(pages).map((page) => page.document);
  const movedTo = Object.fromEntries(
    Object.entries(moved).flatMap(([path, id]) => (pages[id] ? [[path, pages[id].document.path]] : [])),
  );
  const visitors = { address: liveOrigin(service, site), moved: movedTo };
  await writeWhole(folder, (unfinished) => writeFolder(manager, unfinished, site, documents, { visitors, share }));
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
