import { Router } from 'express';
import { ChangedBesides, Published } from '@core/api/releases';
import { answer } from '../http/answer';
import { accountOf, pageFor, parameter, reachPage } from '../http/guard';
import { liveAddress } from '../sites/routes';
import { changedWith, publish } from './publish';
import type { Routes } from '../http/routes';

export const releaseRoutes: Routes = (service) => {
  const router = Router();
  router.post('/pages/:page/releases', async (request, response) => {
    const { page, site } = await pageFor(service, request, parameter(request, 'page'));
    const release = await publish(service, { page: page.id, site: site.id }, accountOf(request));
    const published = {
      number: release.number,
      page: release.content.pages[page.id]?.document ?? null,
      live: liveAddress(service, site, page.path),
    };
    answer(response, Published, published, 201);
  });
  router.get('/pages/:page/releases/next', async (request, response) => {
    const { page } = await reachPage(service, request, parameter(request, 'page'));
    answer(response, ChangedBesides, await changedWith(service, page));
  });
  return router;
};
