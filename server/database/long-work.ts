import type { MigrationInterface, QueryRunner } from 'typeorm';

const statements = [
  `CREATE TABLE work (
    id uuid PRIMARY KEY,
    queue text NOT NULL,
    account text,
    data json NOT NULL,
    state jsonb NOT NULL,
    server integer,
    tries integer NOT NULL DEFAULT 0,
    changed timestamptz NOT NULL DEFAULT now()
  )`,
  `ALTER TABLE releases ADD COLUMN work uuid UNIQUE`,
];

/**
 * What takes a while: what is to be done, for whom, and how far it is. A release says by which work it was made, so
 * that none makes two.
 */
export class LongWork1764260000000 implements MigrationInterface {
  readonly name = 'LongWork1764260000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE releases DROP COLUMN work');
    await runner.query('DROP TABLE work');
  }
}
