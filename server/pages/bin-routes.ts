import { Router } from 'express';
import { Bin, Bringing, Linked, PageRemoval } from '@core/api/pages';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { parameter, reachPage, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import { binOf, bringBack, deleteForGood, deletePage } from './bin';
import { linkedTo } from './linked';

/** How pages go, wait in the bin of their site, and come back. */
export const binRoutes: Routes = (service) => {
  const router = Router();

  router.get('/pages/:page/linked', async (request, response) => {
    const { page, site } = await reachPage(service, request, parameter(request, 'page'), 'look');
    answer(response, Linked, await linkedTo(service, site, page));
  });

  router.delete('/pages/:page', body('4kb'), async (request, response) => {
    const { page, ...at } = await reachPage(service, request, parameter(request, 'page'), 'build');
    await deletePage(service, page, at, read(PageRemoval, request.body ?? {}));
    response.status(204).end();
  });

  router.get('/sites/:site/bin', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    answer(response, Bin, { pages: await binOf(service, site) });
  });

  router.post('/sites/:site/bin/:page', body('4kb'), async (request, response) => {
    const at = await reachSite(service, request, parameter(request, 'site'), 'build');
    await bringBack(service, parameter(request, 'page'), at, read(Bringing, request.body ?? {}).path);
    response.status(204).end();
  });

  router.delete('/sites/:site/bin/:page', async (request, response) => {
    const at = await reachSite(service, request, parameter(request, 'site'), 'build');
    await deleteForGood(service, parameter(request, 'page'), at);
    response.status(204).end();
  });
  return router;
};
