import * as z from 'zod';
import { Identifier } from '../identifier';

const mostSections = 20;
/** Shared sections, by their ids, in the order they stand in. */
export const FrameSections = z
  .array(Identifier)
  .max(mostSections, `A page frame has at most ${mostSections} sections on a side.`);

/**
 * What stands around a page's own sections: the shared sections before them, such as a header and bars, and those
 * after them, such as a footer.
 */
export const PageFrame = z.strictObject({
  id: Identifier,
  name: z.string().trim().min(1, 'A page frame needs a name.').max(80),
  before: FrameSections,
  after: FrameSections,
});
export type PageFrame = z.infer<typeof PageFrame>;

/** The sides of a page's own sections that a frame's stand on. */
export const frameSides = ['before', 'after'] as const;
export type FrameSide = (typeof frameSides)[number];
