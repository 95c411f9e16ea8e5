import { MoreThan, Not, type EntityManager } from 'typeorm';
import * as z from 'zod';
import { mirrored, sharedRoots } from '@core/document/commands/shared';
import { applyEdits } from '@core/document/edits/apply';
import { Edits, type Edit } from '@core/document/edits/edit';
import { newIdentifier } from '@core/document/identifier';
import { pageOfSection } from '@core/document/kept-section';
import { titleOf } from '@core/document/page';
import { Problem } from '@core/document/problem';
import { Batches, Pages, Sites, type PageRow, type SiteRow } from '../database/entities';
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
  const rows = await manager
    .getRepository(Batches)
    .find({ where: { page, revision: MoreThan(revision) }, order: { revision: 'ASC' }, take: 5000 });
  return rows.map((row) => ({ revision: row.revision, id: row.id, edits: row.edits }));
}

interface Fresh {
  readonly page: string;
  readonly stored: Stored;
}

/** The site of a page, locked where its pages share sections, so that edits of two of them come one after the other. */
async function siteOf(manager: EntityManager, page: string): Promise<SiteRow> {
  const at = await manager.getRepository(Pages).findOne({ where: { id: page }, select: { id: true, site: true } });
  if (!at) throw notFound();
  const site = await manager.getRepository(Sites).findOneByOrFail({ id: at.site });
  if (sharedRoots(site.document).size === 0) return site;
  return manager.getRepository(Sites).findOneOrFail({ where: { id: at.site }, lock: { mode: 'pessimistic_write' } });
}

async function write(
  manager: EntityManager,
  row: PageRow,
  id: string,
  account: string,
  edits: readonly Edit[],
  document: PageRow['document'],
): Promise<Fresh> {
  const revision = row.revision + 1;
  await manager.getRepository(Batches).insert({ page: row.id, revision, id, account, edits: jsonColumn(edits) });
  await manager
    .getRepository(Pages)
    .update({ id: row.id }, { document: jsonColumn(document), revision, changed: new Date() });
  return { page: row.id, stored: { revision, id, edits } };
}

/** Takes what happened in shared sections of one page to the others that have them, and to the site's own copy. */
async function mirror(
  manager: EntityManager,
  site: SiteRow,
  from: PageRow,
  account: string,
  edits: readonly Edit[],
): Promise<Fresh[]> {
  const all = mirrored(site.document, from.document, edits);
  if (all.length === 0) return [];
  const fresh: Fresh[] = [];
  const others = await manager
    .getRepository(Pages)
    .find({ where: { site: site.id, id: Not(from.id) }, order: { id: 'ASC' }, lock: { mode: 'pessimistic_write' } });
  for (const row of others) {
    const own = all.filter(({ root }) => Object.hasOwn(row.document.parts, root)).map(({ edit }) => edit);
    if (own.length === 0) continue;
    try {
      fresh.push(
        await write(
          manager,
          row,
          `shared-${newIdentifier()}${newIdentifier()}`,
          account,
          own,
          applyEdits(site.document, row.document, own).page,
        ),
      );
    } catch (error) {
      throw error instanceof Problem
        ? new Problem(`On “${titleOf(row.document)}”, which shares this section: ${error.message}`, error.place)
        : error;
    }
  }
  const sections = (site.document.sections ?? []).map((section) => {
    const own = all.filter(({ root }) => section.shared && root === section.root).map(({ edit }) => edit);
    if (own.length === 0) return section;
    const page = pageOfSection(section);
    const { [page.root]: _page, ...parts } = applyEdits(site.document, page, own).page.parts;
    return { ...section, parts };
  });
  await manager.getRepository(Sites).update({ id: site.id }, { document: jsonColumn({ ...site.document, sections }) });
  return fresh;
}

/**
 * Applies a batch to the newest state of the page and stores both in one transaction, and with them what it means for pages that share a section with it.
 * Returns the log since the client's base, the batch itself in it.
 * @throws Problem when an edit no longer fits
 */
export async function storeBatch(
  service: Service,
  page: string,
  account: string,
  batch: Batch,
): Promise<{ log: Stored[] }> {
  const done = await service.database.transaction(async (manager) => {
    const site = await siteOf(manager, page);
    const row = await manager
      .getRepository(Pages)
      .findOne({ where: { id: page }, lock: { mode: 'pessimistic_write' } });
    if (!row) throw notFound();
    const known = await manager.getRepository(Batches).findOneBy({ id: batch.id });
    if (known && known.page !== page) throw new Refusal(400, 'This batch belongs to another page.');
    if (known) return { log: await logSince(manager, page, Math.min(batch.base, known.revision - 1)), fresh: [] };
    const applied = applyEdits(site.document, row.document, batch.edits);
    const own = await write(manager, row, batch.id, account, batch.edits, applied.page);
    const others = await mirror(manager, site, row, account, batch.edits);
    return { log: await logSince(manager, page, batch.base), fresh: [own, ...others] };
  });
  for (const one of done.fresh) service.feed.tell(one.page, one.stored);
  return { log: done.log };
}
