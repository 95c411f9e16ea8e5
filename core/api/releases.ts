import * as z from 'zod';
import { Breakpoint } from '../document/breakpoint';
import { Identifier } from '../document/identifier';
import { Page } from '../document/page';
import { Site, Styling, WeightBudget } from '../document/site';

/** `POST /pages/:page/preview` */
export const Preview = z.object({
  address: z.url({ protocol: /^https?$/ }),
  title: z.string(),
  /** What the site is called, and its id. */
  site: z.string(),
  siteId: Identifier,
  breakpoints: z.array(Breakpoint).readonly(),
});
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
      .exactOptional(),
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

/** So many days ahead a release may be set for. */
export const mostDaysAhead = 90;
/** `POST /sites/:site/releases`: publishes several pages at once, now or at a time that is said. */
export const PublishSeveral = z.strictObject({
  pages: z.array(Identifier).min(1, 'Choose at least one page.').max(1000),
  /** Which revisions of them were looked at: where one has changed since, nothing is published. */
  revisions: z.record(Identifier, z.int().nonnegative()).optional(),
  /** ISO 8601 date and time. */
  at: z.iso.datetime({ offset: true }).optional(),
  ...words,
});
export type PublishSeveral = z.infer<typeof PublishSeveral>;

/** `GET /sites/:site/releases/planned`: what is to be published later, the soonest first, and what could not be. */
export const PlannedReleases = z.object({
  planned: z.array(
    z
      .object({
        ...{ work: z.uuid(), at: z.iso.datetime(), by: z.string(), name: z.string(), pages: z.int().positive() },
        /** Why it was not published, where its time has come and it could not be. */
        problem: z.string().nullable(),
      })
      .readonly(),
  ),
});
export type PlannedRelease = z.infer<typeof PlannedReleases>['planned'][number];

/** What a page weighs as it is sent, in bytes: its HTML and CSS compressed, its typefaces, its pictures at their largest. */
export const PageWeight = z.object({
  text: z.int().nonnegative(),
  faces: z.int().nonnegative(),
  pictures: z.int().nonnegative(),
});
export type PageWeight = z.infer<typeof PageWeight>;

/** `GET /sites/:site/releases/next`: the site as it is live, and the release that is; neither where nothing is. */
export const LiveSite = z.object({ number: z.int().positive().nullable(), site: Site.nullable() });
export type LiveSite = z.infer<typeof LiveSite>;

/** `PUT /sites/:site/budget` */
export const BudgetChange = z.strictObject({ budget: WeightBudget.nullable() });

/** `GET /sites/:site/releases/next/:page`: a page as it is, and as it is live. */
export const NextOfPage = z.object({
  page: Page,
  revision: z.int().nonnegative(),
  live: Page.nullable(),
  /** It is live, and what the site says now shows on it though it is published no further than it is. */
  changesWithSite: z.boolean(),
  weight: PageWeight,
});
export type NextOfPage = z.infer<typeof NextOfPage>;
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
