import type { EntityManager } from 'typeorm';
import { notFound } from '@core/api/refusal';
import { Pages, Sites, type PageRow, type SiteRow } from './entities';

/**
 * Locks are taken from the outside in: the site first, then its pages in the order of their ids, so that no two wait for each other.
 * What was read before a lock is stale after it: each of these reads the row under the lock it takes.
 */

/** The site, which nobody changes until the transaction ends: others may hold it so too, or one alone to change it. @throws Refusal 404 */
export async function lockSite(manager: EntityManager, id: string, hold: 'shared' | 'alone'): Promise<SiteRow> {
  const row = await manager
    .getRepository(Sites)
    .findOne({ where: { id }, lock: { mode: hold === 'alone' ? 'for_no_key_update' : 'pessimistic_read' } });
  if (!row) throw notFound();
  return row;
}

/** The page, to be changed by this transaction alone. @throws Refusal 404 when it has gone */
export async function lockPage(manager: EntityManager, id: string): Promise<PageRow> {
  const row = await manager.getRepository(Pages).findOne({ where: { id }, lock: { mode: 'for_no_key_update' } });
  if (!row) throw notFound();
  return row;
}

/** Every page of a site, to be changed by this transaction alone. */
export const lockPages = (manager: EntityManager, site: string): Promise<PageRow[]> =>
  manager.getRepository(Pages).find({ where: { site }, order: { id: 'ASC' }, lock: { mode: 'for_no_key_update' } });
