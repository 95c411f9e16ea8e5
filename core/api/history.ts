import * as z from 'zod';

/** What is done on a site besides editing. */
export const actWords = [
  'began the site',
  'archived the site',
  'brought the site back',
  'deleted the site',
  'took the site offline',
  'put the site online',
  'made a page',
  'deleted a page',
  'brought a page back',
  'deleted a page for good',
  'invited',
  'took an invitation back',
  'joined',
  'changed a role',
  'removed',
  'made a link',
  'took a link back',
] as const;
export const ActWord = z.enum(actWords);
export type ActWord = z.infer<typeof ActWord>;

/** `GET /sites/:site/history`: from which entry on, backwards. */
export const HistoryRequest = z.object({ before: z.iso.datetime().optional() });

const Entry = z
  .object({
    who: z.string(),
    /** When it ended: an ISO 8601 date and time; the time of an earlier one asks for what came before. */
    at: z.iso.datetime(),
    since: z.iso.datetime(),
    /** On which page; null where it was on no one page. */
    page: z.object({ id: z.string(), title: z.string() }).readonly().nullable(),
    /** What was done, a line each. */
    lines: z.array(z.string()).readonly(),
  })
  .readonly();
export const SiteHistory = z.object({
  /** What the site is called. */
  site: z.string(),
  entries: z.array(Entry).readonly(),
  /** Where to ask on; null where this is all there is. */
  next: z.iso.datetime().nullable(),
});
export type SiteHistory = z.infer<typeof SiteHistory>;
