import * as z from 'zod';
import { Stored } from './pages';
import { PeopleChange } from './people';

/** What the stream `GET /pages/:page/feed` says, by the name of the event. */
export const pageEvents = {
  /** A batch was stored on the page, or on its site. */
  message: Stored,
  /** The page has been deleted. */
  gone: z.strictObject({}),
  /** A remark on the page was made, answered, settled or deleted. */
  remarks: z.strictObject({}),
  /** Who else has the page open by now, and what they have selected: what changed, at most once a second. */
  people: PeopleChange,
} as const;
export type PageEvents = { readonly [Name in keyof typeof pageEvents]: z.infer<(typeof pageEvents)[Name]> };
