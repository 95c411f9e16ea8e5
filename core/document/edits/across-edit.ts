import * as z from 'zod';
import { Identifier } from '../identifier';
import { KeptSection } from '../sections/kept-section';

const onBoth = {
  on: z.literal('both'),
  part: Identifier,
  /** Other ids for some of what goes. */
  renamed: z.record(Identifier, Identifier).optional(),
};

/**
 * A part that goes from the page into a section the site keeps, out of one, or from one into another: with all that
 * is in it by then.
 */
const Cross = z.strictObject({
  ...onBoth,
  do: z.literal('move'),
  /** The sections it goes from and to; the page where there is none. */
  from: Identifier.optional(),
  to: Identifier.optional(),
  parent: Identifier,
  index: z.int().min(0),
});
export type Cross = z.infer<typeof Cross>;

/** The section, or own part, in which the part stands; the page where there is none. */
const standsIn = { in: Identifier.optional() };

/**
 * A section of the page that is shared from now on, or a box that is an own part: it goes into the site as it is by
 * then, and something that refers to it stands in its place.
 */
const Share = z.strictObject({
  ...onBoth,
  ...standsIn,
  do: z.literal('share'),
  section: KeptSection.pick({ id: true, name: true, purpose: true, own: true }),
  /** Its place among the sections the site keeps; the last where none is given. */
  index: z.int().min(0).optional(),
});
export type Share = z.infer<typeof Share>;

/**
 * A shared section, or a use of an own part, that is a part like any other from now on, as it is by then, with what
 * the use said for itself.
 */
const Own = z.strictObject({
  ...onBoth,
  ...standsIn,
  do: z.literal('own'),
  /** The site keeps it no longer. */
  ends: z.literal(true).optional(),
});
export type Own = z.infer<typeof Own>;

/** A use of an own part says a text for itself from now on, as it is by then; nothing where it does already. */
const Differ = z.strictObject({
  on: z.literal('both'),
  do: z.literal('differ'),
  part: Identifier,
  ...standsIn,
  at: Identifier,
  /** The part within the own part, and its field. */
  inner: Identifier,
  field: z.string().max(40),
});
export type Differ = z.infer<typeof Differ>;

/**
 * What goes from one document to the other. It says what is meant, not what there is: whoever applies it takes what
 * it finds by then, so that nothing
 * somebody else put there meanwhile is lost, and logs it as the primitives it came to.
 */
export const AcrossEdit = z.discriminatedUnion('do', [Cross, Share, Own, Differ]);
export type AcrossEdit = Cross | Share | Own | Differ;
