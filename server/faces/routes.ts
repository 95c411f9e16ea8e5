import { rm } from 'node:fs/promises';
import { Router } from 'express';
import * as z from 'zod';
import { FaceQuery } from '@core/api/faces';
import { Refusal } from '@core/api/refusal';
import { newIdentifier } from '@core/document/identifier';
import { accountOf, parameter, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import { receiving } from '../http/receiving';
import { answerBegun } from '../work/begun';
import { FaceUpload } from './taking-in';

const mostBytes = 30_000_000;

export const faceRoutes: Routes = (service) => {
  const router = Router();
  const receive = receiving(service.config.uploadFolder, { what: 'A typeface', mostBytes });

  router.post('/sites/:site/faces', async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    const query = FaceQuery.safeParse(request.query);
    if (!query.success) throw new Refusal('bad-input', 'Say which letters of the typeface to keep.');
    const { file, name } = await receive(request, response);
    const account = accountOf(request);
    const data: z.input<typeof FaceUpload> = {
      ...{ site, account, id: newIdentifier(), name, file: file.filename },
      letters: query.data.letters,
    };
    await answerBegun(response, service, { queue: 'faces', account, data }).catch(async (error: unknown) => {
      await rm(file.path, { force: true });
      throw error;
    });
  });
  return router;
};
