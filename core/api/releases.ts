import * as z from 'zod';
import { Identifier } from '../document/identifier';
import { Page } from '../document/page';
import { Styling } from '../document/site';

/** `POST /pages/:page/preview` */
export const Preview = z.object({ address: z.url() });
export type Preview = z.infer<typeof Preview>;

/** `GET /pages/:page/releases/next`: what publishing a page would change besides what was edited on it. */
export const ChangedBesides = z.object({
  /** What the site says changes the page itself: classes, elements, breakpoints, alt texts. */
  site: z.boolean(),
  /** Other live pages, and whether they share a section with it or what the site says changes them. */
  pages: z
    .array(z.object({ title: z.string(), path: z.string(), because: z.enum(['section', 'site', 'link']) }).readonly())
    .readonly(),
});
export type ChangedBesides = z.infer<typeof ChangedBesides>;

/**
 * `POST /pages/:page/releases`: the release made, the page in it, what decides how it looks, and the address it is
 * live at.
 */
export const Published = z.object({
  number: z.int().positive(),
  page: Page.nullable(),
  styling: Styling,
  live: z.url(),
});
export type Published = z.infer<typeof Published>;

/** What visitors are told while a site is offline: for good, or for a while (RFC 9110, 410 and 503). */
export const Offline = z.strictObject({
  status: z.union([z.literal(410), z.literal(503)]),
  words: z.string().trim().min(1, 'Say something to visitors.').max(500),
});
export type Offline = z.infer<typeof Offline>;

const ReleaseName = z.string().trim().max(80, 'A name has at most 80 letters.');
const ReleaseNote = z.string().trim().max(2000, 'A note has at most 2,000 letters.');
/** What a release is called, and what is to be known of it. */
const words = { name: ReleaseName.optional(), note: ReleaseNote.optional() };

/** `POST /pages/:page/releases` */
export const PublishPage = z.strictObject(words);
export type PublishPage = z.infer<typeof PublishPage>;

/** `GET /sites/:site/releases`: the newest first; the first is live. */
export const ReleaseList = z.object({
  /** What the site is called. */
  site: z.string(),
  mayBuild: z.boolean(),
  offline: Offline.nullable(),
  releases: z
    .array(
      z
        .object({
          number: z.int().positive(),
          at: z.iso.datetime(),
          by: z.string(),
          name: z.string(),
          note: z.string(),
          /** What all its files weigh. */
          bytes: z.int().nonnegative().nullable(),
          pages: z.int().nonnegative().nullable(),
        })
        .readonly(),
    )
    .readonly(),
});
export type ReleaseList = z.infer<typeof ReleaseList>;

/** `GET /sites/:site/releases/:number`: its pages. */
export const ReleasePages = z.object({
  pages: z.array(z.object({ id: Identifier, title: z.string(), path: z.string() }).readonly()).readonly(),
});
export type ReleasePages = z.infer<typeof ReleasePages>;

const Difference = z
  .object({
    what: z.string(),
    values: z
      .object({ was: z.string().optional(), is: z.string().optional() })
      .transform(({ was, is }) => ({ was, is }))
      .optional(),
  })
  .readonly();
/** `GET /sites/:site/releases/:number/since/:before`: what differs between two releases. */
export const ReleaseComparison = z.object({
  site: z.array(Difference).readonly(),
  pages: z
    .array(
      z
        .object({
          ...{ id: Identifier, title: z.string(), path: z.string(), is: z.enum(['new', 'gone', 'changed', 'same']) },
          /** How many differences there are; the first of them are listed. */
          count: z.int().nonnegative(),
          changes: z.array(Difference).readonly(),
        })
        .readonly(),
    )
    .readonly(),
});
export type ReleaseComparison = z.infer<typeof ReleaseComparison>;

/** `POST /sites/:site/releases`: publishes several pages at once. */
export const PublishSeveral = z.strictObject({
  pages: z.array(Identifier).min(1, 'Choose at least one page.').max(1000),
  ...words,
});
/** `POST /sites/:site/releases/:number/back`: makes a release again, or one page of it. */
export const BackRequest = z.strictObject({ page: Identifier.optional() });
/** What either ends with. */
export const MadeRelease = z.object({ number: z.int().positive() });
/** `PATCH /sites/:site/releases/:number` */
export const ReleaseWords = z
  .strictObject(words)
  .refine(({ name, note }) => name !== undefined || note !== undefined, 'Say a name or a note.');
export type ReleaseWords = z.infer<typeof ReleaseWords>;
/** `PUT /sites/:site/offline` */
export const OfflineChange = z.strictObject({ offline: Offline.nullable() });
