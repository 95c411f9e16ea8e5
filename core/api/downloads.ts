import * as z from 'zod';
import { Download } from '../document/library/download';
import { Identifier } from '../document/identifier';

/** A file to download and its id: the answer to an upload. */
export const LibraryDownload = z.object({ id: Identifier, download: Download });
export type LibraryDownload = z.infer<typeof LibraryDownload>;
