import { access, mkdir, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import type { MovedSite } from '@core/api/sites';
import { Sites } from '../database/entities';
import { holdReach } from '../http/guard';
import type { Service } from '../http/service';
import { storeOnSite } from '../pages/store';
import { enterHost, formerHosts, hostTaken, isHostTaken } from '../sites/hosts';
import { workKind, type WorkOf } from '../work/kinds';
import { restoreOffline } from './offline';
import { holdReleases, release, siteFolder, type By } from './publish';
import { writePointer } from './write';

/** A site and the host name it moves to. */
export const Moving = z.object({ site: z.string(), account: z.string(), host: z.string() });
export type Moving = z.infer<typeof Moving>;

const isThere = (path: string): Promise<boolean> =>
  access(path).then(
    () => true,
    () => false,
  );

/** Moves what is live at a former host name to the present one, and leaves behind where it is now. */
async function moveFolder(from: string, to: string, host: string): Promise<void> {
  const [releases, own] = [join(from, 'releases'), join(to, 'releases')];
  const versions = await readdir(releases).catch(() => []);
  if (versions.length > 0) await mkdir(own, { recursive: true });
  for (const version of versions)
    if (!(await isThere(join(own, version)))) await rename(join(releases, version), join(own, version));
  const current = join(from, 'current');
  if ((await isThere(current)) && !(await isThere(join(to, 'current')))) await rename(current, join(to, 'current'));
  if (await isThere(to)) await writePointer(join(from, 'moved.json'), JSON.stringify({ to: host }));
  for (const left of ['current', 'offline.json', 'releases'])
    await rm(join(from, left), { recursive: true, force: true });
}

/** Moves what is live of a site to where its host name is by now; which that is. A second try does what is left. */
export const moveFolders = (service: Service, site: string): Promise<string> =>
  service.database.transaction(async (manager) => {
    await holdReleases(manager, site);
    const { host } = await manager.getRepository(Sites).findOneByOrFail({ id: site });
    const own = siteFolder(service, host);
    await rm(join(own, 'moved.json'), { force: true });
    for (const former of await formerHosts(manager, site)) await moveFolder(siteFolder(service, former), own, host);
    return host;
  });

/** Brings what is live in line with the host name a site has by now. */
async function moveLive(service: Service, site: string, by: By): Promise<string> {
  const host = await moveFolders(service, site);
  await restoreOffline(service, site);
  // its pages name the address they are at
  await release(service, site, by, (_manager, last) =>
    Promise.resolve(last && last.content.site.host !== host ? last.content : undefined),
  );
  return host;
}

/** Moves a site to another host name: stored first, then what is live, whose pages are published again as they are. */
export const movingWork: WorkOf = (service) =>
  workKind({
    queue: 'site-moves',
    atOnce: 1,
    data: Moving,
    run: async ({ site, account, host }, { work, share }): Promise<MovedSite> => {
      const at = { site, account, id: `host-${work}` };
      await storeOnSite(service, at, async (before, manager) => {
        await holdReach(manager, { site, account }, 'own'); // it may have waited
        if (before.host === host) return []; // an earlier try stored it
        await manager.getRepository(Sites).update({ id: site }, { host });
        await enterHost(manager, site, host);
        return [{ do: 'set', on: 'site', field: ['host'], value: host }];
      }).catch((error: unknown) => {
        throw isHostTaken(error) ? hostTaken(host) : error;
      });
      return { host: await moveLive(service, site, { account, work, share, name: 'At another address' }) };
    },
  });
