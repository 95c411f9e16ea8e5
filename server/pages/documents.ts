import { LRUCache } from 'lru-cache';
import { In, type DataSource, type EntityManager, type FindOptionsWhere } from 'typeorm';
import * as z from 'zod';
import { countOf } from '@core/document/copied-parts';
import { replayed } from '@core/document/edits/apply';
import { applyToSiteAll } from '@core/document/edits/batch';
import { isOnPage, type Primitive } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { Pages, Sites, type PageRow, type SiteRow } from '../database/entities';

/** A site with its document as it is now. */
export type SiteNow = Omit<SiteRow, 'written'> & { readonly document: Site };
/** A page with its document as it is now. */
export type PageNow = Omit<PageRow, 'written'> & { readonly document: Page };

type Table = 'sites' | 'pages';
type Either = Site | Page;
const isSite = (document: Either): document is Site => document.format === 'fold-line/site';
const isPage = (document: Either): document is Page => !isSite(document);

/** A document at a revision, and the revision its snapshot was written at. */
interface Kept<Document> {
  readonly revision: number;
  readonly snapshot: number;
  readonly document: Document;
}

const SnapshotRows = z.array(z.object({ id: z.string(), snapshot: z.number(), document: z.custom<Either>() }));
const LogRows = z.array(z.object({ id: z.string(), revision: z.number(), edits: z.custom<readonly Primitive[]>() }));

/** A page and its site as both were at one moment. */
export interface Pair {
  readonly site: Pick<SiteNow, 'id' | 'host' | 'revision' | 'document'>;
  readonly page: Pick<PageNow, 'id' | 'path' | 'revision' | 'document'>;
}
const Row = z.object({ id: z.string(), revision: z.number(), snapshot: z.number() });
const PairRows = z.array(z.object({ site: Row.extend({ host: z.string() }), page: Row.extend({ path: z.string() }) }));
const pairs = `SELECT json_build_object('id', s.id, 'host', s.host, 'revision', s.revision, 'snapshot', s.snapshot) AS site,
    json_build_object('id', p.id, 'path', p.path, 'revision', p.revision, 'snapshot', p.snapshot) AS page
  FROM pages p JOIN sites s ON s.id = p.site WHERE p.id = $1`;

const siteColumns = { id: true, host: true, revision: true, snapshot: true } as const;
const pageColumns = {
  ...{ id: true, site: true, path: true, title: true, menus: true, shows: true },
  ...{ revision: true, snapshot: true, changed: true, formerPaths: true },
} as const;

/** A snapshot is written after so many revisions, … */
const revisionsASnapshot = 100;
/** … or when nothing more was stored for so long, in ms. */
const quiet = 3000;

/** What the log says of each table's documents, from a revision on and up to one. */
const logOf: Readonly<Record<Table, string>> = {
  sites: `SELECT b.site AS id, b.site_revision AS revision, b.edits FROM batches b
    JOIN unnest($1::text[], $2::int[], $3::int[]) AS asked(id, after, upto)
    ON b.site = asked.id AND b.site_revision > asked.after AND b.site_revision <= asked.upto ORDER BY b.site_revision`,
  pages: `SELECT b.page AS id, b.revision, b.edits FROM batches b
    JOIN unnest($1::text[], $2::int[], $3::int[]) AS asked(id, after, upto)
    ON b.page = asked.id AND b.revision > asked.after AND b.revision <= asked.upto ORDER BY b.revision`,
};

/**
 * The documents of sites and pages as they are now: each its snapshot with what the log says since. Those used lately
 * are kept in memory by their
 * revisions, so that what an edit costs does not grow with the page. Documents are never changed in place.
 */
export class DocumentStore {
  private readonly kept: Readonly<Record<Table, LRUCache<string, Kept<Either>>>>;
  private readonly due = new Map<
    string,
    { readonly table: Table; readonly id: string; readonly timer: NodeJS.Timeout }
  >();
  private readonly failed: (error: unknown) => void;

  /** `most` is how many parts are kept in memory, about. */
  constructor(
    private readonly database: DataSource,
    failed: (error: unknown) => void,
    most = 500_000,
  ) {
    this.failed = failed;
    const room = (): LRUCache<string, Kept<Either>> =>
      new LRUCache({
        maxSize: most,
        sizeCalculation: ({ document }) => 50 + ('parts' in document ? countOf(document.parts) : 200),
      });
    this.kept = { sites: room(), pages: room() };
  }

  async sites(manager: EntityManager, where: FindOptionsWhere<SiteRow>): Promise<SiteNow[]> {
    const rows = await this.siteRows(manager, where);
    const documents = await this.newest(manager, 'sites', rows);
    return rows.flatMap((row) => {
      const latest = documents.get(row.id);
      return latest && isSite(latest.document) ? [{ ...row, ...latest, document: latest.document }] : [];
    });
  }

  async site(manager: EntityManager, id: string): Promise<SiteNow | undefined> {
    return (await this.sites(manager, { id }))[0];
  }

  async pages(manager: EntityManager, where: FindOptionsWhere<PageRow>): Promise<PageNow[]> {
    const rows = await this.pageRows(manager, where);
    const documents = await this.newest(manager, 'pages', rows);
    return rows.flatMap((row) => {
      const latest = documents.get(row.id);
      return latest && isPage(latest.document) ? [{ ...row, ...latest, document: latest.document }] : [];
    });
  }

  async page(manager: EntityManager, id: string): Promise<PageNow | undefined> {
    return (await this.pages(manager, { id }))[0];
  }

  /** A page and its site as both were at one moment: what one batch changed of both is in both, or in neither. */
  async together(manager: EntityManager, id: string): Promise<Pair | undefined> {
    for (;;) {
      const row = PairRows.parse(await manager.query(pairs, [id]))[0];
      if (!row) return undefined;
      const site = (await this.newest(manager, 'sites', [row.site])).get(row.site.id);
      const page = (await this.newest(manager, 'pages', [row.page])).get(id);
      // a snapshot was newer, or one has gone
      if (site?.revision !== row.site.revision || page?.revision !== row.page.revision) continue;
      const [ofSite, ofPage] = [site.document, page.document];
      if (!isSite(ofSite) || !isPage(ofPage)) throw new Error('A document stands in the table of the others.');
      return { site: { ...row.site, document: ofSite }, page: { ...row.page, document: ofPage } };
    }
  }

  /** A site and some of its pages, or all, as all were at one moment, with the ids of all it had. */
  moment(
    id: string,
    pages: readonly string[] | 'all',
  ): Promise<{ readonly site: SiteNow; readonly pages: PageNow[]; readonly there: ReadonlySet<string> } | undefined> {
    return this.database.transaction('REPEATABLE READ', async (manager) => {
      const site = await this.site(manager, id);
      const there = await manager.getRepository(Pages).find({ select: { id: true }, where: { site: id } });
      const chosen = await this.pages(manager, { site: id, ...(pages !== 'all' && { id: In(pages) }) });
      return site && { site, pages: chosen, there: new Set(there.map((one) => one.id)) };
    });
  }

  private siteRows = (manager: EntityManager, where: FindOptionsWhere<SiteRow>): Promise<Omit<SiteRow, 'written'>[]> =>
    manager.getRepository(Sites).find({ select: siteColumns, where });
  private pageRows = (manager: EntityManager, where: FindOptionsWhere<PageRow>): Promise<Omit<PageRow, 'written'>[]> =>
    manager.getRepository(Pages).find({ select: pageColumns, where, order: { path: 'ASC' } });

  /** A page and its site as they were when last looked at, without asking; undefined where one is not kept. */
  known(at: { readonly site: string; readonly page: string }): { site: Kept<Site>; page: Kept<Page> } | undefined {
    const [site, page] = [this.kept.sites.get(at.site), this.kept.pages.get(at.page)];
    if (!site || !page || !isSite(site.document) || !isPage(page.document)) return undefined;
    return { site: { ...site, document: site.document }, page: { ...page, document: page.document } };
  }

  /** The documents of rows at their revisions, or at later ones where a snapshot is newer already. */
  private async newest(
    manager: EntityManager,
    table: Table,
    rows: readonly z.infer<typeof Row>[],
  ): Promise<Map<string, { document: Either; revision: number }>> {
    const from = new Map<string, Kept<Either>>();
    for (const { id, revision, snapshot } of rows) {
      const known = this.kept[table].get(id);
      if (known && known.revision <= revision && known.revision >= snapshot) from.set(id, known);
    }
    const missing = rows.filter((row) => !from.has(row.id)).map((row) => row.id);
    if (missing.length > 0) {
      const written = await manager.query(`SELECT id, snapshot, document FROM ${table} WHERE id = ANY($1)`, [missing]);
      for (const { id, snapshot, document } of SnapshotRows.parse(written))
        from.set(id, { revision: snapshot, snapshot, document });
    }
    const behind = rows.filter((row) => row.revision > (from.get(row.id)?.revision ?? Infinity));
    const log = await this.logSince(manager, table, behind, from);
    const out = new Map<string, { document: Either; revision: number }>();
    for (const { id, snapshot } of rows) {
      const before = from.get(id);
      if (!before) continue; // it has gone meanwhile
      const since = log.get(id) ?? [];
      const document = advanced(
        before.document,
        since.flatMap((one) => one.edits),
      );
      const latest = { document, revision: since.at(-1)?.revision ?? before.revision };
      out.set(id, latest);
      this.keep(table, id, { ...latest, snapshot: Math.max(snapshot, before.snapshot) });
    }
    return out;
  }

  private async logSince(
    manager: EntityManager,
    table: Table,
    behind: readonly { readonly id: string; readonly revision: number }[],
    from: ReadonlyMap<string, Kept<unknown>>,
  ): Promise<Map<string, z.infer<typeof LogRows>>> {
    const log = new Map<string, z.infer<typeof LogRows>>();
    if (behind.length === 0) return log;
    const upTo = [
      behind.map((row) => row.id),
      behind.map((row) => from.get(row.id)!.revision), // those behind are among them
      behind.map((row) => row.revision),
    ];
    for (const row of LogRows.parse(await manager.query(logOf[table], upTo)))
      log.set(row.id, [...(log.get(row.id) ?? []), row]);
    return log;
  }

  /** Keeps a document unless a newer one is kept. */
  private keep(table: Table, id: string, next: Kept<Either>): void {
    const known = this.kept[table].get(id);
    if (!known || known.revision <= next.revision) this.kept[table].set(id, next);
  }

  /** A document as it was just stored; its snapshot is written later. */
  stored(table: 'sites', id: string, revision: number, document: Site): void;
  stored(table: 'pages', id: string, revision: number, document: Page): void;
  stored(table: Table, id: string, revision: number, document: Site | Page): void {
    const snapshot = this.kept[table].peek(id)?.snapshot ?? 0;
    this.keep(table, id, { revision, snapshot, document });
    const key = `${table} ${id}`;
    if (revision - snapshot >= revisionsASnapshot) return this.writeSoon(table, id, 0);
    clearTimeout(this.due.get(key)?.timer);
    this.due.delete(key);
    this.writeSoon(table, id, quiet);
  }

  private writeSoon(table: Table, id: string, after: number): void {
    const key = `${table} ${id}`;
    if (after === 0) clearTimeout(this.due.get(key)?.timer);
    const timer = setTimeout(() => {
      this.due.delete(key);
      this.writeSnapshot(table, id).catch(this.failed); // the log has it all
    }, after);
    timer.unref();
    this.due.set(key, { table, id, timer });
  }

  /** Writes a document as it is kept over its snapshot. */
  private async writeSnapshot(table: Table, id: string): Promise<void> {
    const latest = this.kept[table].peek(id);
    if (!latest || latest.snapshot >= latest.revision) return;
    await this.database.query(`UPDATE ${table} SET document = $2, snapshot = $3 WHERE id = $1 AND snapshot < $3`, [
      id,
      JSON.stringify(latest.document),
      latest.revision,
    ]);
    const later = this.kept[table].peek(id);
    if (later) this.kept[table].set(id, { ...later, snapshot: Math.max(later.snapshot, latest.revision) });
  }

  forget(table: Table, id: string): void {
    this.kept[table].delete(id);
  }

  /** Writes what is due at once: for a server that ends. */
  async stop(): Promise<void> {
    const due = [...this.due.values()];
    for (const { timer } of due) clearTimeout(timer);
    this.due.clear();
    for (const { table, id } of due) await this.writeSnapshot(table, id).catch(this.failed);
  }
}

/** A document after what the log says of it. */
const advanced = (document: Either, edits: readonly Primitive[]): Either =>
  isSite(document) ? applyToSiteAll(document, edits) : replayed(document, edits.filter(isOnPage));
