import { Router } from 'express';
import * as z from 'zod';
import { notFound } from '@core/api/refusal';
import { Work } from '@core/api/work';
import { answer } from '../http/answer';
import { openStream } from '../http/event-stream';
import { accountOf } from '../http/guard';
import type { Routes } from '../http/routes';

export const workRoutes: Routes = (service) => {
  const router = Router();

  router.get('/work/feed', async (request, response) => {
    const account = accountOf(request);
    await openStream(service, request, response, {
      stillAllowed: () => Promise.resolve(true),
      open: (say) => [
        service.work.listen(
          account,
          (work) => say('message', work),
          () => response.end(), // who listens asks anew
        ),
      ],
    });
  });

  router.get('/work/:work', async (request, response) => {
    const work = z.uuid().safeParse(request.params.work);
    const state = work.success ? await service.work.stateOf(work.data, accountOf(request)) : undefined;
    if (!work.success || !state) throw notFound();
    answer(response, Work, { work: work.data, state });
  });
  return router;
};
