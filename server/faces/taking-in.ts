import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import type { UploadedFace } from '@core/api/faces';
import { Refusal } from '@core/api/refusal';
import { letterSets, type Face } from '@core/document/face';
import { Batches, PictureFiles } from '../database/entities';
import type { Service } from '../http/service';
import { storeOnSite } from '../pages/store';
import { workKind, type WorkOf } from '../work/kinds';
import { madeReadyApart } from './apart';
import type { MadeReady } from './made-ready';

/** An upload that waits in the folder of uploads. */
export const FaceUpload = z.object({
  site: z.string(),
  account: z.string(),
  /** The id its face will have. */
  id: z.string(),
  name: z.string(),
  file: z.string(),
  letters: z.enum(letterSets),
});
type FaceUpload = z.infer<typeof FaceUpload>;

const batchOf = ({ id }: Pick<FaceUpload, 'id'>): string => `face-${id}`;

/** The face where an earlier try has stored it. */
async function storedBefore(service: Service, upload: FaceUpload): Promise<Face | undefined> {
  const { manager } = service.database;
  if (!(await manager.getRepository(Batches).existsBy({ id: batchOf(upload) }))) return undefined;
  const site = await service.documents.site(manager, upload.site);
  return site?.document.faces?.find(({ id }) => id === upload.id);
}

/** Stores a face's file and enters it into the site, by an edit of it. */
async function keep(service: Service, upload: FaceUpload, { face, bytes }: MadeReady): Promise<Face> {
  const { site, account, id } = upload;
  const item = { id, ...face };
  const edits = [{ do: 'insert', on: 'site', into: 'faces', index: 0, item } as const];
  await storeOnSite(service, { site, id: batchOf(upload), account }, edits, async (manager) => {
    await manager.getRepository(PictureFiles).upsert({ site, file: face.file, bytes }, ['site', 'file']);
  });
  return item;
}

const gone = (error: unknown): never => {
  if (z.object({ code: z.literal('ENOENT') }).safeParse(error).success)
    throw new Refusal('bad-input', 'The upload is no longer there. Upload the file again.');
  throw error;
};

/** Makes uploaded faces ready and enters them into their site. */
export const faceWork: WorkOf = (service) =>
  workKind({
    queue: 'faces',
    atOnce: 1,
    data: FaceUpload,
    run: async (upload, { share }): Promise<UploadedFace> => {
      const before = await storedBefore(service, upload);
      if (before) return { face: before };
      share(0.2);
      const path = join(service.config.uploadFolder, upload.file);
      const made = await madeReadyApart(path, upload.name, upload.letters).catch(gone);
      return { face: await keep(service, upload, made) };
    },
    ended: ({ file }) => rm(join(service.config.uploadFolder, file), { force: true }),
  });
