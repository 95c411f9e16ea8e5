import { Router } from 'express';
import { ChangedBesides, PublishPage } from '@core/api/releases';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { parameter, reachPage } from '../http/guard';
import { answerBegun } from '../work/begun';
import { changedWith } from './publish';
import type { Releasing } from './releasing';
import type { Routes } from '../http/routes';

export const releaseRoutes: Routes = (service) => {
  const router = Router();
  router.post('/pages/:page/releases', body('20kb'), async (request, response) => {
    const { page, site, account } = await reachPage(service, request, parameter(request, 'page'), 'build');
    const data: Releasing = { page, site, account, ...read(PublishPage, request.body ?? {}) };
    await answerBegun(response, service, { queue: 'releases', account, data });
  });
  router.get('/pages/:page/releases/next', async (request, response) => {
    const at = await reachPage(service, request, parameter(request, 'page'), 'look');
    answer(response, ChangedBesides, await changedWith(service, at));
  });
  return router;
};
