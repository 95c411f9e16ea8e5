import * as z from 'zod';
import { Edits } from '../document/edits/edit';
import { Page, PagePath } from '../document/page';
import { Site } from '../document/site';

const Revision = z.int().min(0).max(2_147_483_647);

/** `GET /pages/:page`: all that is needed to work on it. */
export const PageFacts = z.object({
  site: Site,
  page: Page,
  revision: Revision,
  /** The newest release of the site, and the page as it is in it. */
  release: z.object({ number: z.int().positive(), page: Page.nullable() }).nullable(),
  /** The address it is or will be live at. */
  live: z.string(),
});
export type PageFacts = z.infer<typeof PageFacts>;

/** `POST /pages/:page/edits`: edits with an id of their own, so that sending them twice stores them once, and the revision they were made on. */
export const Batch = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{16,40}$/),
  base: Revision,
  edits: Edits.readonly(),
});
export type Batch = z.infer<typeof Batch>;

/** A batch as it was stored. */
export const Stored = z.object({ revision: Revision, id: z.string(), edits: Edits.readonly() }).readonly();
export type Stored = z.infer<typeof Stored>;

/** What was stored after a revision, oldest first. */
export const Log = z.object({ log: z.array(Stored) });
export type Log = z.infer<typeof Log>;

/** `GET /pages/:page/log` */
export const LogRequest = z.object({
  since: z
    .string()
    .regex(/^\d{1,10}$/, 'A revision is a whole number.')
    .transform(Number)
    .pipe(Revision),
});

/** `PATCH /pages/:page`, and its answer. */
export const PathChange = z.strictObject({ path: PagePath });
export type PathChange = z.infer<typeof PathChange>;
