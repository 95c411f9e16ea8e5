import { Router } from 'express';
import multer from 'multer';
import * as z from 'zod';
import { newIdentifier } from '@core/document/identifier';
import type { Picture } from '@core/document/site';
import type { EntityManager } from 'typeorm';
import { PictureFiles, Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { notFound, read, Refusal } from '../http/answer';
import { parameter, siteFor } from '../http/guard';
import type { Service } from '../http/service';
import { scalePicture, type Scaled } from './scale';

const Facts = z.strictObject({
  name: z.string().trim().min(1).max(200).optional(),
  alt: z.string().max(500).optional(),
});
const contentTypes: Readonly<Record<string, string>> = { webp: 'image/webp', svg: 'image/svg+xml' };

/** Stores a scaled picture's files and enters it into the site's library. */
export async function keepPicture(
  manager: EntityManager,
  site: string,
  id: string,
  { picture, files }: Scaled,
): Promise<void> {
  const row = await manager
    .getRepository(Sites)
    .findOneOrFail({ where: { id: site }, lock: { mode: 'pessimistic_write' } });
  await manager.getRepository(PictureFiles).upsert(
    files.map(({ file, bytes }) => ({ site, file, bytes })),
    ['site', 'file'],
  );
  const pictures = { ...row.document.pictures, [id]: picture };
  await manager.getRepository(Sites).update({ id: site }, { document: jsonColumn({ ...row.document, pictures }) });
}

export function pictureRoutes(service: Service): Router {
  const router = Router();
  const upload = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: 20_000_000, files: 1, fields: 4 },
  }).single('file');

  router.get('/sites/:site/pictures', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    response.json(site.document.pictures);
  });

  router.post('/sites/:site/pictures', async (request, response, next) => {
    await siteFor(service, request, parameter(request, 'site'));
    upload(request, response, next);
  });
  router.post('/sites/:site/pictures', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    if (!request.file) throw new Refusal(400, 'Choose a picture to upload.');
    const name = Buffer.from(request.file.originalname, 'latin1').toString('utf8'); // multipart names arrive as bytes
    const scaled = await scalePicture(name, request.file.buffer);
    const id = newIdentifier();
    await service.database.transaction((manager) => keepPicture(manager, site.id, id, scaled));
    response.status(201).json({ id, picture: scaled.picture });
  });

  router.patch('/sites/:site/pictures/:picture', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    const { name, alt } = read(Facts, request.body);
    const id = parameter(request, 'picture');
    const picture = await service.database.transaction(async (manager): Promise<Picture> => {
      const row = await manager
        .getRepository(Sites)
        .findOneOrFail({ where: { id: site.id }, lock: { mode: 'pessimistic_write' } });
      const known = Object.hasOwn(row.document.pictures, id) ? row.document.pictures[id] : undefined;
      if (!known) throw notFound();
      const changed = { ...known, ...(name !== undefined && { name }), ...(alt !== undefined && { alt }) };
      await manager
        .getRepository(Sites)
        .update(
          { id: site.id },
          { document: jsonColumn({ ...row.document, pictures: { ...row.document.pictures, [id]: changed } }) },
        );
      return changed;
    });
    response.json({ id, picture });
  });

  router.get('/sites/:site/files/:file', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    const row = await service.database
      .getRepository(PictureFiles)
      .findOneBy({ site: site.id, file: parameter(request, 'file') });
    if (!row) throw notFound();
    response
      .set({
        'cache-control': 'private, max-age=31536000, immutable',
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
      })
      .type(contentTypes[row.file.split('.').at(-1) ?? ''] ?? 'application/octet-stream')
      .send(row.bytes);
  });
  return router;
}
