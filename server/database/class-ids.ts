import type { MigrationInterface, QueryRunner } from 'typeorm';
import * as z from 'zod';
import { upgradedSite } from '@core/document/upgrade';

const Rows = z.array(z.object({ key: z.string(), number: z.number(), document: z.unknown() }));

/** Gives the classes of every site ids, also those of sites as they were released. */
export class ClassIds1764180000000 implements MigrationInterface {
  readonly name = 'ClassIds1764180000000';

  async up(runner: QueryRunner): Promise<void> {
    const sites = Rows.parse(await runner.query('SELECT id AS key, 0 AS number, document FROM sites'));
    for (const { key, document } of sites)
      await runner.query('UPDATE sites SET document = $2 WHERE id = $1', [key, JSON.stringify(upgradedSite(document))]);
    const releases = Rows.parse(
      await runner.query(`SELECT site AS key, number, content -> 'site' AS document FROM releases`),
    );
    for (const { key, number, document } of releases)
      await runner.query(
        `UPDATE releases SET content = json_build_object('site', $3::json, 'pages', content -> 'pages') WHERE site = $1 AND number = $2`,
        [key, number, JSON.stringify(upgradedSite(document))],
      );
  }

  /** Names stay what classes were known by. */
  async down(): Promise<void> {
    throw new Error(
      'Classes that were renamed since would lose their parts: restore the database from before instead.',
    );
  }
}
