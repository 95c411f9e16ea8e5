import { randomBytes } from 'node:crypto';
import { access } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import type { EntityManager } from 'typeorm';
import type { Preview } from '@core/api/releases';
import { Previews } from '../database/entities';
import { loggable } from '../http/answer';
import type { Service } from '../http/service';
import { hashOf, pruneVersions, writeFolder, writePointer, writeWhole } from '../releases/write';
import { workKind, type WorkOf } from '../work/kinds';

/** The site's preview token: 128 random bits, made when first asked for. */
async function tokenOf(service: Service, site: string): Promise<string> {
  const previews = service.database.getRepository(Previews);
  await previews
    .createQueryBuilder()
    .insert()
    .values({ site, token: randomBytes(16).toString('hex') })
    .orIgnore()
    .execute();
  return (await previews.findOneByOrFail({ site })).token;
}

/** How many versions of a preview stay: whoever has just read a page may still ask for its style sheet. */
const keptVersions = 4;

const folderOf = (service: Service, token: string): string => join(service.config.liveFolder, 'previews', token);

/**
 * Holds the right to write a site's preview until the transaction ends: whoever writes next reads what is newest by
 * then.
 */
const holdPreview = (manager: EntityManager, site: string): Promise<unknown> =>
  manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 2))', [site]);

const isThere = (path: string): Promise<boolean> =>
  access(path).then(
    () => true,
    () => false,
  );

/**
 * Writes a site's pages as they are now to a version of their own in the folder its preview is served from, then
 * moves the pointer to it.
 */
async function writePreview(
  service: Service,
  manager: EntityManager,
  { site: siteId, token, share }: { site: string; token: string; share(done: number): void },
): Promise<void> {
  await holdPreview(manager, siteId);
  const site = await service.documents.site(manager, siteId);
  if (!site) return;
  const pages = await service.documents.pages(manager, { site: siteId });
  const root = folderOf(service, token);
  const stamp = hashOf(
    JSON.stringify([site.document, pages.map((page) => [page.id, page.revision, page.path]).sort()]),
  );
  const folder = join(root, 'releases', stamp);
  const documents = pages.map((page) => page.document);
  if (!(await isThere(folder)))
    await writeWhole(folder, (unfinished) => writeFolder(manager, unfinished, site.document, documents, { share }));
  await writePointer(join(root, 'current'), stamp);
  await pruneVersions(root, keptVersions, (error) =>
    service.log.warn(loggable(error), 'an old preview could not be removed'),
  );
}

/**
 * A site whose preview is to be written, and the path of the page that is to be looked at where somebody asked for
 * it.
 */
export const Previewing = z.object({ site: z.string(), path: z.string().optional() });
export type Previewing = z.infer<typeof Previewing>;

/** Writes previews. */
export const previewWork: WorkOf = (service) =>
  workKind({
    queue: 'previews',
    atOnce: 2,
    data: Previewing,
    run: async ({ site, path }, { share }): Promise<Preview | null> => {
      const token = await tokenOf(service, site);
      await service.database.transaction((manager) => writePreview(service, manager, { site, token, share }));
      const { livePort } = service.config;
      return path === undefined ? null : { address: `http://preview-${token}.localhost:${livePort}${path}` };
    },
  });

/** Previews that follow the edits: written anew a moment after each stored batch. */
export class FollowingPreviews {
  private readonly due = new Map<string, NodeJS.Timeout>();

  constructor(private readonly service: Service) {
    service.feed.listenToSites((site) => this.siteChanged(site));
  }

  /** Has the previews written that are not where they are served from, as after a move to another machine. */
  async restore(): Promise<void> {
    for (const { site, token } of await this.service.database.getRepository(Previews).find())
      if (!(await isThere(join(folderOf(this.service, token), 'current')))) await this.begin(site);
  }

  stop(): void {
    this.due.forEach((timer) => clearTimeout(timer));
    this.due.clear();
  }

  private siteChanged(site: string): void {
    if (this.due.has(site)) return;
    const later = (): void => {
      this.due.delete(site);
      this.follow(site).catch((error: unknown) =>
        this.service.log.error(loggable(error), 'a preview could not be asked for'),
      );
    };
    this.due.set(site, setTimeout(later, 250));
  }

  /** Has a site's preview written anew, where it has one. */
  private async follow(site: string): Promise<void> {
    if (await this.service.database.getRepository(Previews).existsBy({ site })) await this.begin(site);
  }

  private async begin(site: string): Promise<void> {
    const { database, work } = this.service;
    const data: Previewing = { site };
    await database.transaction((manager) => work.begin(manager, { queue: 'previews', account: null, data, key: site }));
  }
}
