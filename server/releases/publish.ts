import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { LessThanOrEqual, type EntityManager } from 'typeorm';
import { placesOf } from '@core/compile/places';
import { leadingPaths } from '@core/document/links/redirects';
import { titleOf, type Page } from '@core/document/page';
import { Releases, Sites, type ReleaseContent, type ReleaseRow } from '../database/entities';
import type { SiteNow } from '../pages/documents';
import { jsonColumn } from '../database/json-column';
import type { ChangedBesides } from '@core/api/releases';
import { notFound, Refusal } from '@core/api/refusal';
import { loggable } from '../http/answer';
import type { Service } from '../http/service';
import { pruneVersions, servedHtml, writeFolder, writePointer, writeWhole } from './write';

/** The address of a live site, without a slash at its end. */
export const liveOrigin = (service: Service, { host }: Pick<SiteNow, 'host'>): string =>
  `http://${host}.localhost:${service.config.livePort}`;

export const siteFolder = (service: Service, host: string): string => join(service.config.liveFolder, 'sites', host);

/** A page as it is in a release. */
type Live = ReleaseContent['pages'][string];

/** Pages and their site as they are now, with the ids of all pages there are. */
type Stored = NonNullable<Awaited<ReturnType<Service['documents']['moment']>>>;

/** Reads pages with their site, all of one moment. @throws Refusal 404 where none of them is there */
export async function storedPages({ documents }: Service, site: string, pages: readonly string[]): Promise<Stored> {
  const stored = await documents.moment(site, pages);
  if (!stored || stored.pages.length === 0) throw notFound();
  return stored;
}

/** The other pages of the next release, as they are live: what the site says now is seen on all of them. */
function othersOf({ pages, there }: Stored, last: ReleaseRow | null): [string, Live][] {
  const ids = new Set(pages.map((one) => one.id));
  const taken = new Set(pages.map((one) => one.document.path));
  return Object.entries(last?.content.pages ?? {}).filter(
    ([id, one]) => !ids.has(id) && there.has(id) && !taken.has(one.document.path),
  );
}

/** The number of a site's newest release, without its content. */
export const lastNumber = (manager: EntityManager, site: string): Promise<number | undefined> =>
  manager
    .getRepository(Releases)
    .findOne({ select: { site: true, number: true }, where: { site }, order: { number: 'DESC' } })
    .then((row) => row?.number);

export const lastRelease = (manager: EntityManager, site: string): Promise<ReleaseRow | null> =>
  manager.getRepository(Releases).findOne({ where: { site }, order: { number: 'DESC' } });

/** What else publishing a page would change. */
export async function changedWith(
  service: Service,
  at: { readonly site: string; readonly page: string },
): Promise<ChangedBesides> {
  const { manager } = service.database;
  const stored = await storedPages(service, at.site, [at.page]);
  const { site } = stored;
  const page = stored.pages[0]!; // one was asked for, and is there
  const last = await lastRelease(manager, site.id);
  if (!last) return { site: false, pages: [] };
  const before = last.content.site;
  const others = othersOf(stored, last);
  const livePlaces = placesOf(Object.values(last.content.pages).map((one) => one.document));
  const places = placesOf([...others.map(([, one]) => one.document), page.document]);
  const address = liveOrigin(service, site);
  const differs = (document: Page, after = site.document, afterPlaces = places): boolean =>
    servedHtml(before, document, livePlaces, address) !== servedHtml(after, document, afterPlaces, address);
  const because = (document: Page): ChangedBesides['pages'][number]['because'] => {
    if (differs(document, before)) return 'link';
    return differs(document, withSections, livePlaces) ? 'section' : 'site';
  };
  const { sections, frames } = site.document;
  const withSections = { ...before, sections, frames };
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
export function movedSince(
  last: ReleaseRow | null,
  pages: ReleaseContent['pages'],
): NonNullable<ReleaseContent['moved']> {
  const before = Object.entries(last?.content.pages ?? {}).map(([id, { document }]) => [document.path, id] as const);
  const taken = new Set(Object.values(pages).map(({ document }) => document.path));
  const all = [...Object.entries(last?.content.moved ?? {}), ...before];
  return Object.fromEntries(all.filter(([path, id]) => Object.hasOwn(pages, id) && !taken.has(path)));
}

/** Holds the right to make releases of a site until the transaction ends; only others who make one wait for it. */
export const holdReleases = (manager: EntityManager, site: string): Promise<unknown> =>
  manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 1))', [site]);

/**
 * By whom a release is made, and, where it is made by work in the queue, by which: a second try of that makes no
 * second release.
 */
export interface By {
  readonly account: string;
  readonly work?: string;
  readonly name?: string | undefined;
  readonly note?: string | undefined;
  share?(done: number): void;
}

/**
 * Makes the next release of a site, written whole and stored before the pointer moves to it; nothing where there is
 * nothing to release.
 */
export async function release(
  service: Service,
  site: string,
  by: By,
  contentOf: (manager: EntityManager, last: ReleaseRow | null) => Promise<ReleaseContent | undefined>,
  /** Returns a sentence about the content for the note, once the content is known. */
  remark: () => string = () => '',
): Promise<ReleaseRow | undefined> {
  const made = await service.database.transaction(async (manager) => {
    await holdReleases(manager, site);
    const { account, work = null } = by;
    const before = work === null ? null : await manager.getRepository(Releases).findOneBy({ work });
    if (before) return before;
    const last = await lastRelease(manager, site);
    const wanted = await contentOf(manager, last);
    if (!wanted) return undefined;
    // the host name may be another than that of an older release
    const { host } = await manager.getRepository(Sites).findOneByOrFail({ id: site });
    const content = { ...wanted, site: { ...wanted.site, host } };
    const row = {
      ...{ site, number: (last?.number ?? 0) + 1, account, content, at: new Date(), work },
      ...{
        name: by.name ?? '',
        note: [remark(), by.note ?? ''].filter((one) => one !== '').join('\n'),
        pages: Object.keys(content.pages).length,
      },
    };
    const bytes = String(await writeRelease(service, manager, row, by.share));
    await manager.getRepository(Releases).insert({ ...row, bytes, content: jsonColumn(content) });
    return { ...row, bytes };
  });
  if (made) await goLive(service, site);
  return made;
}

/** Moves the pointer to the newest release there is, and lets go of those that are kept no more. */
export async function goLive(service: Service, site: string): Promise<void> {
  const folder = await service.database.transaction(async (manager) => {
    await holdReleases(manager, site);
    const [newest, now] = [await lastNumber(manager, site), await service.documents.site(manager, site)];
    if (newest === undefined || !now) return undefined; // the site has been deleted meanwhile
    const own = siteFolder(service, now.host); // by now it may be another than that of the release
    await writePointer(join(own, 'current'), String(newest));
    const keeps = now.document.keeps ?? service.config.keepReleases;
    await manager.getRepository(Releases).delete({ site, number: LessThanOrEqual(newest - keeps) });
    return { own, keeps };
  });
  if (folder)
    await pruneVersions(folder.own, folder.keeps, (error) =>
      service.log.warn(loggable(error), 'an old release could not be removed'),
    );
}

/** Says how many of the pages that were to be published had been deleted; nothing if none had. */
const deletedMeanwhile = (lost: number, wanted: number): string =>
  lost === 0
    ? ''
    : `${lost} of the ${wanted} pages to be published ${lost === 1 ? 'was' : 'were'} deleted before and ${lost === 1 ? 'is' : 'are'} not in it.`;

/**
 * Publishes pages: a new release with the site's pages as they are live, and these as they are now. What the site
 * shares goes live on all of them. @throws Refusal 404 where all of them have been deleted, and where one is no longer
 * at the revision that was looked at
 */
export async function publish(
  service: Service,
  at: {
    readonly site: string;
    readonly pages: readonly string[];
    readonly revisions?: Readonly<Record<string, number>> | undefined;
  },
  by: By,
): Promise<ReleaseRow> {
  let lost = 0;
  const content = async (_manager: EntityManager, last: ReleaseRow | null): Promise<ReleaseContent> => {
    const stored = await storedPages(service, at.site, at.pages);
    lost = new Set(at.pages).size - stored.pages.length;
    const other = stored.pages.find(({ id, revision }) => (at.revisions?.[id] ?? revision) !== revision);
    if (other)
      throw new Refusal('does-not-fit', `“${titleOf(other.document)}” was changed meanwhile. Look at it again first.`);
    const fresh = stored.pages.map(({ id, revision, document }): [string, Live] => [id, { revision, document }]);
    const pages = Object.fromEntries([...othersOf(stored, last), ...fresh]);
    return { site: stored.site.document, pages, moved: movedSince(last, pages) };
  };
  const made = await release(service, at.site, by, content, () => deletedMeanwhile(lost, at.pages.length));
  if (!made) throw notFound();
  return made;
}

/** Takes a page that has been removed off the live site at once: a release of what else is live. */
export async function takeOffline(service: Service, site: string, page: string, by: By): Promise<void> {
  await release(service, site, by, async (manager, last) => {
    if (!last || !Object.hasOwn(last.content.pages, page)) return undefined;
    const { [page]: _gone, ...pages } = last.content.pages;
    // nothing else that the site says by now goes live with it, but where visitors are led instead
    const redirects = (await service.documents.site(manager, site))?.document.redirects;
    return { site: { ...last.content.site, ...(redirects && { redirects }) }, pages, moved: movedSince(last, pages) };
  });
}

/** What a release weighs in bytes: what visitors may load, uncompressed. */
async function weightOf(folder: string): Promise<number> {
  const files = await readdir(folder, { recursive: true, withFileTypes: true });
  const sizes = files
    .filter((one) => one.isFile() && !/\.(br|gz)$/.test(one.name) && one.name !== 'manifest.json')
    .map(async (one) => (await stat(join(one.parentPath, one.name))).size);
  return (await Promise.all(sizes)).reduce((sum, one) => sum + one, 0);
}

/** Where paths lead that no page of a release is at: those pages had before, and those the site leads on. */
export function movedOf({ site, pages, moved = {} }: ReleaseContent): Record<string, string> {
  const before = Object.entries(moved).flatMap(([path, id]) =>
    pages[id] ? [[path, pages[id].document.path] as const] : [],
  );
  const { pages: paths } = placesOf(Object.values(pages).map((page) => page.document));
  return { ...Object.fromEntries(before), ...leadingPaths(site.redirects ?? {}, paths) };
}

/** Writes a release's folder whole; what it weighs. */
export async function writeRelease(
  service: Service,
  manager: EntityManager,
  row: Pick<ReleaseRow, 'content' | 'number'>,
  share?: (done: number) => void,
): Promise<number> {
  const folder = join(siteFolder(service, row.content.site.host), 'releases', String(row.number));
  const { site, pages } = row.content;
  const documents = Object.values(pages).map((page) => page.document);
  const visitors = { address: liveOrigin(service, site), moved: movedOf(row.content) };
  await writeWhole(folder, (unfinished) => writeFolder(manager, unfinished, site, documents, { visitors, share }));
  return weightOf(folder);
}
