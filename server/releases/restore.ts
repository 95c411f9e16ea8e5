import { access, readdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Sites } from '../database/entities';
import { Hosts } from '../database/host-row';
import type { Service } from '../http/service';
import { moveFolders } from './moving';
import { restoreOffline } from './offline';
import { goLive, lastNumber, lastRelease, siteFolder, writeRelease } from './publish';

/** Brings the live folder in line with the database: writes the newest release where it or its pointer is missing. */
export async function restoreReleases(service: Service): Promise<void> {
  const { manager } = service.database;
  await clearForsaken(service);
  for (const { id, host } of await manager.getRepository(Sites).find({ select: { id: true, host: true } })) {
    const number = await lastNumber(manager, id);
    if (number === undefined) continue;
    await moveFolders(service, id);
    await restoreOffline(service, id);
    const folder = siteFolder(service, host);
    const pointer = await readFile(join(folder, 'current'), 'utf8').catch(() => '');
    const written = await access(join(folder, 'releases', String(number))).then(
      () => true,
      () => false,
    );
    const last = written ? null : await lastRelease(manager, id);
    const content = last && { ...last.content, site: { ...last.content.site, host } };
    if (last && content) await writeRelease(service, manager, { ...last, content });
    if (!written || pointer !== String(number)) await goLive(service, id);
  }
}

/** Removes the folders of sites that have been deleted, as a server that was killed may have left them. */
async function clearForsaken({ config, database }: Service): Promise<void> {
  const root = join(config.liveFolder, 'sites');
  const folders = await readdir(root).catch(() => []); // before the sites are read: a new one is not among them
  const hosts = await database.manager.getRepository(Hosts).find({ select: { host: true } });
  const known = new Set(hosts.map((one) => one.host));
  for (const folder of folders) if (!known.has(folder)) await rm(join(root, folder), { recursive: true, force: true });
}
