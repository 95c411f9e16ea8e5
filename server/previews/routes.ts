import { Router } from 'express';
import { accountOf, pageFor, parameter } from '../http/guard';
import type { Routes } from '../http/routes';
import { answerBegun } from '../work/begun';
import type { Previewing } from './previews';

export const previewRoutes: Routes = (service) => {
  const router = Router();
  router.post('/pages/:page/preview', async (request, response) => {
    const { page, site } = await pageFor(service, request, parameter(request, 'page'), 'look');
    const data: Previewing = { site: site.id, path: page.path };
    await answerBegun(response, service, { queue: 'previews', account: accountOf(request), data });
  });
  return router;
};
