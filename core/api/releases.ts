import * as z from 'zod';
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
