import { Router } from 'express';
import { Preview } from '@core/api/releases';
import { answer } from '../http/answer';
import { pageFor, parameter } from '../http/guard';
import type { Routes } from '../http/routes';

export const previewRoutes: Routes = (service, previews) => {
  const router = Router();
  router.post('/pages/:page/preview', async (request, response) => {
    const { page, site } = await pageFor(service, request, parameter(request, 'page'));
    const token = await previews.open(site.id);
    answer(response, Preview, { address: `http://preview-${token}.localhost:${service.config.livePort}${page.path}` });
  });
  return router;
};
