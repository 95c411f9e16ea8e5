import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Releases have a name, a note and a weight; a site can be offline. */
export class ReleaseNotes1764440000000 implements MigrationInterface {
  readonly name = 'ReleaseNotes1764440000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE releases ADD COLUMN name text NOT NULL DEFAULT '', ADD COLUMN note text NOT NULL DEFAULT '',
       ADD COLUMN bytes bigint, ADD COLUMN pages integer`,
    );
    await runner.query('ALTER TABLE sites ADD COLUMN offline json');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE releases DROP COLUMN name, DROP COLUMN note, DROP COLUMN bytes, DROP COLUMN pages');
    await runner.query('ALTER TABLE sites DROP COLUMN offline');
  }
}
