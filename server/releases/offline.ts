import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { EntityManager } from 'typeorm';
import type { Offline } from '@core/api/releases';
import { offlineHtml } from '@core/compile/offline';
import { noteAct } from '../database/acts';
import { Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { lockSite } from '../database/locks';
import type { Service } from '../http/service';
import { holdReleases, siteFolder } from './publish';
import { writePointer } from './write';

/** Brings what the live host says in line with what is stored; the right to make releases is held. */
async function write(service: Service, manager: EntityManager, id: string): Promise<void> {
  const row = await manager.getRepository(Sites).findOneBy({ id });
  const site = (await service.documents.site(manager, id))?.document;
  if (!row || !site) return;
  const file = join(siteFolder(service, row.host), 'offline.json');
  if (!row.offline) return rm(file, { force: true });
  const { status, words } = row.offline;
  await writePointer(file, JSON.stringify({ status, html: offlineHtml(site, words) }));
}

/** Does what a server that was killed may have left undone. */
export const restoreOffline = (service: Service, site: string): Promise<void> =>
  service.database.transaction(async (manager) => {
    await holdReleases(manager, site);
    await write(service, manager, site);
  });

/** Takes a site offline, with words for its visitors, or puts it online again: stored first, then seen. */
export async function setOffline(
  service: Service,
  { site: id, account }: { readonly site: string; readonly account: string },
  offline: Offline | null,
): Promise<void> {
  await service.database.transaction(async (manager) => {
    await lockSite(manager, id, 'alone');
    await manager.getRepository(Sites).update({ id }, { offline: offline && jsonColumn(offline) });
    const what = offline ? 'took the site offline' : 'put the site online';
    await noteAct(manager, { site: id, account, what, about: offline ? { words: offline.words } : {} });
  });
  await restoreOffline(service, id);
}
