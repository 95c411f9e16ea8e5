import { Router, type Request, type Response } from 'express';
import * as z from 'zod';
import type { PageEvents } from '@core/api/events';
import { Batch, Log, LogRequest, PageFacts, PathChange } from '@core/api/pages';
import { jsonColumn } from '../database/json-column';
import { Pages, Releases, Sites } from '../database/entities';
import { lockPage } from '../database/locks';
import { answer, loggable, read } from '../http/answer';
import { body } from '../http/body';
import { accountOf, pageFor, parameter, reachPage, siteOfPage } from '../http/guard';
import type { Service } from '../http/service';
import { takeOffline } from '../releases/publish';
import { hashOf } from '../releases/write';
import { isUniqueViolation, liveAddress, pathTaken } from '../sites/routes';
import { logSince, storeBatch } from './store';
import type { Routes } from '../http/routes';

/** So many earlier paths of a page are remembered. */
const mostFormerPaths = 20;

export const pageRoutes: Routes = (service) => {
  const router = Router();

  router.get('/pages/:page', async (request, response) => {
    const { page, site } = await pageFor(service, request, parameter(request, 'page'));
    const release = await service.database
      .getRepository(Releases)
      .findOne({ where: { site: site.id }, order: { number: 'DESC' } });
    answer(response, PageFacts, {
      site: site.document,
      page: page.document,
      revision: page.revision,
      release: release ? { number: release.number, page: release.content.pages[page.id]?.document ?? null } : null,
      live: liveAddress(service, site, page.path),
    });
  });

  router.post('/pages/:page/edits', reaching(service), body('8mb'), async (request, response) => {
    const at = await reachPage(service, request, parameter(request, 'page'));
    answer(response, Log, await storeBatch(service, at, accountOf(request), read(Batch, request.body)));
  });

  router.get('/pages/:page/log', async (request, response) => {
    const { page } = await reachPage(service, request, parameter(request, 'page'));
    const { since } = read(LogRequest, request.query);
    answer(response, Log, { log: await logSince(service.database.manager, page, since) });
  });

  placeRoutes(service, router);
  feedRoute(service, router);
  exportRoutes(service, router);
  return router;
};

/** Lets a request pass whose page the account may reach, before anything of its body is read. */
const reaching =
  (service: Service) =>
  async (request: Request, _response: Response, next: () => void): Promise<void> => {
    await reachPage(service, request, parameter(request, 'page'));
    next();
  };

/** Writes an event of the page's stream. */
const say = <Name extends keyof PageEvents>(response: Response, name: Name, data: PageEvents[Name]): boolean =>
  response.write(`event: ${name}\ndata: ${JSON.stringify(data)}\n\n`);

/** An answer that stays open and tells what is stored on a page, as long as whoever opened it is signed in and a member of its site. */
function openFeed(service: Service, request: Request, response: Response, page: string): void {
  const account = accountOf(request);
  response.writeHead(200, {
    'content-type': 'text/event-stream',
    'cache-control': 'no-store',
    'x-accel-buffering': 'no',
  });
  response.write('retry: 1000\n\n');
  const stillAllowed = async (): Promise<void> => {
    const rows: unknown = await service.database.query(
      'SELECT 1 AS there FROM sessions WHERE sid = $1 AND expire > now()',
      [request.sessionID],
    );
    const session = z.array(z.unknown()).parse(rows).length > 0;
    if (!session || (await siteOfPage(service, account, page)) === undefined) response.end();
    else response.write(': still here\n\n');
  };
  const beat = setInterval(
    () =>
      void stillAllowed().catch((error: unknown) => service.log.warn(loggable(error), 'a feed could not be checked')),
    service.config.listenersChecked,
  );
  const stops = [
    () => clearInterval(beat),
    service.feed.listen(page, (stored) => say(response, 'message', stored)),
    service.feed.listenToSite(page, () => say(response, 'site', {})),
    service.feed.listenToSections(page, () => say(response, 'sections', {})),
    service.streams.open(request.sessionID, () => response.end()),
  ];
  response.on('close', () => stops.forEach((stop) => stop()));
}

/** Where a page stands, and that it goes. */
function placeRoutes(service: Service, router: Router): void {
  router.patch('/pages/:page', reaching(service), body('20kb'), async (request, response) => {
    const { page } = await reachPage(service, request, parameter(request, 'page'));
    const { path } = read(PathChange, request.body);
    await service.database
      .transaction(async (manager) => {
        const row = await lockPage(manager, page);
        const formerPaths =
          row.path === path
            ? row.formerPaths
            : [...row.formerPaths.filter((one) => one !== path && one !== row.path), row.path].slice(-mostFormerPaths);
        await manager
          .getRepository(Pages)
          .update({ id: page }, { path, formerPaths, document: jsonColumn({ ...row.document, path }) });
      })
      .catch((error: unknown) => {
        throw isUniqueViolation(error) ? pathTaken(path) : error;
      });
    service.feed.tellMoved(page);
    answer(response, PathChange, { path });
  });

  router.delete('/pages/:page', async (request, response) => {
    const { page, site } = await reachPage(service, request, parameter(request, 'page'));
    await service.database.getRepository(Pages).delete({ id: page });
    service.feed.tellGone(site, page);
    await takeOffline(service, site, page, accountOf(request));
    response.status(204).end();
  });
}

/** What is stored on a page, as it happens. */
function feedRoute(service: Service, router: Router): void {
  router.get('/pages/:page/feed', async (request, response) => {
    const { page, site } = await reachPage(service, request, parameter(request, 'page'));
    openFeed(service, request, response, page);
    const latest = await service.database // read after the listening has begun
      .getRepository(Sites)
      .findOneBy({ id: site })
      .catch(() => null);
    if (!latest) return void response.end(); // the listener comes again
    if (!response.writableEnded) say(response, 'site-is', hashOf(JSON.stringify(latest.document)));
  });
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
