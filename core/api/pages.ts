import * as z from 'zod';
import { AnyEdits, LoggedEdits } from '../document/edits/site-edit';
import { Identifier } from '../document/identifier';
import { PageFrame } from '../document/frames/page-frame';
import { KeptSection } from '../document/sections/kept-section';
import { Page, PagePath } from '../document/page';
import { Role } from './roles';
import { RedirectTo, Site, Styling } from '../document/site';

const Revision = z.int().min(0).max(2_147_483_647);

/** `GET /pages/:page`: all that is needed to work on it. */
export const PageFacts = z.object({
  /** What whoever asks is on the site. */
  role: Role,
  archived: z.boolean(),
  site: Site,
  page: Page,
  revision: Revision,
  siteRevision: Revision,
  /** The newest release of the site: the page as it is in it, the sections it shows, and what decides how it looks. */
  release: z
    .object({
      number: z.int().positive(),
      page: Page.nullable(),
      sections: z.array(KeptSection).optional(),
      frames: z.array(PageFrame).optional(),
      styling: Styling,
    })
    .nullable(),
  /** What the pages of the site are called, by their ids. */
  titles: z.record(Identifier, z.string()),
  /** The address it is or will be live at. */
  live: z.string(),
});
export type PageFacts = z.infer<typeof PageFacts>;

/**
 * `POST /pages/:page/edits`: edits of the page and its site with an id of their own, so that sending them twice
 * stores them once, and the revisions they were made on.
 */
export const Batch = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{16,40}$/),
  base: Revision,
  /** The site's; without it the answer says nothing of what else happened to the site. */
  siteBase: Revision.optional(),
  edits: AnyEdits.readonly(),
});
export type Batch = z.infer<typeof Batch>;

/**
 * A batch as it was stored: the page's revision after it, and the site's, each where it changed. To another page's
 * editor it tells only what concerns the site.
 */
export const Stored = z
  .object({
    revision: Revision.nullable(),
    siteRevision: Revision.nullable(),
    id: z.string(),
    edits: LoggedEdits.readonly(),
  })
  .readonly();
export type Stored = z.infer<typeof Stored>;

/** What was stored after a revision of the page or of its site, oldest first. */
export const Log = z.object({ log: z.array(Stored) });
export type Log = z.infer<typeof Log>;

const AskedRevision = z
  .string()
  .regex(/^\d{1,10}$/, 'A revision is a whole number.')
  .transform(Number)
  .pipe(Revision);

/** `GET /pages/:page/log` */
export const LogRequest = z.object({
  since: AskedRevision,
  site: AskedRevision.optional(),
});

/** `POST /pages/:page/would-change`: edits that are not stored. */
export const WouldBeEdits = z.strictObject({ edits: AnyEdits.readonly() });
export type WouldBeEdits = z.infer<typeof WouldBeEdits>;
/** The other pages of the site on which parts would look different. */
export const WouldChange = z.object({
  pages: z.array(z.object({ id: Identifier, title: z.string(), parts: z.int().positive() }).readonly()),
});
export type WouldChange = z.infer<typeof WouldChange>;

/** `DELETE /pages/:page`: it waits in the bin of its site. */
export const PageRemoval = z.strictObject({
  /** What is live of it stays so until something is published. */
  staysLive: z.boolean().optional(),
  /** Where visitors are led who ask for it. */
  redirect: RedirectTo.optional(),
  /** The page of the site that links to it lead to from then on; they lead nowhere where none is named. */
  relink: Identifier.optional(),
});
export type PageRemoval = z.infer<typeof PageRemoval>;

/** `GET /pages/:page/linked`: what leads to a page. */
export const Linked = z.object({
  /** Names. */
  menus: z.array(z.string()).readonly(),
  sections: z.array(z.string()).readonly(),
  pages: z.array(z.object({ title: z.string(), path: PagePath, links: z.int().positive() }).readonly()).readonly(),
});
export type Linked = z.infer<typeof Linked>;

/** `GET /sites/:site/bin`: the pages that were deleted, and can be brought back. */
export const Bin = z.object({
  pages: z
    .array(
      z
        .object({
          id: Identifier,
          title: z.string(),
          path: PagePath,
          by: z.string(),
          gone: z.iso.datetime(),
          /** When it goes for good. */
          ends: z.iso.datetime(),
        })
        .readonly(),
    )
    .readonly(),
});
export type Bin = z.infer<typeof Bin>;

/** `POST /sites/:site/bin/:page`: brings it back, at another path where its own is taken. */
export const Bringing = z.strictObject({ path: PagePath.optional() });
