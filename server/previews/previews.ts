import { randomBytes } from 'node:crypto';
import { access } from 'node:fs/promises';
import { join } from 'node:path';
import { Pages, Previews, Sites } from '../database/entities';
import { loggable } from '../http/answer';
import type { Service } from '../http/service';
import { hashOf, pruneVersions, writeFolder, writePointer, writeWhole } from '../releases/write';

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

/** Writes a site's pages as they are now to a version of their own in the folder its preview is served from, then moves the pointer to it. */
async function writePreview(service: Service, siteId: string, token: string): Promise<void> {
  const site = await service.database.getRepository(Sites).findOneBy({ id: siteId });
  if (!site) return;
  const pages = await service.database.getRepository(Pages).findBy({ site: siteId });
  const root = folderOf(service, token);
  const stamp = hashOf(
    JSON.stringify([site.document, pages.map((page) => [page.id, page.revision, page.path]).sort()]),
  );
  const folder = join(root, 'releases', stamp);
  const written = await access(folder).then(
    () => true,
    () => false,
  );
  if (!written)
    await writeWhole(folder, (unfinished) =>
      writeFolder(
        service.database.manager,
        unfinished,
        site.document,
        pages.map((page) => page.document),
        false,
      ),
    );
  await writePointer(join(root, 'current'), stamp);
  await pruneVersions(root, keptVersions, (error) =>
    service.log.warn(loggable(error), 'an old preview could not be removed'),
  );
}

/** Previews that follow the edits: written anew a moment after each stored batch, one at a time for each site. */
export class FollowingPreviews {
  private readonly due = new Map<string, NodeJS.Timeout>();

  constructor(private readonly service: Service) {
    service.feed.listenToAll((page) => this.meanwhile(this.pageChanged(page)));
    service.feed.listenToSites((site) => this.meanwhile(this.siteChanged(site)));
  }

  /** The preview's token, its folder written and up to date. */
  async open(site: string): Promise<string> {
    const token = await tokenOf(this.service, site);
    await this.write(site, token);
    return token;
  }

  /** Writes the previews that are not where they are served from, as after a move to another machine. */
  async restore(): Promise<void> {
    for (const { site, token } of await this.service.database.getRepository(Previews).find()) {
      const there = await access(join(folderOf(this.service, token), 'current')).then(
        () => true,
        () => false,
      );
      if (!there) await this.write(site, token);
    }
  }

  stop(): void {
    this.due.forEach((timer) => clearTimeout(timer));
    this.due.clear();
  }

  private async pageChanged(page: string): Promise<void> {
    const row = await this.service.database
      .getRepository(Pages)
      .findOne({ select: { id: true, site: true }, where: { id: page } });
    if (row) await this.siteChanged(row.site);
  }

  private async siteChanged(site: string): Promise<void> {
    if (this.due.has(site)) return;
    const preview = await this.service.database.getRepository(Previews).findOneBy({ site });
    if (!preview || this.due.has(site)) return; // asked again: another edit may have come first
    const later = (): void => {
      this.due.delete(site);
      this.meanwhile(this.write(site, preview.token));
    };
    this.due.set(site, setTimeout(later, 250));
  }

  private write(site: string, token: string): Promise<void> {
    return this.service.writing.run(`preview ${site}`, () => writePreview(this.service, site, token));
  }

  /** What nobody waits for: a failure is logged. */
  private meanwhile(work: Promise<void>): void {
    work.catch((error: unknown) => this.service.log.error(loggable(error), 'a preview could not be written'));
  }
}
