import * as z from 'zod';
import { Breakpoint } from '../document/breakpoint';
import { Identifier } from '../document/identifier';

/** For so many days a link can be opened at most. */
const mostDays = 365;

const LinkName = z.string().trim().min(1, 'Give the link a name.').max(80, 'A name has at most 80 letters.');
/** A word the link opens with, told to the client another way than the link. */
const Word = z
  .string()
  .trim()
  .min(4, 'A password has at least 4 characters.')
  .max(100, 'A password has at most 100 characters.');
const Days = z
  .int('Say a whole number of days.')
  .min(1, 'A link lasts at least a day.')
  .max(mostDays, `A link lasts at most ${mostDays} days.`);

/** `POST /sites/:site/links`: what somebody may look at without an account, and for how long. */
export const NewPreviewLink = z
  .strictObject({
    name: LinkName,
    /** The one page it shows; all of the site's where it is not said. */
    page: Identifier.optional(),
    /** The release it shows; the draft, following every change, where it is not said. */
    release: z.int().positive().optional(),
    word: Word.optional(),
    days: Days,
  })
  .readonly();
export type NewPreviewLink = z.infer<typeof NewPreviewLink>;

/** `PATCH /sites/:site/links/:link`; a word that is null is no longer asked for. */
export const PreviewLinkChange = z
  .strictObject({ name: LinkName.optional(), word: Word.nullable().optional(), days: Days.optional() })
  .refine((change) => Object.keys(change).length > 0, 'Say what to change.');
export type PreviewLinkChange = z.infer<typeof PreviewLinkChange>;

/** `POST /sites/:site/links`: the link made. */
export const PreviewLink = z
  .object({
    id: z.string(),
    name: z.string(),
    /** The address to send; null for whoever may not. */
    address: z.url().nullable(),
    page: z.object({ id: Identifier, title: z.string() }).readonly().nullable(),
    release: z.int().positive().nullable(),
    asksWord: z.boolean(),
    /** ISO 8601 dates and times. */
    ends: z.iso.datetime(),
    made: z.iso.datetime(),
    by: z.string(),
    remarks: z.int().nonnegative(),
  })
  .readonly();
export type PreviewLink = z.infer<typeof PreviewLink>;

/** `GET /sites/:site/links`, the newest first. */
export const PreviewLinks = z.object({
  /** What the site is called. */
  site: z.string(),
  mayBuild: z.boolean(),
  links: z.array(PreviewLink).readonly(),
  pages: z.array(z.object({ id: Identifier, title: z.string() }).readonly()).readonly(),
  releases: z.array(z.object({ number: z.int().positive(), name: z.string() }).readonly()).readonly(),
});
export type PreviewLinks = z.infer<typeof PreviewLinks>;

/** The key of a link, and what whoever opened it is known by from then on. */
export const LinkKey = z
  .string()
  .regex(/^[A-Za-z0-9_-]{43}$/, 'This is no whole link. Open it again from the message.');
export const LinkPass = z.string().regex(/^[0-9a-f]{32}$/);

/** `POST /shown`: opens a link; without an account. */
export const OpenLink = z.strictObject({ key: LinkKey, word: z.string().max(100).optional() });
export type OpenLink = z.infer<typeof OpenLink>;

/** What a link shows. */
export const Shown = z.object({
  name: z.string(),
  /** What the site is called. */
  site: z.string(),
  /** The origin its pages are served from, and their paths. */
  origin: z.url({ protocol: /^https?$/ }),
  pages: z.array(z.object({ id: Identifier, title: z.string(), path: z.string() }).readonly()).readonly(),
  breakpoints: z.array(Breakpoint).readonly(),
  release: z.int().positive().nullable(),
  ends: z.iso.datetime(),
  pass: LinkPass,
});
export type Shown = z.infer<typeof Shown>;
