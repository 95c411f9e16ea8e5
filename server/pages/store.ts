import { MoreThan, type EntityManager } from 'typeorm';
import { mirrored, sharedRoots } from '@core/document/commands/shared';
import { applyEdits } from '@core/document/edits/apply';
import type { Edit } from '@core/document/edits/edit';
import { newIdentifier } from '@core/document/identifier';
import { pageOfSection, type KeptSection } from '@core/document/kept-section';
import { titleOf } from '@core/document/page';
import { Problem } from '@core/document/problem';
import { Batches, Pages, Sites, type PageRow, type SiteRow } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { lockPage, lockPages, lockSite } from '../database/locks';
import type { Batch, Stored } from '@core/api/pages';
import { notFound, Refusal } from '@core/api/refusal';
import type { Service } from '../http/service';

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

/** The site's own copies of its sections after what was mirrored. */
function sectionsAfter(site: SiteRow, all: ReturnType<typeof mirrored>): KeptSection[] {
  return (site.document.sections ?? []).map((section) => {
    const own = all.filter(({ root }) => section.shared && root === section.root).map(({ edit }) => edit);
    if (own.length === 0) return section;
    const page = pageOfSection(section);
    const { [page.root]: _page, ...parts } = applyEdits(site.document, page, own).page.parts;
    return { ...section, parts };
  });
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
  for (const row of await lockPages(manager, site.id)) {
    if (row.id === from.id) continue;
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
  const sections = sectionsAfter(site, all);
  await manager.getRepository(Sites).update({ id: site.id }, { document: jsonColumn({ ...site.document, sections }) });
  return fresh;
}

/** Whether edits of a page, or what they put in, touch a section that other pages share. */
function touchesShared(site: SiteRow, page: PageRow, edits: readonly Edit[]): boolean {
  const roots = sharedRoots(site.document);
  if (roots.size === 0) return false;
  return (
    [...roots].some((root) => Object.hasOwn(page.document.parts, root)) ||
    edits.some((edit) => edit.do === 'insert' && Object.keys(edit.parts).some((id) => roots.has(id)))
  );
}

interface Done {
  readonly log: Stored[];
  readonly fresh: readonly Fresh[];
}

/** Stores a batch under the locks it needs; undefined when it changes what pages share, for which the site must be held alone. */
async function storeHolding(
  manager: EntityManager,
  hold: 'shared' | 'alone',
  at: { page: string; site: string },
  account: string,
  batch: Batch,
): Promise<Done | undefined> {
  const site = await lockSite(manager, at.site, hold);
  if (hold === 'alone') await lockPages(manager, at.site);
  const row = await lockPage(manager, at.page);
  const known = await manager.getRepository(Batches).findOneBy({ id: batch.id });
  if (known && known.page !== at.page) throw new Refusal('bad-input', 'This batch belongs to another page.');
  if (known) return { log: await logSince(manager, at.page, Math.min(batch.base, known.revision - 1)), fresh: [] };
  if (hold === 'shared' && touchesShared(site, row, batch.edits)) return undefined;
  const applied = applyEdits(site.document, row.document, batch.edits);
  const own = await write(manager, row, batch.id, account, batch.edits, applied.page);
  const others = await mirror(manager, site, row, account, batch.edits);
  return { log: await logSince(manager, at.page, batch.base), fresh: [own, ...others] };
}

/**
 * Applies a batch to the newest state of the page and stores both in one transaction, and with them what it means for pages that share a section with it.
 * Returns the log since the client's base, the batch itself in it.
 * @throws Problem when an edit no longer fits
 */
export async function storeBatch(
  service: Service,
  at: { page: string; site: string },
  account: string,
  batch: Batch,
): Promise<{ log: Stored[] }> {
  const store = (hold: 'shared' | 'alone'): Promise<Done | undefined> =>
    service.database.transaction((manager) => storeHolding(manager, hold, at, account, batch));
  const done = (await store('shared')) ?? (await store('alone'));
  if (!done) throw notFound();
  for (const one of done.fresh) service.feed.tell(one.page, one.stored);
  return { log: done.log };
}
