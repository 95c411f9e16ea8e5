import { MoreThan, type EntityManager } from 'typeorm';
import * as z from 'zod';
import { applyEdits } from '@core/document/edits/apply';
import { Edits } from '@core/document/edits/edit';
import { Batches, Pages, Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { notFound, Refusal } from '../http/answer';
import type { Service } from '../http/service';
import type { Stored } from './feed';

/** A batch as a client sends it: an id of its own, so that sending it twice stores it once. */
export const Batch = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{16,40}$/),
  base: z.int().min(0),
  edits: Edits,
});
export type Batch = z.infer<typeof Batch>;

/** Everything stored on a page after a revision, oldest first. */
export async function logSince(manager: EntityManager, page: string, revision: number): Promise<Stored[]> {
  const rows = await manager.getRepository(Batches).find({ where: { page, revision: MoreThan(revision) }, order: { revision: 'ASC' }, take: 5000 });
  return rows.map((row) => ({ revision: row.revision, id: row.id, edits: row.edits }));
}

/**
 * Applies a batch to the newest state of the page and stores both in one transaction.
 * Returns the log since the client's base, the batch itself in it.
 * @throws Problem when an edit no longer fits
 */
export async function storeBatch(service: Service, page: string, account: string, batch: Batch): Promise<{ log: Stored[] }> {
  const done = await service.database.transaction(async (manager) => {
    const row = await manager.getRepository(Pages).findOne({ where: { id: page }, lock: { mode: 'pessimistic_write' } });
    if (!row) throw notFound();
    const known = await manager.getRepository(Batches).findOneBy({ id: batch.id });
    if (known && known.page !== page) throw new Refusal(400, 'This batch belongs to another page.');
    if (known) return { log: await logSince(manager, page, Math.min(batch.base, known.revision - 1)), fresh: undefined };
    const site = await manager.getRepository(Sites).findOneByOrFail({ id: row.site });
    const applied = applyEdits(site.document, row.document, batch.edits);
    const revision = row.revision + 1;
    await manager.getRepository(Batches).insert({ page, revision, id: batch.id, account, edits: jsonColumn(batch.edits) });
    await manager.getRepository(Pages).update({ id: page }, { document: jsonColumn(applied.page), revision, changed: new Date() });
    return { log: await logSince(manager, page, batch.base), fresh: { revision, id: batch.id, edits: batch.edits } };
  });
  if (done.fresh) service.feed.tell(page, done.fresh);
  return { log: done.log };
}
