import { json, Router } from 'express';
import * as z from 'zod';
import { PagePath } from '@core/document/page';
import { jsonColumn } from '../database/json-column';
import { Pages, Releases } from '../database/entities';
import { read } from '../http/answer';
import { accountOf, pageFor, parameter } from '../http/guard';
import type { Service } from '../http/service';
import { isUniqueViolation, liveAddress, pathTaken } from '../sites/routes';
import { Batch, logSince, storeBatch } from './store';

const Since = z.object({ since: z.coerce.number().int().min(0) });
const Facts = z.strictObject({ path: PagePath });

export function pageRoutes(service: Service): Router {
  const router = Router();

  router.get('/pages/:page', async (request, response) => {
    const { page, site } = await pageFor(service, request, parameter(request, 'page'));
    const release = await service.database
      .getRepository(Releases)
      .findOne({ where: { site: site.id }, order: { number: 'DESC' } });
    response.json({
      site: site.document,
      page: page.document,
      revision: page.revision,
      release: release ? { number: release.number, page: release.content.pages[page.id]?.document ?? null } : null,
      live: liveAddress(service, site, page.path),
    });
  });

  router.post('/pages/:page/edits', json({ limit: '8mb' }), async (request, response) => {
    const { page } = await pageFor(service, request, parameter(request, 'page'));
    response.json(await storeBatch(service, page.id, accountOf(request), read(Batch, request.body)));
  });

  router.get('/pages/:page/log', async (request, response) => {
    const { page } = await pageFor(service, request, parameter(request, 'page'));
    const { since } = read(Since, request.query);
    response.json({ log: await logSince(service.database.manager, page.id, since) });
  });

  router.get('/pages/:page/feed', async (request, response) => {
    const { page } = await pageFor(service, request, parameter(request, 'page'));
    response.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    });
    response.write('retry: 1000\n\n');
    const stop = service.feed.listen(page.id, (stored) => response.write(`data: ${JSON.stringify(stored)}\n\n`));
    const stopSite = service.feed.listenToSite(page.id, () => response.write('event: site\ndata: {}\n\n'));
    const stopSections = service.feed.listenToSections(page.id, () => response.write('event: sections\ndata: {}\n\n'));
    const beat = setInterval(() => response.write(': still here\n\n'), 20_000);
    request.on('close', () => {
      clearInterval(beat);
      stop();
      stopSite();
      stopSections();
    });
  });

  router.patch('/pages/:page', async (request, response) => {
    const { page } = await pageFor(service, request, parameter(request, 'page'));
    const { path } = read(Facts, request.body);
    await service.database
      .transaction(async (manager) => {
        const row = await manager
          .getRepository(Pages)
          .findOneOrFail({ where: { id: page.id }, lock: { mode: 'pessimistic_write' } });
        await manager
          .getRepository(Pages)
          .update({ id: page.id }, { path, document: jsonColumn({ ...row.document, path }) });
      })
      .catch((error: unknown) => {
        throw isUniqueViolation(error) ? pathTaken(path) : error;
      });
    response.json({ path });
  });

  router.delete('/pages/:page', async (request, response) => {
    const { page } = await pageFor(service, request, parameter(request, 'page'));
    await service.database.getRepository(Pages).delete({ id: page.id });
    response.status(204).end();
  });

  exportRoutes(service, router);
  return router;
}

/** The page and its site as files, in the open format. */
function exportRoutes(service: Service, router: Router): void {
  const attach = (name: string): Record<string, string> => ({
    'content-disposition': `attachment; filename="${name}"`,
  });
  router.get('/pages/:page/export/page.json', async (request, response) => {
    const { page } = await pageFor(service, request, parameter(request, 'page'));
    response
      .set(attach('page.json'))
      .type('json')
      .send(JSON.stringify(page.document, null, 2));
  });
  router.get('/pages/:page/export/site.json', async (request, response) => {
    const { site } = await pageFor(service, request, parameter(request, 'page'));
    response
      .set(attach('site.json'))
      .type('json')
      .send(JSON.stringify(site.document, null, 2));
  });
}
