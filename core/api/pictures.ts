import * as z from 'zod';
import { Identifier } from '../document/identifier';
import { Picture } from '../document/site';

/** A picture of the library and its id: the answer to an upload. */
export const LibraryPicture = z.object({ id: Identifier, picture: Picture });
export type LibraryPicture = z.infer<typeof LibraryPicture>;

/** `GET /sites/:site/pictures` */
export const Pictures = z.record(Identifier, Picture);
export type Pictures = z.infer<typeof Pictures>;
