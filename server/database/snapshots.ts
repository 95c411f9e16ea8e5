import type { MigrationInterface, QueryRunner } from 'typeorm';
import * as z from 'zod';
import type { Page } from '@core/document/page';
import { factsOf } from '../pages/facts';

const Rows = z.array(z.object({ id: z.string(), document: z.custom<Page>() }));

/**
 * The log is what is stored: documents are snapshots of it, with the revision each was written at, and what is asked
 * of many pages stands in columns.
 */
export class Snapshots1764250100000 implements MigrationInterface {
  readonly name = 'Snapshots1764250100000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement);
    for (const { id, document } of Rows.parse(await runner.query('SELECT id, document FROM pages'))) {
      const { title, menus, shows } = factsOf(document);
      await runner.query('UPDATE pages SET title = $2, menus = $3, shows = $4 WHERE id = $1', [
        id,
        title,
        menus,
        shows,
      ]);
    }
  }

  /** Documents have to be written whole before. */
  async down(): Promise<void> {
    throw new Error(
      'What was edited since the last snapshots would be lost: restore the database from before instead.',
    );
  }
}

/**
 * Stores a batch in one statement: the revisions it was made on are held against those there are, the site's before
 * the page's, as everybody does.
 * Tells all servers of it. Says `stored`; `known` where a batch of this id is stored already; `stale` where a
 * revision is another by now: then nothing has changed.
 */
export const storeBatch = `CREATE FUNCTION store_batch(
    batch text, of_site text, site_was integer, on_site boolean, of_page text, page_was integer, on_page boolean,
    by_account text, said json, facts json
  ) RETURNS text LANGUAGE plpgsql AS $$
  DECLARE entry bigint;
  BEGIN
    IF EXISTS (SELECT FROM batches WHERE id = batch) THEN RETURN 'known'; END IF;
    IF on_site THEN
      PERFORM FROM sites WHERE id = of_site AND revision = site_was FOR NO KEY UPDATE;
    ELSE
      PERFORM FROM sites WHERE id = of_site AND revision = site_was FOR SHARE;
    END IF;
    IF NOT FOUND THEN RETURN 'stale'; END IF;
    IF on_page THEN
      UPDATE pages SET revision = revision + 1, changed = now(),
        title = coalesce(facts ->> 'title', title),
        menus = CASE WHEN facts IS NULL THEN menus ELSE ARRAY(SELECT json_array_elements_text(facts -> 'menus')) END,
        shows = CASE WHEN facts IS NULL THEN shows ELSE ARRAY(SELECT json_array_elements_text(facts -> 'shows')) END
      WHERE id = of_page AND revision = page_was;
      IF NOT FOUND THEN RETURN 'stale'; END IF;
    END IF;
    IF on_site THEN UPDATE sites SET revision = revision + 1 WHERE id = of_site; END IF;
    INSERT INTO batches (id, site, site_revision, page, revision, account, edits) VALUES (
      batch, of_site, CASE WHEN on_site THEN site_was + 1 END,
      CASE WHEN on_page THEN of_page END, CASE WHEN on_page THEN page_was + 1 END, by_account, said) RETURNING "order" INTO entry;
    PERFORM pg_notify('fold_line', json_build_object(
      'batch', batch, 'order', entry, 'site', of_site, 'page', CASE WHEN on_page THEN of_page END)::text);
    RETURN 'stored';
  END $$`;

const statements = [
  `ALTER TABLE sites ADD COLUMN snapshot integer NOT NULL DEFAULT 0`,
  `ALTER TABLE pages ADD COLUMN snapshot integer NOT NULL DEFAULT 0, ADD COLUMN title text NOT NULL DEFAULT '',
    ADD COLUMN menus text[] NOT NULL DEFAULT '{}', ADD COLUMN shows text[] NOT NULL DEFAULT '{}'`,
  'UPDATE sites SET snapshot = revision',
  'UPDATE pages SET snapshot = revision',
  storeBatch,
];
