import { mkdirSync } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, type Request, type Response } from 'express';
import multer from 'multer';
import * as z from 'zod';
import { newIdentifier } from '@core/document/identifier';
import type { Picture } from '@core/document/site';
import type { EntityManager } from 'typeorm';
import { PictureFiles, Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { lockSite } from '../database/locks';
import { LibraryPicture, PictureFacts, Pictures } from '@core/api/pictures';
import { notFound, Refusal } from '@core/api/refusal';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { parameter, reachSite, siteFor } from '../http/guard';
import type { Service } from '../http/service';
import { scalePicture, type Scaled } from './scale';
import type { Routes } from '../http/routes';

const FileName = z.string().regex(/^[a-z0-9][a-z0-9-]*\.[a-z0-9]{2,5}$/);
const contentTypes: Readonly<Record<string, string>> = { webp: 'image/webp', svg: 'image/svg+xml' };

/** Stores a scaled picture's files and enters it into the site's library. */
export async function keepPicture(
  manager: EntityManager,
  site: string,
  id: string,
  { picture, files }: Scaled,
): Promise<void> {
  const row = await lockSite(manager, site, 'alone');
  await manager.getRepository(PictureFiles).upsert(
    files.map(({ file, bytes }) => ({ site, file, bytes })),
    ['site', 'file'],
  );
  const pictures = { ...row.document.pictures, [id]: picture };
  await manager.getRepository(Sites).update({ id: site }, { document: jsonColumn({ ...row.document, pictures }) });
}

const mostBytes = 100_000_000;

/** Uploads wait on disk, not in memory, until their turn comes. */
function receiver(folder: string): (request: Request, response: Response) => Promise<void> {
  mkdirSync(folder, { recursive: true });
  const take = multer({
    dest: folder,
    limits: { fileSize: mostBytes, files: 1, fields: 4, parts: 6, fieldSize: 10_000 },
  }).single('file');
  return (request, response) =>
    new Promise((done, fail) =>
      take(request, response, (error: unknown) => {
        if (error === undefined || error === null) return done();
        const code = z.object({ code: z.string() }).safeParse(error).data?.code;
        if (code === 'ENOSPC') return fail(error as Error); // what multer hands on is an error
        fail(
          new Refusal(
            'bad-input',
            code === 'LIMIT_FILE_SIZE'
              ? `A picture has at most ${mostBytes / 1e6} MB.`
              : 'The upload could not be read to its end. Upload the file again.',
          ),
        );
      }),
    );
}

/** Removes uploads that a server which was killed left behind. */
export async function clearUploads(folder: string): Promise<void> {
  for (const name of await readdir(folder).catch(() => [])) {
    const file = join(folder, name);
    const made = await stat(file).then(
      (one) => one.mtimeMs,
      () => Date.now(),
    );
    if (Date.now() - made > 3_600_000) await rm(file, { force: true });
  }
}

/** A picture's name and alt text. */
function describeRoute(service: Service, router: Router): void {
  router.patch('/sites/:site/pictures/:picture', body('20kb'), async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    const { name, alt } = read(PictureFacts, request.body);
    const id = parameter(request, 'picture');
    const picture = await service.database.transaction(async (manager): Promise<Picture> => {
      const row = await lockSite(manager, site, 'alone');
      const known = Object.hasOwn(row.document.pictures, id) ? row.document.pictures[id] : undefined;
      if (!known) throw notFound();
      const changed = { ...known, ...(name !== undefined && { name }), ...(alt !== undefined && { alt }) };
      await manager
        .getRepository(Sites)
        .update(
          { id: site },
          { document: jsonColumn({ ...row.document, pictures: { ...row.document.pictures, [id]: changed } }) },
        );
      return changed;
    });
    answer(response, LibraryPicture, { id, picture });
  });
}

export const pictureRoutes: Routes = (service) => {
  const router = Router();
  const receive = receiver(service.config.uploadFolder);

  router.get('/sites/:site/pictures', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    answer(response, Pictures, site.document.pictures);
  });

  router.post('/sites/:site/pictures', async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    await receive(request, response);
    const { file } = request;
    if (!file) throw new Refusal('bad-input', 'Choose a picture to upload.');
    try {
      const name = Buffer.from(file.originalname, 'latin1').toString('utf8'); // multipart names arrive as bytes
      const scaled = await service.scaling(() => scalePicture(name, file.path));
      const id = newIdentifier();
      await service.database.transaction((manager) => keepPicture(manager, site, id, scaled));
      answer(response, LibraryPicture, { id, picture: scaled.picture }, 201);
    } finally {
      await rm(file.path, { force: true });
    }
  });

  describeRoute(service, router);

  router.get('/sites/:site/files/:file', async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    const file = FileName.safeParse(request.params['file']);
    const row = file.success
      ? await service.database.getRepository(PictureFiles).findOneBy({ site, file: file.data })
      : null;
    if (!row) throw notFound();
    response
      .set({
        'cache-control': 'private, max-age=31536000, immutable',
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      })
      .type(contentTypes[row.file.split('.').at(-1) ?? ''] ?? 'application/octet-stream')
      .send(row.bytes);
  });
  return router;
};
