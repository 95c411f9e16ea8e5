import type { MigrationInterface, QueryRunner } from 'typeorm';

/** One log for pages and their site: a batch may change both, and a site has revisions too. */
export class SiteLog1764180100000 implements MigrationInterface {
  readonly name = 'SiteLog1764180100000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of back) await runner.query(statement);
  }
}

const statements = [
  'ALTER TABLE sites ADD COLUMN revision integer NOT NULL DEFAULT 0',
  'ALTER TABLE batches ADD COLUMN site text REFERENCES sites(id) ON DELETE CASCADE, ADD COLUMN site_revision integer',
  'UPDATE batches SET site = (SELECT site FROM pages WHERE pages.id = batches.page)',
  `ALTER TABLE batches ALTER COLUMN site SET NOT NULL,
    DROP CONSTRAINT batches_place, DROP CONSTRAINT batches_id, DROP CONSTRAINT batches_page_fkey,
    ALTER COLUMN page DROP NOT NULL, ALTER COLUMN revision DROP NOT NULL`,
  `ALTER TABLE batches ADD CONSTRAINT batches_id PRIMARY KEY (id), ADD CONSTRAINT batches_place UNIQUE (page, revision),
    ADD CONSTRAINT batches_site_place UNIQUE (site, site_revision),
    ADD CONSTRAINT batches_page_fkey FOREIGN KEY (page) REFERENCES pages(id) ON DELETE SET NULL`,
  'ALTER TABLE batches ADD COLUMN "order" bigserial NOT NULL',
];

const back = [
  'DELETE FROM batches WHERE page IS NULL OR revision IS NULL',
  'ALTER TABLE batches DROP COLUMN "order", DROP CONSTRAINT batches_site_place, DROP CONSTRAINT batches_page_fkey, DROP CONSTRAINT batches_place, DROP CONSTRAINT batches_id',
  `ALTER TABLE batches ALTER COLUMN page SET NOT NULL, ALTER COLUMN revision SET NOT NULL,
    ADD CONSTRAINT batches_place PRIMARY KEY (page, revision), ADD CONSTRAINT batches_id UNIQUE (id),
    ADD CONSTRAINT batches_page_fkey FOREIGN KEY (page) REFERENCES pages(id) ON DELETE CASCADE`,
  'ALTER TABLE batches DROP COLUMN site, DROP COLUMN site_revision',
  'ALTER TABLE sites DROP COLUMN revision',
];
