import { EntitySchema } from 'typeorm';
import type { ActWord } from '@core/api/history';
import type { Offline } from '@core/api/releases';
import type { Role } from '@core/api/roles';
import type { WorkState } from '@core/api/work';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Reach } from '@core/style/reach';
import { Hosts } from './host-row';

export interface AccountRow {
  id: string;
  email: string;
  name: string;
  password: string;
  /** They work at the studio: they may begin clients. */
  studio: boolean;
}
export const Accounts = new EntitySchema<AccountRow>({
  name: 'account',
  tableName: 'accounts',
  columns: {
    id: { type: 'text', primary: true },
    email: { type: 'text', unique: true },
    name: { type: 'text' },
    password: { type: 'text' },
    studio: { type: 'boolean', default: false },
  },
});

export interface SiteRow {
  id: string;
  host: string;
  revision: number;
  /** The revision the document was written at. */
  snapshot: number;
  /** The document as it was then; as it is now, `DocumentStore` knows it. */
  written: Site;
  /** Since when it is out of the way, and can’t be worked on. */
  archived: Date | null;
  /** When it will be deleted. */
  goes: Date | null;
  /** What visitors are told in place of its pages. */
  offline: Offline | null;
}
export const Sites = new EntitySchema<SiteRow>({
  name: 'site',
  tableName: 'sites',
  columns: {
    id: { type: 'text', primary: true },
    host: { type: 'text', unique: true },
    revision: { type: 'int', default: 0 },
    snapshot: { type: 'int', default: 0 },
    written: { name: 'document', type: 'json' },
    archived: { type: 'timestamptz', nullable: true },
    goes: { type: 'timestamptz', nullable: true },
    offline: { type: 'json', nullable: true },
  },
});

export interface MembershipRow {
  account: string;
  site: string;
  role: Role;
}
export const Memberships = new EntitySchema<MembershipRow>({
  name: 'membership',
  tableName: 'memberships',
  columns: {
    account: { type: 'text', primary: true },
    site: { type: 'text', primary: true },
    role: { type: 'text' },
  },
});

export interface PageRow {
  id: string;
  site: string;
  path: string;
  title: string;
  /** Paths that the menus of its own parts lead to. */
  menus: string[];
  /** The shared sections it shows. */
  shows: string[];
  /** How many of its parts each class and element style reaches; null until it is first asked for. */
  reach: Reach | null;
  revision: number;
  /** The revision the document was written at. */
  snapshot: number;
  /** The document as it was then; as it is now, `DocumentStore` knows it. */
  written: Page;
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
    title: { type: 'text', default: '' },
    menus: { type: 'text', array: true, default: () => "'{}'" },
    shows: { type: 'text', array: true, default: () => "'{}'" },
    reach: { type: 'json', nullable: true },
    revision: { type: 'int' },
    snapshot: { type: 'int', default: 0 },
    written: { name: 'document', type: 'json' },
    changed: { type: 'timestamptz', default: () => 'now()' },
    formerPaths: { name: 'former_paths', type: 'text', array: true, default: () => "'{}'" },
  },
  uniques: [{ columns: ['site', 'path'] }],
});

/** A page that was deleted and can be brought back. */
export interface BinnedPageRow {
  id: string;
  site: string;
  path: string;
  title: string;
  document: Page;
  /** Its revision as it went. */
  revision: number;
  formerPaths: string[];
  account: string;
  gone: Date;
  /** When it is let go of. */
  ends: Date;
}
export const BinnedPages = new EntitySchema<BinnedPageRow>({
  name: 'binnedPage',
  tableName: 'binned_pages',
  columns: {
    id: { type: 'text', primary: true },
    site: { type: 'text' },
    path: { type: 'text' },
    title: { type: 'text' },
    document: { type: 'json' },
    revision: { type: 'int' },
    formerPaths: { name: 'former_paths', type: 'text', array: true, default: () => "'{}'" },
    account: { type: 'text' },
    gone: { type: 'timestamptz', default: () => 'now()' },
    ends: { type: 'timestamptz' },
  },
});

/** What was stored at once: the page's revision after it, and the site's, each where it changed. */
export interface BatchRow {
  id: string;
  /** The order in which batches were stored, as far as they concern the same page or site. */
  order: string;
  site: string;
  siteRevision: number | null;
  page: string | null;
  revision: number | null;
  account: string;
  edits: readonly AnyEdit[];
  at: Date;
}
export const Batches = new EntitySchema<BatchRow>({
  name: 'batch',
  tableName: 'batches',
  columns: {
    id: { type: 'text', primary: true },
    order: { type: 'bigint', generated: 'increment' },
    site: { type: 'text' },
    siteRevision: { name: 'site_revision', type: 'int', nullable: true },
    page: { type: 'text', nullable: true },
    revision: { type: 'int', nullable: true },
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
  /** Paths that pages were live at before, each with the id of its page. */
  readonly moved?: Readonly<Record<string, string>>;
}
export interface ReleaseRow {
  site: string;
  number: number;
  account: string;
  content: ReleaseContent;
  at: Date;
  /** By which work it was made. */
  work: string | null;
  name: string;
  note: string;
  /** What it weighs, and how many pages it has; unknown of those made before it was asked. */
  bytes: string | null;
  pages: number | null;
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
    work: { type: 'uuid', nullable: true, unique: true },
    name: { type: 'text', default: '' },
    note: { type: 'text', default: '' },
    bytes: { type: 'bigint', nullable: true },
    pages: { type: 'int', nullable: true },
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

/** A link for a client: what it shows, until when, and the word it opens with, as a hash. */
export interface PreviewLinkRow {
  id: string;
  site: string;
  name: string;
  /** Opens it: behind the `#` of the address that is sent. */
  key: string;
  /** What whoever opened it is known by, and the name of the host it is served from; another one once its word is. */
  pass: string;
  page: string | null;
  release: number | null;
  word: string | null;
  account: string;
  made: Date;
  ends: Date;
}
export const PreviewLinks = new EntitySchema<PreviewLinkRow>({
  name: 'previewLink',
  tableName: 'preview_links',
  columns: {
    id: { type: 'text', primary: true },
    site: { type: 'text' },
    name: { type: 'text' },
    key: { type: 'text', unique: true },
    pass: { type: 'text', unique: true },
    page: { type: 'text', nullable: true },
    release: { type: 'int', nullable: true },
    word: { type: 'text', nullable: true },
    account: { type: 'text' },
    made: { type: 'timestamptz', default: () => 'now()' },
    ends: { type: 'timestamptz' },
  },
});

/** What a client said on such a link, pinned to a part. */
export interface RemarkRow {
  id: string;
  site: string;
  link: string | null;
  page: string;
  part: string;
  about: string;
  x: number;
  y: number;
  breakpoint: string;
  width: number;
  words: string;
  by: string;
  at: Date;
  settled: Date | null;
  settledBy: string | null;
}
export const Remarks = new EntitySchema<RemarkRow>({
  name: 'remark',
  tableName: 'remarks',
  columns: {
    id: { type: 'text', primary: true },
    site: { type: 'text' },
    link: { type: 'text', nullable: true },
    page: { type: 'text' },
    part: { type: 'text' },
    about: { type: 'text' },
    x: { type: 'real' },
    y: { type: 'real' },
    breakpoint: { type: 'text' },
    width: { type: 'int' },
    words: { type: 'text' },
    by: { type: 'text' },
    at: { type: 'timestamptz', default: () => 'now()' },
    settled: { type: 'timestamptz', nullable: true },
    settledBy: { name: 'settled_by', type: 'text', nullable: true },
  },
});

/** What was said to a remark; by somebody without an account where none is named. */
export interface AnswerRow {
  id: string;
  remark: string;
  account: string | null;
  words: string;
  by: string;
  at: Date;
}
export const Answers = new EntitySchema<AnswerRow>({
  name: 'answer',
  tableName: 'answers',
  columns: {
    id: { type: 'text', primary: true },
    remark: { type: 'text' },
    account: { type: 'text', nullable: true },
    words: { type: 'text' },
    by: { type: 'text' },
    at: { type: 'timestamptz', default: () => 'now()' },
  },
});

/** A link that somebody is sent and that is used once; only the hash of its key is kept. */
export interface SingleLinkRow {
  id: string;
  hash: string;
  for: 'first account' | 'invitation' | 'password';
  /** To whom it was sent. */
  email: string | null;
  /** Of an invitation: to which site, as what, and by whom. */
  site: string | null;
  role: Role | null;
  studio: boolean;
  /** Whose password it sets, or who invited. */
  account: string | null;
  made: Date;
  ends: Date;
}
export const SingleLinks = new EntitySchema<SingleLinkRow>({
  name: 'singleLink',
  tableName: 'single_links',
  columns: {
    id: { type: 'text', primary: true },
    hash: { type: 'text', unique: true },
    for: { type: 'text' },
    email: { type: 'text', nullable: true },
    site: { type: 'text', nullable: true },
    role: { type: 'text', nullable: true },
    studio: { type: 'boolean', default: false },
    account: { type: 'text', nullable: true },
    made: { type: 'timestamptz', default: () => 'now()' },
    ends: { type: 'timestamptz' },
  },
});

/** Something done on a site besides editing. */
export interface ActRow {
  id: string;
  site: string;
  account: string | null;
  what: ActWord;
  about: Readonly<Record<string, string>>;
  at: Date;
}
export const Acts = new EntitySchema<ActRow>({
  name: 'act',
  tableName: 'acts',
  columns: {
    id: { type: 'bigint', primary: true, generated: 'increment' },
    site: { type: 'text' },
    account: { type: 'text', nullable: true },
    what: { type: 'text' },
    about: { type: 'json' },
    at: { type: 'timestamptz', default: () => 'now()' },
  },
});

/** What takes a while, as `LongWork` does it. */
export const LongWorks = new EntitySchema<{
  id: string;
  queue: string;
  account: string | null;
  data: object;
  state: WorkState;
  /** Which server is at it. */
  server: number | null;
  tries: number;
  changed: Date;
  /** When it is to be done, where that is later than when it was begun. */
  due: Date | null;
}>({
  name: 'work',
  tableName: 'work',
  columns: {
    id: { type: 'uuid', primary: true },
    queue: { type: 'text' },
    account: { type: 'text', nullable: true },
    data: { type: 'json' },
    state: { type: 'jsonb' },
    server: { type: 'int', nullable: true },
    tries: { type: 'int', default: 0 },
    changed: { type: 'timestamptz', default: () => 'now()' },
    due: { type: 'timestamptz', nullable: true },
  },
});

export const entities = [
  Hosts,
  Accounts,
  Sites,
  Memberships,
  Pages,
  Batches,
  PictureFiles,
  Releases,
  Previews,
  LongWorks,
  SingleLinks,
  Acts,
  BinnedPages,
  PreviewLinks,
  Remarks,
  Answers,
];
