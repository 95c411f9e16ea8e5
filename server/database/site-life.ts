import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Clients that are archived or about to be deleted, and pages that wait in a bin. */
export class SiteLife1764430000000 implements MigrationInterface {
  readonly name = 'SiteLife1764430000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE sites ADD COLUMN archived timestamptz, ADD COLUMN goes timestamptz');
    await runner.query(
      `CREATE TABLE binned_pages (
        id text PRIMARY KEY,
        site text NOT NULL REFERENCES sites (id) ON DELETE CASCADE,
        path text NOT NULL,
        title text NOT NULL,
        document json NOT NULL,
        revision integer NOT NULL,
        former_paths text[] NOT NULL DEFAULT '{}',
        account text NOT NULL,
        gone timestamptz NOT NULL DEFAULT now(),
        ends timestamptz NOT NULL)`,
    );
    await runner.query('CREATE INDEX binned_pages_site ON binned_pages (site)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE binned_pages');
    await runner.query('ALTER TABLE sites DROP COLUMN archived, DROP COLUMN goes');
  }
}
