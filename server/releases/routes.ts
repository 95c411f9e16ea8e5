import { Router } from 'express';
import { accountOf, pageFor, parameter, reachPage } from '../http/guard';
import type { Service } from '../http/service';
import { liveAddress } from '../sites/routes';
import { changedWith, publish } from './publish';

export function releaseRoutes(service: Service): Router {
  const router = Router();
  router.post('/pages/:page/releases', async (request, response) => {
    const { page, site } = await pageFor(service, request, parameter(request, 'page'));
    const release = await publish(service, { page: page.id, site: site.id }, accountOf(request));
    response.status(201).json({
      number: release.number,
      page: release.content.pages[page.id]?.document ?? null,
      live: liveAddress(service, site, page.path),
    });
  });
  router.get('/pages/:page/releases/next', async (request, response) => {
    const { page } = await reachPage(service, request, parameter(request, 'page'));
    response.json(await changedWith(service, page));
  });
  return router;
}
