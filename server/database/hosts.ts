import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A site keeps the host names it had before, and nobody else gets them. */
export class Hosts1764640000000 implements MigrationInterface {
  readonly name = 'Hosts1764640000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE hosts (
        host text PRIMARY KEY,
        site text NOT NULL REFERENCES sites (id) ON DELETE CASCADE,
        since timestamptz NOT NULL DEFAULT now())`,
    );
    await runner.query('CREATE INDEX hosts_site ON hosts (site)');
    await runner.query('INSERT INTO hosts (host, site) SELECT host, id FROM sites');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE hosts');
  }
}
