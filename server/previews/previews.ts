import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { Router } from 'express';
import { Pages, Previews, Sites } from '../database/entities';
import { pageFor, parameter } from '../http/guard';
import type { Service } from '../http/service';
import { hashOf, writeFolder, writePointer, writeWhole } from '../releases/write';

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

/** Writes a site's pages as they are now to the folder its preview is served from. */
async function writePreview(service: Service, siteId: string, token: string): Promise<void> {
  const site = await service.database.getRepository(Sites).findOneByOrFail({ id: siteId });
  const pages = await service.database.getRepository(Pages).findBy({ site: siteId });
  const folder = join(service.config.liveFolder, 'previews', token);
  const stamp = hashOf(
    JSON.stringify([site.document, pages.map((page) => [page.id, page.revision, page.path]).sort()]),
  );
  await writeWhole(folder, (unfinished) =>
    writeFolder(
      service.database.manager,
      unfinished,
      site.document,
      pages.map((page) => page.document),
    ),
  );
  await writePointer(`${folder}.stamp`, stamp);
}

/** Previews that follow the edits: written anew a moment after each stored batch, one at a time for each site. */
export class FollowingPreviews {
  private readonly due = new Map<string, NodeJS.Timeout>();
  private readonly writing = new Map<string, Promise<void>>();

  constructor(private readonly service: Service) {
    service.feed.listenToAll((page) => void this.pageChanged(page).catch((error: unknown) => service.log.error(error)));
  }

  /** The preview's token, its folder written and up to date. */
  async open(site: string): Promise<string> {
    const token = await tokenOf(this.service, site);
    await this.write(site, token);
    return token;
  }

  stop(): void {
    this.due.forEach((timer) => clearTimeout(timer));
    this.due.clear();
  }

  private async pageChanged(page: string): Promise<void> {
    const row = await this.service.database
      .getRepository(Pages)
      .findOne({ select: { site: true }, where: { id: page } });
    const preview = row && (await this.service.database.getRepository(Previews).findOneBy({ site: row.site }));
    if (!preview || this.due.has(preview.site)) return;
    const later = (): void => {
      this.due.delete(preview.site);
      this.write(preview.site, preview.token).catch((error: unknown) => this.service.log.error(error));
    };
    this.due.set(preview.site, setTimeout(later, 250));
  }

  private write(site: string, token: string): Promise<void> {
    const before = this.writing.get(site) ?? Promise.resolve();
    const next = before.catch(() => undefined).then(() => writePreview(this.service, site, token));
    this.writing.set(site, next);
    return next;
  }
}

export function previewRoutes(service: Service, previews: FollowingPreviews): Router {
  const router = Router();
  router.post('/pages/:page/preview', async (request, response) => {
    const { page, site } = await pageFor(service, request, parameter(request, 'page'));
    const token = await previews.open(site.id);
    response.json({ address: `http://preview-${token}.localhost:${service.config.livePort}${page.path}` });
  });
  return router;
}
