import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Accounts, sites, pages with their log of edits, pictures, releases, previews and sessions. */
export class FirstTables1700000000000 implements MigrationInterface {
  readonly name = 'FirstTables1700000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      'DROP TABLE sessions, previews, releases, picture_files, batches, pages, memberships, sites, accounts',
    );
  }
}

const statements = [
  `CREATE TABLE accounts (
    id text NOT NULL, email text NOT NULL, name text NOT NULL, password text NOT NULL,
    CONSTRAINT accounts_id PRIMARY KEY (id), CONSTRAINT accounts_email UNIQUE (email))`,
  `CREATE TABLE sites (
    id text NOT NULL, host text NOT NULL, document json NOT NULL,
    CONSTRAINT sites_id PRIMARY KEY (id), CONSTRAINT sites_host UNIQUE (host))`,
  `CREATE TABLE memberships (
    account text NOT NULL REFERENCES accounts(id) ON DELETE CASCADE, site text NOT NULL REFERENCES sites(id) ON DELETE CASCADE,
    CONSTRAINT memberships_id PRIMARY KEY (account, site))`,
  `CREATE TABLE pages (
    id text NOT NULL, site text NOT NULL REFERENCES sites(id) ON DELETE CASCADE, path text NOT NULL, revision integer NOT NULL,
    document json NOT NULL, changed timestamptz NOT NULL DEFAULT now(),
    CONSTRAINT pages_id PRIMARY KEY (id), CONSTRAINT pages_path UNIQUE (site, path))`,
  `CREATE TABLE batches (
    page text NOT NULL REFERENCES pages(id) ON DELETE CASCADE, revision integer NOT NULL, id text NOT NULL,
    account text NOT NULL, edits json NOT NULL, at timestamptz NOT NULL DEFAULT now(),
    CONSTRAINT batches_place PRIMARY KEY (page, revision), CONSTRAINT batches_id UNIQUE (id))`,
  `CREATE TABLE picture_files (
    site text NOT NULL REFERENCES sites(id) ON DELETE CASCADE, file text NOT NULL, bytes bytea NOT NULL,
    CONSTRAINT picture_files_id PRIMARY KEY (site, file))`,
  `CREATE TABLE releases (
    site text NOT NULL REFERENCES sites(id) ON DELETE CASCADE, number integer NOT NULL, account text NOT NULL,
    content json NOT NULL, at timestamptz NOT NULL DEFAULT now(),
    CONSTRAINT releases_id PRIMARY KEY (site, number))`,
  `CREATE TABLE previews (
    site text NOT NULL REFERENCES sites(id) ON DELETE CASCADE, token text NOT NULL,
    CONSTRAINT previews_id PRIMARY KEY (site), CONSTRAINT previews_token UNIQUE (token))`,
  `CREATE TABLE sessions (
    sid varchar NOT NULL COLLATE "default", sess json NOT NULL, expire timestamp(6) NOT NULL,
    CONSTRAINT sessions_id PRIMARY KEY (sid))`,
  'CREATE INDEX sessions_expire ON sessions (expire)',
];
