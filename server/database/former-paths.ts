import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Remembers the paths a page had, so that links to them can be put right. */
export class FormerPaths1764100000000 implements MigrationInterface {
  readonly name = 'FormerPaths1764100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE pages ADD COLUMN former_paths text[] NOT NULL DEFAULT '{}'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE pages DROP COLUMN former_paths');
  }
}
