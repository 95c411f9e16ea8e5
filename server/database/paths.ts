import type { MigrationInterface, QueryRunner } from 'typeorm';
import * as z from 'zod';
import type { Page } from '@core/document/page';
import { storeBatch } from './snapshots';

const Rows = z.array(z.object({ id: z.string(), path: z.string(), document: z.custom<Page>() }));

/**
 * Before a batch is entered its facts may name another path of the page; the one it had is remembered, twenty at
 * most.
 */
export const withPath = storeBatch.replace(
  `UPDATE pages SET revision = revision + 1, changed = now(),`,
  `UPDATE pages SET revision = revision + 1, changed = now(),
        path = coalesce(facts ->> 'path', path),
        former_paths = CASE WHEN coalesce(facts ->> 'path', path) = path THEN former_paths ELSE
          (array_append(array_remove(array_remove(former_paths, facts ->> 'path'), path), path))[
            greatest(1, cardinality(array_remove(array_remove(former_paths, facts ->> 'path'), path)) - 18):] END,`,
);

/** Paths are edits: what a document says of its path holds, and its column follows it. */
export class Paths1764270000000 implements MigrationInterface {
  readonly name = 'Paths1764270000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(withPath.replace('CREATE FUNCTION', 'CREATE OR REPLACE FUNCTION'));
    for (const { id, path, document } of Rows.parse(await runner.query('SELECT id, path, document FROM pages')))
      if (document.path !== path)
        await runner.query('UPDATE pages SET document = $2 WHERE id = $1', [id, JSON.stringify({ ...document, path })]);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(storeBatch.replace('CREATE FUNCTION', 'CREATE OR REPLACE FUNCTION'));
  }
}
