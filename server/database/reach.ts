import type { MigrationInterface, QueryRunner } from 'typeorm';
import { withPath } from './paths';

const orReplace = (statement: string): string => statement.replace('CREATE FUNCTION', 'CREATE OR REPLACE FUNCTION');

/** What its facts say the page’s parts are reached by is kept with a batch. */
export const withReach = withPath.replace(
  '        path = coalesce',
  `        reach = coalesce(facts -> 'reach', reach),\n        path = coalesce`,
);

/**
 * How many parts of a page each class and element style reaches stands beside it; for the pages there are it is
 * counted when it is first asked for.
 */
export class Reach1764280000000 implements MigrationInterface {
  readonly name = 'Reach1764280000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE pages ADD COLUMN reach json');
    await runner.query(orReplace(withReach));
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(orReplace(withPath));
    await runner.query('ALTER TABLE pages DROP COLUMN reach');
  }
}
