import { setImmediate } from 'node:timers/promises';
import type { AlikeGroups } from '@core/api/sites';
import { AlikeAcross } from '@core/document/commands/look/alike';
import { Pages } from '../database/entities';
import type { Service } from '../http/service';

/** So many groups are worth telling of. */
const mostGroups = 100;

/** What parts of all pages of a site set alike. One page is read at a time; others are answered between two. */
export async function alikeOnSite(service: Service, id: string): Promise<AlikeGroups['groups']> {
  const { manager } = service.database;
  const site = (await service.documents.site(manager, id))?.document;
  if (!site) return [];
  const pages = await manager.getRepository(Pages).find({
    select: { id: true, title: true },
    where: { site: id },
    order: { path: 'ASC' },
  });
  const across = new AlikeAcross();
  for (const { id: page, title } of pages) {
    const document = (await service.documents.page(manager, page))?.document;
    if (document) across.add(site, document, title); // it may have been deleted meanwhile
    await setImmediate();
  }
  return across.found(site).slice(0, mostGroups);
}
