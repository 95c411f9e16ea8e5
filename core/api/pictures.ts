import * as z from 'zod';
import { Identifier } from '../document/identifier';
import { Picture } from '../document/site';

/** A picture of the library and its id: the answer to an upload. */
export const LibraryPicture = z.object({ id: Identifier, picture: Picture });
export type LibraryPicture = z.infer<typeof LibraryPicture>;

/** `GET /sites/:site/pictures` */
export const Pictures = z.record(Identifier, Picture);
export type Pictures = z.infer<typeof Pictures>;

/** `GET /sites/:site/weights`: what the files of the library weigh, in bytes, by their names. */
export const FileWeights = z.record(z.string(), z.int().nonnegative()).readonly();
export type FileWeights = z.infer<typeof FileWeights>;

const Uses = z.record(z.string(), z.int().positive()).readonly();
const LibraryUses = z.object({ pictures: Uses, downloads: Uses }).readonly();
/** `GET /sites/:site/uses`: where pictures and files of the library are used, by their ids, and what files weigh. */
export const LibraryFacts = z.object({
  /** The pages that use any. */
  pages: z.array(z.object({ id: Identifier, title: z.string(), uses: LibraryUses }).readonly()).readonly(),
  /** What the site says besides: sections, classes, elements, tokens, menus. */
  site: LibraryUses,
  weights: FileWeights,
});
export type LibraryFacts = z.infer<typeof LibraryFacts>;

/** `PUT /sites/:site/icon`: the picture that is to stand for the site. */
export const IconRequest = z.strictObject({ picture: Identifier });

/** `POST /sites/:site/pictures/from/:other`: pictures of another site that are to come to this one. */
export const PicturesToBring = z.strictObject({ pictures: z.array(Identifier).min(1).max(500) });
/** What each of them is called here; those that are no longer there are left out. */
export const BroughtPictures = z.object({ pictures: z.record(Identifier, Identifier).readonly() });
export type BroughtPictures = z.infer<typeof BroughtPictures>;

const StockId = z.string().regex(/^[a-z0-9][a-z0-9-]{0,79}$/, 'There is no such picture.');
const shortText = z.string().trim().min(1).max(200);

/** A picture of the stock: what it shows, whose it is, and how large it is. */
export const StockPicture = z.object({
  id: StockId,
  title: shortText,
  by: shortText,
  width: z.int().positive(),
  height: z.int().positive(),
});
export type StockPicture = z.infer<typeof StockPicture>;
/** `GET /sites/:site/stock`: pictures of the stock that were found, a page of them. */
export const StockFound = z.object({ pictures: z.array(StockPicture).max(100).readonly(), more: z.boolean() });
export type StockFound = z.infer<typeof StockFound>;
/** What is asked of it. */
export const StockAsked = z.object({
  words: z.string().max(200).default(''),
  page: z.coerce.number().int().min(0).max(1000).default(0),
});
/** `POST /sites/:site/stock`: one that is to come into the library. */
export const StockPick = StockPicture.pick({ id: true, title: true, by: true }).strict();
export type StockPick = z.infer<typeof StockPick>;
