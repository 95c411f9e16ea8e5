import * as z from 'zod';
import { Identifier } from '../document/identifier';
import { Language } from '../document/language';
import { Page, PagePath } from '../document/page';
import { Role } from './roles';
import { HostName, Site, SiteName } from '../document/site';
import { RequestId } from './request-id';

/** `GET /sites`: the sites somebody may open, each with its home page to draw. */
export const ClientCards = z.array(
  z
    .object({
      site: Site,
      role: Role,
      pages: z.int().nonnegative(),
      home: Page.nullable(),
      /** Since when it is archived, and when it will be deleted: ISO 8601 dates and times. */
      archived: z.iso.datetime().nullable(),
      goes: z.iso.datetime().nullable(),
    })
    .readonly(),
);
export type ClientCards = z.infer<typeof ClientCards>;

export const PageEntry = z
  .object({
    id: Identifier,
    title: z.string(),
    path: PagePath,
    /** When it was last changed: an ISO 8601 date and time. */
    changed: z.iso.datetime(),
    revision: z.int().nonnegative(),
    /** The page frame it names. */
    frame: Identifier.nullable(),
    /** The revision that is live. */
    live: z.int().nonnegative().nullable(),
    /** Paths it had before. */
    former: z.array(PagePath).readonly(),
    /** The path it is live at. */
    livePath: PagePath.nullable(),
  })
  .readonly();
export type PageEntry = z.infer<typeof PageEntry>;

/** `GET /sites/:site` */
export const DeskFacts = z.object({
  /** What whoever asks is on the site. */
  role: Role,
  archived: z.boolean(),
  site: Site,
  pages: z.array(PageEntry),
  /** Paths that the site's menus lead to. */
  menus: z.array(z.string()).readonly(),
  /** The address its home page is live at. */
  live: z.string(),
  /** How many releases are kept of a site that does not say it. */
  usuallyKept: z.int().positive(),
});
export type DeskFacts = z.infer<typeof DeskFacts>;

/** `GET /sites/:site/pages/:page`: a page as it is now. */
export const PageDocument = z.object({ page: Page });
export type PageDocument = z.infer<typeof PageDocument>;

/** `POST /sites/:site/pages` */
export const NewPage = z.strictObject({
  title: z.string().trim().min(1, 'A page needs a title.').max(200),
  path: PagePath,
  copyOf: Identifier.optional(),
  /** Of a copy from another site, where both have something of one name that is not alike: this site’s, or both. */
  onClash: z.enum(['here', 'both']).optional(),
  /** The id of a ready-made page it begins as. */
  from: z.string().max(40).optional(),
  /** The page frame it stands in; a copy of a page of the same site stands in its original's. */
  frame: Identifier.optional(),
  /** The page that is at the path so far: it moves to another, or into the bin where none is named. */
  instead: z.strictObject({ page: Identifier, path: PagePath.optional() }).optional(),
  request: RequestId.optional(),
});
export type NewPage = z.infer<typeof NewPage>;
/** `GET /sites/:site/pages/from/:page`: what a copy of another site’s page would bring, and where the two don’t agree. */
export const WouldBring = z.object({
  clashes: z.object({ classes: z.array(z.string()).readonly(), tokens: z.array(z.string()).readonly() }).readonly(),
  brings: z
    .object({
      pictures: z.int().nonnegative(),
      downloads: z.int().nonnegative(),
      faces: z.int().nonnegative(),
      tokens: z.int().nonnegative(),
      classes: z.int().nonnegative(),
    })
    .readonly(),
  /** The breakpoints at which nothing is kept, by their names. */
  without: z.array(z.string()).readonly(),
});
export type WouldBring = z.infer<typeof WouldBring>;

export const MadePage = z.object({ id: Identifier, title: z.string(), path: PagePath });
export type MadePage = z.infer<typeof MadePage>;

/**
 * `POST /sites/:site/breakpoints/leaving`, asked with a `BreakpointChange`: what is set at breakpoints that would go,
 * on a page or on the site itself.
 */
export const LeavingPlaces = z.object({
  leaving: z.array(
    z.object({ title: z.string(), values: z.array(z.object({ words: z.string(), goes: z.boolean() })).readonly() }),
  ),
});
export type LeavingPlaces = z.infer<typeof LeavingPlaces>;
export type LeavingPlace = LeavingPlaces['leaving'][number];

/** `GET /sites/:site/alike`: parts of its pages that set the very same values of their own. */
export const AlikeGroups = z.object({
  groups: z.array(
    z
      .object({
        key: z.string(),
        values: z.int().positive(),
        class: z.string().exactOptional(),
        pages: z
          .array(
            z
              .object({
                id: Identifier,
                title: z.string(),
                parts: z.int().positive(),
                names: z.array(z.string()).readonly(),
              })
              .readonly(),
          )
          .readonly(),
      })
      .readonly(),
  ),
});
export type AlikeGroups = z.infer<typeof AlikeGroups>;

/**
 * `GET /sites/:site/reach`: how many parts of each page every class and element style reaches, as `core/style/reach`
 * counts them.
 */
export const ReachedPages = z.object({
  pages: z.array(
    z
      .object({
        id: Identifier,
        title: z.string(),
        path: PagePath,
        reach: z.record(z.string(), z.int().positive()).readonly(),
      })
      .readonly(),
  ),
});
export type ReachedPages = z.infer<typeof ReachedPages>;

/** `GET /hosts/:host`: whether a site may have this host name. */
export const HostFacts = z.object({ free: z.boolean(), problem: z.string().nullable() });
export type HostFacts = z.infer<typeof HostFacts>;

/** `GET /sites/:site/hosts`: the host names from which visitors are led on to a site, the newest first. */
export const FormerHosts = z.object({
  former: z.array(z.object({ host: HostName, live: z.string() }).readonly()).readonly(),
  /** Where its home page is live, or will be. */
  live: z.string(),
  /** Whether anything of it is live. */
  isLive: z.boolean(),
});
export type FormerHosts = z.infer<typeof FormerHosts>;

/** `PUT /sites/:site/host`: begins a move to another host name. */
export const HostChange = z.strictObject({ host: HostName });
/** How such a move ended. */
export const MovedSite = z.object({ host: HostName });
export type MovedSite = z.infer<typeof MovedSite>;

/** `POST /sites` */
export const NewSite = z.strictObject({
  name: SiteName,
  host: HostName,
  language: Language,
  /** The id of a set of breakpoints. */
  breakpoints: z.string().max(40),
  /** The name of a ready-made look. */
  look: z.string().max(60).optional(),
  /** The title of its first page. */
  home: z.string().trim().min(1, 'The first page needs a title.').max(200),
  request: RequestId.optional(),
});
export type NewSite = z.infer<typeof NewSite>;
/** The site, and its home page. */
export const MadeSite = z.object({ id: Identifier, home: Identifier });
export type MadeSite = z.infer<typeof MadeSite>;

/** `POST /sites/:site/copy` */
export const SiteCopy = z.strictObject({ name: SiteName, host: HostName });
export type SiteCopy = z.infer<typeof SiteCopy>;
export const CopiedSite = z.object({ id: Identifier });

/** `PUT /sites/:site/archived` */
export const Archiving = z.strictObject({ archived: z.boolean() });

/** `DELETE /sites/:site`: at once where its name is typed, else after thirty days. */
export const SiteRemoval = z.strictObject({ name: z.string().max(200).optional() });
export const RemovedSite = z.object({ goes: z.iso.datetime().nullable() });
