import * as z from 'zod';
import { Face, letterSets } from '../document/library/face';

/** `POST /sites/:site/faces?letters=…`: which letters are kept. */
export const FaceQuery = z.object({ letters: z.enum(letterSets) });

/** The answer to an upload, once it is read. */
export const UploadedFace = z.object({ face: Face });
export type UploadedFace = z.infer<typeof UploadedFace>;
