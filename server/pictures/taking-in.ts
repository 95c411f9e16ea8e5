import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import type { LibraryPicture } from '@core/api/pictures';
import { Refusal } from '@core/api/refusal';
import type { Picture } from '@core/document/site';
import type { EntityManager } from 'typeorm';
import { Batches, PictureFiles } from '../database/entities';
import type { Service } from '../http/service';
import { storeOnSite } from '../pages/store';
import { workKind, type WorkOf } from '../work/kinds';
import { scalePicture, type Scaled } from './scale';

/** Stores a scaled picture's files. */
export async function keepFiles(manager: EntityManager, site: string, { files }: Scaled): Promise<void> {
  await manager.getRepository(PictureFiles).upsert(
    files.map(({ file, bytes }) => ({ site, file, bytes })),
    ['site', 'file'],
  );
}

/** An upload that waits in the folder of uploads. */
export const Upload = z.object({
  site: z.string(),
  account: z.string(),
  /** The id its picture will have. */
  id: z.string(),
  name: z.string(),
  file: z.string(),
});
type Upload = z.infer<typeof Upload>;

const batchOf = ({ id }: Pick<Upload, 'id'>): string => `picture-${id}`;

/** The picture where an earlier try has stored it. */
async function storedBefore(service: Service, upload: Upload): Promise<Picture | undefined> {
  const { manager } = service.database;
  if (!(await manager.getRepository(Batches).existsBy({ id: batchOf(upload) }))) return undefined;
  return (await service.documents.site(manager, upload.site))?.document.pictures[upload.id];
}

/** Stores a picture's files and enters it into the site's library, by an edit of the site. */
async function keep(service: Service, upload: Upload, scaled: Scaled): Promise<void> {
  const { site, account, id } = upload;
  const edits = [{ do: 'insert', on: 'site', into: 'pictures', id, item: scaled.picture } as const];
  await storeOnSite(service, { site, id: batchOf(upload), account }, edits, (manager) =>
    keepFiles(manager, site, scaled),
  );
}

const gone = (error: unknown): never => {
  if (z.object({ code: z.literal('ENOENT') }).safeParse(error).success)
    throw new Refusal('bad-input', 'The upload is no longer there. Upload the file again.');
  throw error;
};

/** Scales uploads and enters them into the library. */
export const pictureWork: WorkOf = (service) =>
  workKind({
    queue: 'pictures',
    atOnce: 2,
    data: Upload,
    run: async (upload, { share }): Promise<LibraryPicture> => {
      const { id } = upload;
      const before = await storedBefore(service, upload);
      if (before) return { id, picture: before };
      const file = join(service.config.uploadFolder, upload.file);
      const scaled = await scalePicture(upload.name, file, share).catch(gone);
      await keep(service, upload, scaled);
      return { id, picture: scaled.picture };
    },
    ended: ({ file }) => rm(join(service.config.uploadFolder, file), { force: true }),
  });
