import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Roles on sites, links that are used once, and what is done besides editing. */
export class People1764420000000 implements MigrationInterface {
  readonly name = 'People1764420000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE acts, single_links');
    await runner.query('ALTER TABLE memberships DROP COLUMN role');
    await runner.query('ALTER TABLE accounts DROP COLUMN studio');
  }
}

const statements = [
  // whoever was there before did everything
  `ALTER TABLE memberships ADD COLUMN role text NOT NULL DEFAULT 'owner'
    CHECK (role IN ('owner', 'editor', 'content', 'reader'))`,
  'ALTER TABLE memberships ALTER COLUMN role DROP DEFAULT',
  'ALTER TABLE accounts ADD COLUMN studio boolean NOT NULL DEFAULT true',
  'ALTER TABLE accounts ALTER COLUMN studio SET DEFAULT false',
  `CREATE TABLE single_links (
    id text PRIMARY KEY,
    hash text NOT NULL UNIQUE,
    "for" text NOT NULL CHECK ("for" IN ('first account', 'invitation', 'password')),
    email text,
    site text REFERENCES sites (id) ON DELETE CASCADE,
    role text,
    studio boolean NOT NULL DEFAULT false,
    account text REFERENCES accounts (id) ON DELETE CASCADE,
    made timestamptz NOT NULL DEFAULT now(),
    ends timestamptz NOT NULL)`,
  'CREATE INDEX single_links_site ON single_links (site)',
  `CREATE TABLE acts (
    id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
    site text NOT NULL REFERENCES sites (id) ON DELETE CASCADE,
    account text,
    what text NOT NULL,
    about json NOT NULL,
    at timestamptz NOT NULL DEFAULT now())`,
  'CREATE INDEX acts_site_at ON acts (site, at)',
  'CREATE INDEX batches_site_at ON batches (site, at)',
  `CREATE INDEX sessions_account ON sessions ((sess ->> 'account'))`,
];
