import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Links for clients, and what clients say on them. */
export class Remarks1764450000000 implements MigrationInterface {
  readonly name = 'Remarks1764450000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE preview_links (
        id text PRIMARY KEY,
        site text NOT NULL REFERENCES sites (id) ON DELETE CASCADE,
        name text NOT NULL,
        key text NOT NULL UNIQUE,
        pass text NOT NULL UNIQUE,
        page text,
        release integer,
        word text,
        account text NOT NULL,
        made timestamptz NOT NULL DEFAULT now(),
        ends timestamptz NOT NULL)`,
    );
    await runner.query('CREATE INDEX preview_links_site ON preview_links (site)');
    await runner.query(
      `CREATE TABLE remarks (
        id text PRIMARY KEY,
        site text NOT NULL REFERENCES sites (id) ON DELETE CASCADE,
        link text REFERENCES preview_links (id) ON DELETE SET NULL,
        page text NOT NULL, part text NOT NULL, about text NOT NULL,
        x real NOT NULL, y real NOT NULL, breakpoint text NOT NULL, width integer NOT NULL,
        words text NOT NULL, by text NOT NULL, at timestamptz NOT NULL DEFAULT now(),
        settled timestamptz, settled_by text)`,
    );
    await runner.query('CREATE INDEX remarks_site ON remarks (site, page)');
    await runner.query('CREATE INDEX remarks_link ON remarks (link)');
    await runner.query(
      `CREATE TABLE answers (
        id text PRIMARY KEY,
        remark text NOT NULL REFERENCES remarks (id) ON DELETE CASCADE,
        account text, words text NOT NULL, by text NOT NULL, at timestamptz NOT NULL DEFAULT now())`,
    );
    await runner.query('CREATE INDEX answers_remark ON answers (remark)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE answers, remarks, preview_links');
  }
}
