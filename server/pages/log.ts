import { MoreThan, type EntityManager } from 'typeorm';
import * as z from 'zod';
import type { Stored } from '@core/api/pages';
import { Refusal } from '@core/api/refusal';
import { isOnSite } from '@core/document/edits/site-edit';
import { Batches, type BatchRow } from '../database/entities';

/** What the editor of a page is told of a batch: of another page's, only what concerns the site. */
export function toldTo(
  page: string,
  row: Pick<BatchRow, 'id' | 'page' | 'revision' | 'siteRevision' | 'edits'>,
): Stored {
  const own = row.page === page;
  return {
    id: row.id,
    revision: own ? row.revision : null,
    siteRevision: row.siteRevision,
    edits: own ? row.edits : row.edits.filter(isOnSite),
  };
}

/** What somebody knows: revisions of a page and of its site. */
export interface Known {
  readonly page: number;
  readonly site: number;
}

/** Everything stored on a page and its site after what somebody knows, oldest first. */
export async function logSince(
  manager: EntityManager,
  at: { readonly page: string; readonly site: string },
  known: Known,
): Promise<Stored[]> {
  const rows = await manager.getRepository(Batches).find({
    where: [
      { page: at.page, revision: MoreThan(known.page) },
      { site: at.site, siteRevision: MoreThan(known.site) },
    ],
    order: { order: 'ASC' },
    take: 5000,
  });
  return rows.map((row) => toldTo(at.page, row));
}

const Revisions = z.array(z.object({ page: z.number(), site: z.number() }));

/** The same for somebody who asks on their own account. @throws Refusal where part of it is no longer kept */
export async function wholeLogSince(
  manager: EntityManager,
  at: { readonly page: string; readonly site: string },
  known: Known,
): Promise<Stored[]> {
  const rows: unknown = await manager.query(
    'SELECT p.revision AS page, s.revision AS site FROM pages p JOIN sites s ON s.id = p.site WHERE p.id = $1',
    [at.page],
  );
  // after the revisions were read: it has all of them, or it is not whole
  const log = await logSince(manager, at, known);
  const revisions = Revisions.parse(rows)[0];
  const follows = (next: number | undefined, from: number, upTo: number): boolean => from >= upTo || next === from + 1;
  const whole =
    revisions !== undefined &&
    follows(log.find((one) => one.revision !== null)?.revision ?? undefined, known.page, revisions.page) &&
    follows(log.find((one) => one.siteRevision !== null)?.siteRevision ?? undefined, known.site, revisions.site);
  if (!whole) throw new Refusal('log-gone', 'This page was changed too long ago to tell each step. Load it anew.');
  return log;
}

/**
 * Lets go of what the log says of documents before their snapshots and before so many days ago; how many entries
 * went.
 */
export async function compactLog(manager: EntityManager, days: number): Promise<number> {
  const rows: unknown = await manager.query(
    `WITH gone AS (
      DELETE FROM batches b WHERE b.at < now() - make_interval(days => $1)
        AND (b.page IS NULL OR b.revision <= (SELECT p.snapshot FROM pages p WHERE p.id = b.page))
        AND (b.site_revision IS NULL OR b.site_revision <= (SELECT s.snapshot FROM sites s WHERE s.id = b.site))
      RETURNING 1) SELECT count(*)::int AS count FROM gone`,
    [days],
  );
  return z.array(z.object({ count: z.number() })).parse(rows)[0]?.count ?? 0;
}
