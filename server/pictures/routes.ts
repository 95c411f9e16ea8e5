import { Router } from 'express';
import * as z from 'zod';
import { PictureFiles } from '../database/entities';
import { Pictures } from '@core/api/pictures';
import { notFound } from '@core/api/refusal';
import { downloadKinds, isDownloadKind } from '@core/document/library/download';
import { answer } from '../http/answer';
import { parameter, reachSite, siteFor } from '../http/guard';
import { takeUpload } from '../uploads/upload';
import type { Routes } from '../http/routes';

const FileName = z.string().regex(/^[a-z0-9][a-z0-9-]*\.[a-z0-9]{2,5}$/);
const contentTypes: Readonly<Record<string, string>> = {
  webp: 'image/webp',
  avif: 'image/avif',
  jpg: 'image/jpeg',
  png: 'image/png',
  svg: 'image/svg+xml',
  woff2: 'font/woff2',
  ...Object.fromEntries(Object.entries(downloadKinds).map(([ending, { type }]) => [ending, type])),
};

export const pictureRoutes: Routes = (service) => {
  const router = Router();

  router.get('/sites/:site/pictures', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'), 'look');
    answer(response, Pictures, site.document.pictures);
  });

  router.post(
    '/sites/:site/pictures',
    takeUpload(service, { queue: 'pictures', ability: 'write', what: 'A picture', mostBytes: 100_000_000 }),
  );

  router.get('/sites/:site/files/:file', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    const file = FileName.safeParse(request.params['file']);
    const row = file.success
      ? await service.database.getRepository(PictureFiles).findOneBy({ site, file: file.data })
      : null;
    if (!row) throw notFound();
    const ending = row.file.split('.').at(-1) ?? '';
    if (isDownloadKind(ending)) response.attachment(row.file);
    response
      .set({
        'cache-control': 'private, max-age=31536000, immutable',
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      })
      .type(contentTypes[ending] ?? 'application/octet-stream')
      .send(row.bytes);
  });
  return router;
};
