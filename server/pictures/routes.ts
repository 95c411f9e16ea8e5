import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Router } from 'express';
import * as z from 'zod';
import { newIdentifier } from '@core/document/identifier';
import { PictureFiles } from '../database/entities';
import { Pictures } from '@core/api/pictures';
import { notFound } from '@core/api/refusal';
import { answer } from '../http/answer';
import { accountOf, parameter, reachSite, siteFor } from '../http/guard';
import { receiving } from '../http/receiving';
import { answerBegun } from '../work/begun';
import { Upload } from './taking-in';
import type { Routes } from '../http/routes';

const FileName = z.string().regex(/^[a-z0-9][a-z0-9-]*\.[a-z0-9]{2,5}$/);
const contentTypes: Readonly<Record<string, string>> = {
  webp: 'image/webp',
  svg: 'image/svg+xml',
  woff2: 'font/woff2',
};

const mostBytes = 100_000_000;

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

export const pictureRoutes: Routes = (service) => {
  const router = Router();
  const receive = receiving(service.config.uploadFolder, { what: 'A picture', mostBytes });

  router.get('/sites/:site/pictures', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    answer(response, Pictures, site.document.pictures);
  });

  router.post('/sites/:site/pictures', async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    const { file, name } = await receive(request, response);
    const account = accountOf(request);
    const data: z.input<typeof Upload> = { site, account, id: newIdentifier(), name, file: file.filename };
    await answerBegun(response, service, { queue: 'pictures', account, data }).catch(async (error: unknown) => {
      await rm(file.path, { force: true });
      throw error;
    });
  });

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
