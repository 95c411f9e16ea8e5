import { access, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import type { EntityManager } from 'typeorm';
import { caughtUp } from '@core/document/commands/breakpoints';
import { withSharedOf } from '@core/document/commands/shared';
import { titleOf, type Page } from '@core/document/page';
import { Pages, Releases, Sites, type PageRow, type ReleaseRow, type SiteRow } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { notFound } from '../http/answer';
import type { Service } from '../http/service';
import { servedHtml, writeFolder, writePointer, writeWhole } from './write';

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

/** The other pages of the next release: what the page shares with them goes live on all of them, and what was set at breakpoints that went since moves to their heirs. */
async function othersOf(service: Service, site: SiteRow, page: PageRow, last: ReleaseRow | null): Promise<Other[]> {
  if (!last) return [];
  const kept = await stillThere(service, last, page.path, page.id);
  return Object.entries(kept).map(([id, now]) => {
    const document = caughtUp(last.content.site, site.document, now.document);
    return {
      id,
      now,
      caughtUp: document,
      next: { ...now, document: withSharedOf(site.document, document, page.document) },
    };
  });
}

const lastRelease = (manager: EntityManager, site: string): Promise<ReleaseRow | null> =>
  manager.getRepository(Releases).findOne({ where: { site }, order: { number: 'DESC' } });

/** What publishing a page would change besides what was edited on it. */
export interface AlsoChanges {
  /** What the site says changes the page itself: classes, elements, breakpoints, alt texts. */
  readonly site: boolean;
  /** Other live pages, and whether they share a section with it or what the site says changes them. */
  readonly pages: readonly { readonly title: string; readonly path: string; readonly because: 'section' | 'site' }[];
}

/** What else publishing a page would change. */
export async function changedWith(service: Service, site: SiteRow, page: PageRow): Promise<AlsoChanges> {
  const last = await lastRelease(service.database.manager, site.id);
  if (!last) return { site: false, pages: [] };
  const before = last.content.site;
  const differs = (now: Page, next: Page): boolean => servedHtml(before, now) !== servedHtml(site.document, next);
  const live = last.content.pages[page.id]?.document;
  const others = await othersOf(service, site, page, last);
  const pages = others.flatMap(({ now: { document }, caughtUp: own, next }) => {
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

/**
 * Publishes a page: a new release with the site's pages as they are live, and this page as it is now.
 * What it shares with them goes live on all of them. The release is stored and written whole before the pointer moves to it.
 */
export async function publish(service: Service, pageId: string, account: string): Promise<ReleaseRow> {
  const release = await service.database.transaction(async (manager) => {
    const page = await manager.getRepository(Pages).findOneBy({ id: pageId });
    if (!page) throw notFound();
    const site = await manager
      .getRepository(Sites)
      .findOneOrFail({ where: { id: page.site }, lock: { mode: 'pessimistic_write' } });
    const last = await lastRelease(manager, site.id);
    const others = await othersOf(service, site, page, last);
    const content = {
      site: site.document,
      pages: {
        ...Object.fromEntries(others.map(({ id, next }) => [id, next])),
        [page.id]: { revision: page.revision, document: page.document },
      },
    };
    const row = { site: site.id, number: (last?.number ?? 0) + 1, account, content, at: new Date() };
    await writeRelease(service, row);
    await manager.getRepository(Releases).insert({ ...row, content: jsonColumn(content) });
    return row;
  });
  await point(service, release);
  return release;
}

/** The pages of the last release, without those deleted since and without another one at the new page's path. */
async function stillThere(
  service: Service,
  last: ReleaseRow | null,
  path: string,
  id: string,
): Promise<Readonly<Record<string, Live>>> {
  const pages = Object.entries(last?.content.pages ?? {});
  const rows = await service.database
    .getRepository(Pages)
    .find({ select: { id: true }, where: pages.map(([one]) => ({ id: one })) });
  const there = new Set(pages.length > 0 ? rows.map((row) => row.id) : []);
  return Object.fromEntries(pages.filter(([one, page]) => one !== id && there.has(one) && page.document.path !== path));
}

async function writeRelease(service: Service, row: ReleaseRow): Promise<void> {
  const folder = join(siteFolder(service, row.content.site.host), 'releases', String(row.number));
  const documents = Object.values(row.content.pages).map((page) => page.document);
  await writeWhole(folder, (unfinished) =>
    writeFolder(service.database.manager, unfinished, row.content.site, documents),
  );
}

const point = (service: Service, row: ReleaseRow): Promise<void> =>
  writePointer(join(siteFolder(service, row.content.site.host), 'current'), String(row.number));

/** Brings the live folder in line with the database: writes the newest release where it or its pointer is missing. */
export async function restoreReleases(service: Service): Promise<void> {
  for (const site of await service.database.getRepository(Sites).find()) {
    const last = await lastRelease(service.database.manager, site.id);
    if (!last) continue;
    const folder = siteFolder(service, last.content.site.host);
    const pointer = await readFile(join(folder, 'current'), 'utf8').catch(() => '');
    const written = await access(join(folder, 'releases', String(last.number))).then(
      () => true,
      () => false,
    );
    if (!written) await writeRelease(service, last);
    if (!written || pointer !== String(last.number)) await point(service, last);
  }
}
