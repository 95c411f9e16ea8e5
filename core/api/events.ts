import * as z from 'zod';
import { Stored } from './pages';

/** What the stream `GET /pages/:page/feed` says, by the name of the event. */
export const pageEvents = {
  /** A batch was stored on the page. */
  message: Stored,
  /** The site has changed under the page: its breakpoints, or a page has gone. */
  site: z.strictObject({}),
  /** Once at the beginning: a hash of the site as it is, to tell whether it changed while nobody listened. */
  'site-is': z.string().regex(/^[0-9a-f]{12}$/),
  /** The site keeps other sections. */
  sections: z.strictObject({}),
} as const;
export type PageEvents = { readonly [Name in keyof typeof pageEvents]: z.infer<(typeof pageEvents)[Name]> };
