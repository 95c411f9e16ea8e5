import type { EntityManager } from 'typeorm';
import { notFound } from '@core/api/refusal';
import { Sites } from './entities';

/**
 * Locks are taken from the outside in: the site first, then a page, so that no two wait for each other.
 * What was read before a lock is stale after it.
 */

/**
 * The site, which nobody changes until the transaction ends: others may hold it so too, or one alone to change it.
 * @throws Refusal 404
 */
export async function lockSite(manager: EntityManager, id: string, hold: 'shared' | 'alone'): Promise<void> {
  const mode = hold === 'alone' ? 'for_no_key_update' : 'pessimistic_read';
  if (!(await manager.getRepository(Sites).findOne({ select: { id: true }, where: { id }, lock: { mode } })))
    throw notFound();
}
