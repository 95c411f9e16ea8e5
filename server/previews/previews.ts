import { randomBytes } from 'node:crypto';
import { access } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import type { EntityManager } from 'typeorm';
import type { Preview } from '@core/api/releases';
import { Pages, Previews, Releases, type PreviewLinkRow } from '../database/entities';
import { loggable } from '../http/answer';
import { editorOrigins } from '../http/guard';
import type { Service } from '../http/service';
import { hashOf, pruneVersions, writeFolder, writePointer, writeWhole } from '../releases/write';
import { workKind, type WorkOf } from '../work/kinds';

/** The site's preview token: 128 random bits, made when first asked for. */
export async function tokenOf(service: Service, site: string): Promise<string> {
  const previews = service.database.getRepository(Previews);
  await previews
    .createQueryBuilder()
    .insert()
    .values({ site, token: randomBytes(16).toString('hex') })
    .orIgnore()
    .execute();
  return (await previews.findOneByOrFail({ site })).token;
}

/** The name of the folder that holds a release as a preview: no host serves it by itself, a link names it. */
export const markedRelease = (token: string, number: number): string => `${token}-${number}`;

/** The folders a site's previews are in: its draft, the releases that links show, and the links themselves. */
export const foldersOf = (token: string | undefined, links: readonly PreviewLinkRow[]): readonly string[] => [
  ...(token === undefined ? [] : [token]),
  ...links.flatMap(({ pass, release }) =>
    token === undefined || release === null ? [pass] : [pass, markedRelease(token, release)],
  ),
];

/** How many versions of a preview stay: whoever has just read a page may still ask for its style sheet. */
const keptVersions = 4;

export const folderOf = (service: Service, token: string): string => join(service.config.liveFolder, 'previews', token);

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

/** Writes a release as a preview, its parts marked, where it is not written yet. */
async function writeRelease(
  service: Service,
  manager: EntityManager,
  { site, token, number, share }: { site: string; token: string; number: number; share(done: number): void },
): Promise<void> {
  await holdPreview(manager, site);
  const row = await manager.getRepository(Releases).findOneBy({ site, number });
  const root = folderOf(service, markedRelease(token, number));
  if (!row || (await isThere(join(root, 'current')))) return;
  const version = String(number);
  const documents = Object.values(row.content.pages).map((page) => page.document);
  await writeWhole(join(root, 'releases', version), (unfinished) =>
    writeFolder(manager, unfinished, row.content.site, documents, { share }),
  );
  await writePointer(join(root, 'current'), version);
}

/** What the live host is told of a preview, or of a link to one: what it serves there, until when, which one page. */
interface ToldToHost {
  /** The preview whose versions are served. */
  readonly of: string;
  readonly ends?: string;
  readonly page?: string;
}

/** Tells the live host of a preview or link, and that the editor may frame it. */
export const tellHost = (service: Service, token: string, told: ToldToHost): Promise<void> =>
  writePointer(
    join(folderOf(service, token), 'link.json'),
    JSON.stringify({ ...told, framedBy: editorOrigins(service.config) }),
  );

/**
 * A site whose preview is to be written, and the path of the page that is to be looked at where somebody asked for
 * it.
 */
export const Previewing = z.object({
  site: z.string(),
  path: z.string().optional(),
  /** The release to be written in place of the draft. */
  release: z.number().optional(),
});
export type Previewing = z.infer<typeof Previewing>;

/** Where a page's preview is, and what its screen says of it. */
async function previewAt(service: Service, id: string, token: string, path: string): Promise<Preview | null> {
  const site = (await service.documents.site(service.database.manager, id))?.document;
  const page = await service.database.getRepository(Pages).findOneBy({ site: id, path });
  if (!site) return null;
  return {
    address: `${previewOrigin(service, token)}${path}`,
    title: page?.title ?? site.name,
    ...{ site: site.name, siteId: site.id, breakpoints: [...site.breakpoints] },
  };
}

/** The origin a preview, or a link, is served from. */
export const previewOrigin = ({ config }: Service, token: string): string =>
  `http://preview-${token}.localhost:${config.livePort}`;

/** Writes previews. */
export const previewWork: WorkOf = (service) =>
  workKind({
    queue: 'previews',
    atOnce: 2,
    data: Previewing,
    run: async ({ site, path, release: number }, { share }): Promise<Preview | null> => {
      const token = await tokenOf(service, site);
      await tellHost(service, token, { of: token });
      await service.database.transaction((manager) =>
        number === undefined
          ? writePreview(service, manager, { site, token, share })
          : writeRelease(service, manager, { site, token, number, share }),
      );
      return path === undefined ? null : previewAt(service, site, token, path);
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
