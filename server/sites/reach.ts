import { IsNull } from 'typeorm';
import type { ReachedPages } from '@core/api/sites';
import { reachOf } from '@core/style/reach';
import { Pages } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import type { Service } from '../http/service';

/**
 * How many parts of each page of a site every class and element style reaches. No document is read, save of pages
 * that were never counted.
 */
export async function reachOfPages(service: Service, site: string): Promise<ReachedPages['pages']> {
  const table = service.database.getRepository(Pages);
  for (const { id, revision, document } of await service.documents.pages(service.database.manager, {
    site,
    reach: IsNull(),
  }))
    // a later revision is counted when asked again
    await table.update({ id, revision }, { reach: jsonColumn(reachOf(document)) });
  const rows = await table.find({
    select: { id: true, title: true, path: true, reach: true },
    where: { site },
    order: { path: 'ASC' },
  });
  return rows.map(({ id, title, path, reach }) => ({ id, title, path, reach: reach ?? {} }));
}
