import { EntitySchema } from 'typeorm';
import type { Edit } from '@core/document/edits/edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';

export interface AccountRow {
  id: string;
  email: string;
  name: string;
  password: string;
}
export const Accounts = new EntitySchema<AccountRow>({
  name: 'account',
  tableName: 'accounts',
  columns: {
    id: { type: 'text', primary: true },
    email: { type: 'text', unique: true },
    name: { type: 'text' },
    password: { type: 'text' },
  },
});

export interface SiteRow {
  id: string;
  host: string;
  document: Site;
}
export const Sites = new EntitySchema<SiteRow>({
  name: 'site',
  tableName: 'sites',
  columns: {
    id: { type: 'text', primary: true },
    host: { type: 'text', unique: true },
    document: { type: 'json' },
  },
});

export interface MembershipRow {
  account: string;
  site: string;
}
export const Memberships = new EntitySchema<MembershipRow>({
  name: 'membership',
  tableName: 'memberships',
  columns: { account: { type: 'text', primary: true }, site: { type: 'text', primary: true } },
});

export interface PageRow {
  id: string;
  site: string;
  path: string;
  revision: number;
  document: Page;
  changed: Date;
  /** Paths it had before, the oldest first. */
  formerPaths: string[];
}
export const Pages = new EntitySchema<PageRow>({
  name: 'page',
  tableName: 'pages',
  columns: {
    id: { type: 'text', primary: true },
    site: { type: 'text' },
    path: { type: 'text' },
    revision: { type: 'int' },
    document: { type: 'json' },
    changed: { type: 'timestamptz', default: () => 'now()' },
    formerPaths: { name: 'former_paths', type: 'text', array: true, default: () => "'{}'" },
  },
  uniques: [{ columns: ['site', 'path'] }],
});

export interface BatchRow {
  page: string;
  revision: number;
  id: string;
  account: string;
  edits: readonly Edit[];
  at: Date;
}
export const Batches = new EntitySchema<BatchRow>({
  name: 'batch',
  tableName: 'batches',
  columns: {
    page: { type: 'text', primary: true },
    revision: { type: 'int', primary: true },
    id: { type: 'text', unique: true },
    account: { type: 'text' },
    edits: { type: 'json' },
    at: { type: 'timestamptz', default: () => 'now()' },
  },
});

export interface PictureFileRow {
  site: string;
  file: string;
  bytes: Buffer;
}
export const PictureFiles = new EntitySchema<PictureFileRow>({
  name: 'pictureFile',
  tableName: 'picture_files',
  columns: {
    site: { type: 'text', primary: true },
    file: { type: 'text', primary: true },
    bytes: { type: 'bytea' },
  },
});

/** The pages of a release as they were when it was made, with what compile needs of the site. */
export interface ReleaseContent {
  readonly site: Site;
  readonly pages: Readonly<Record<string, { readonly revision: number; readonly document: Page }>>;
}
export interface ReleaseRow {
  site: string;
  number: number;
  account: string;
  content: ReleaseContent;
  at: Date;
}
export const Releases = new EntitySchema<ReleaseRow>({
  name: 'release',
  tableName: 'releases',
  columns: {
    site: { type: 'text', primary: true },
    number: { type: 'int', primary: true },
    account: { type: 'text' },
    content: { type: 'json' },
    at: { type: 'timestamptz', default: () => 'now()' },
  },
});

export interface PreviewRow {
  site: string;
  token: string;
}
export const Previews = new EntitySchema<PreviewRow>({
  name: 'preview',
  tableName: 'previews',
  columns: { site: { type: 'text', primary: true }, token: { type: 'text', unique: true } },
});

export const entities = [Accounts, Sites, Memberships, Pages, Batches, PictureFiles, Releases, Previews];
