import { nanoid } from 'nanoid';
import type { MigrationInterface, QueryRunner } from 'typeorm';
import * as z from 'zod';
import { referring } from '@core/document/commands/sharing/shared';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';

const Rows = z.array(
  z.object({ id: z.string(), site: z.custom<Site>(), page: z.custom<Page>(), revision: z.number() }),
);
const Releases = z.array(
  z.object({
    site: z.string(),
    number: z.number(),
    content: z.object({
      site: z.custom<Site>(),
      pages: z.record(z.string(), z.looseObject({ document: z.custom<Page>() })),
    }),
  }),
);

/**
 * Lets pages refer to the sections their site shares, of which each had a copy; their logs say so, so that whoever
 * knows an earlier revision catches up.
 */
export class References1764250000000 implements MigrationInterface {
  readonly name = 'References1764250000000';

  async up(runner: QueryRunner): Promise<void> {
    const rows = Rows.parse(
      await runner.query(
        'SELECT p.id, s.document AS site, p.document AS page, p.revision FROM pages p JOIN sites s ON s.id = p.site ORDER BY p.id',
      ),
    );
    for (const { id, site, page: before, revision } of rows) {
      const { page, edits } = referring(site, before);
      if (edits.length === 0) continue;
      await runner.query('UPDATE pages SET document = $2, revision = $3 WHERE id = $1', [
        id,
        JSON.stringify(page),
        revision + 1,
      ]);
      await runner.query(
        `INSERT INTO batches (id, site, page, revision, account, edits) VALUES ($1, $2, $3, $4, 'upgrade', $5)`,
        [`upgrade-${nanoid()}`, site.id, id, revision + 1, JSON.stringify(edits)],
      );
    }
    await this.releases(runner);
  }

  /** The same in what is live: it compiles to the same bytes. */
  private async releases(runner: QueryRunner): Promise<void> {
    const rows = Releases.parse(await runner.query('SELECT site, number, content FROM releases'));
    for (const { site, number, content } of rows) {
      const pages = Object.entries(content.pages).map(([id, one]) => [
        id,
        { ...one, document: referring(content.site, one.document).page },
      ]);
      await runner.query('UPDATE releases SET content = $3 WHERE site = $1 AND number = $2', [
        site,
        number,
        JSON.stringify({ ...content, pages: Object.fromEntries(pages) }),
      ]);
    }
  }

  /** Sections stand in the site since. */
  async down(): Promise<void> {
    throw new Error('What pages share would be lost to them: restore the database from before instead.');
  }
}
