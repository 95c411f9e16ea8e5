import * as z from 'zod';

/** A browser tab, by a name it gives itself. */
const Tab = z.string().regex(/^[A-Za-z0-9_-]{8,40}$/);

/** A part as the page shows it: its id, behind that of the reference it is shown by. */
const SeenPart = z.string().min(1).max(100);

/** `GET /pages/:page/feed`: under which name the tab is told of to others; without one it is not. */
export const FeedRequest = z.object({ tab: Tab.optional() });

/** `PUT /pages/:page/place`: what is selected in a tab. */
export const Place = z.strictObject({ tab: Tab, at: z.array(SeenPart).max(10).readonly() });
export type Place = z.infer<typeof Place>;

/** Somebody else who has the page open, and the parts they have selected. */
export const Present = z.object({
  id: z.string(),
  name: z.string(),
  /** It is oneself, in another tab. */
  own: z.boolean(),
  at: z.array(z.string()).readonly(),
});
export type Present = z.infer<typeof Present>;

/** How those who have the page open besides oneself have changed since the last event of the stream. */
export const PeopleChange = z.object({
  /** Nobody else was known before: the first event of a stream. */
  whole: z.boolean(),
  /** Those who came, or selected something else. */
  people: z.array(Present).readonly(),
  /** The ids of those who left. */
  left: z.array(z.string()).readonly(),
});
export type PeopleChange = z.infer<typeof PeopleChange>;

/** Returns those who have a page open after a change, by name. */
export function peopleAfter(before: readonly Present[], { whole, people, left }: PeopleChange): Present[] {
  const gone = new Set([...left, ...people.map((one) => one.id)]);
  const stay = whole ? [] : before.filter((one) => !gone.has(one.id));
  return [...stay, ...people].sort((a, b) => a.name.localeCompare(b.name) || a.id.localeCompare(b.id));
}
