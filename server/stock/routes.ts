import { mkdirSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Router } from 'express';
import { nanoid } from 'nanoid';
import { StockAsked, StockFound, StockPick, StockPicture } from '@core/api/pictures';
import { newIdentifier } from '@core/document/identifier';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { accountOf, parameter, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import { answerBegun } from '../work/begun';
import { StockSource } from './source';

const mostBytes = 100_000_000;

/** Pictures from a stock: looked for, looked at, and taken into the library as if they were uploaded. */
export const stockRoutes: Routes = (service) => {
  const router = Router();
  const source = new StockSource(service.config.stock);
  mkdirSync(service.config.uploadFolder, { recursive: true });

  router.get('/sites/:site/stock', async (request, response) => {
    await reachSite(service, request, parameter(request, 'site'), 'write');
    const { words, page } = read(StockAsked, request.query);
    answer(response, StockFound, await source.search(words, page));
  });

  router.get('/sites/:site/stock/:picture', async (request, response) => {
    await reachSite(service, request, parameter(request, 'site'), 'write');
    const id = read(StockPicture.shape.id, parameter(request, 'picture'));
    const small = await source.small(id); // before any header is set: a refusal is no picture
    response
      .set({
        'cache-control': 'private, max-age=86400',
        'content-security-policy': "default-src 'none'; sandbox",
        'x-content-type-options': 'nosniff',
      })
      .type('jpeg')
      .send(small);
  });

  router.post('/sites/:site/stock', body('4kb'), async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'write');
    const { id, title, by } = read(StockPick, request.body);
    const file = nanoid(32);
    const path = join(service.config.uploadFolder, file);
    const account = accountOf(request);
    const data = { ...{ site, account, id: newIdentifier(), name: title, file }, credit: by };
    const begun = source
      .write(id, path, mostBytes)
      // whoever asked may have been taken off the site meanwhile
      .then(() => reachSite(service, request, site, 'write'))
      .then(() => answerBegun(response, service, { queue: 'pictures', account, data }));
    await begun.catch(async (error: unknown) => {
      await rm(path, { force: true });
      throw error;
    });
  });
  return router;
};
