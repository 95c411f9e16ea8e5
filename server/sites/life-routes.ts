import { Router } from 'express';
import * as z from 'zod';
import { newIdentifier } from '@core/document/identifier';
import { Refusal } from '@core/api/refusal';
import { Archiving, HostFacts, MadeSite, NewSite, RemovedSite, SiteCopy, SiteRemoval } from '@core/api/sites';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { parameter, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import { answerBegun } from '../work/begun';
import { studioAccount } from './studio';
import { hostProblem } from './hosts';
import { archive, beginSite, removeAtOnce, removeLater, type Copying } from './life';

/** How clients begin and end. */
export const siteLifeRoutes: Routes = (service) => {
  const router = Router();

  router.get('/hosts/:host', async (request, response) => {
    await studioAccount(service, request);
    const own = z.string().optional().catch(undefined).parse(request.query['site']);
    const problem = await hostProblem(service, request.params.host, own);
    answer(response, HostFacts, { free: problem === undefined, problem: problem ?? null });
  });

  router.post('/sites', body('20kb'), async (request, response) => {
    const account = await studioAccount(service, request);
    answer(response, MadeSite, await beginSite(service, account, read(NewSite, request.body)), 201);
  });

  router.post('/sites/:site/copy', body('20kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'own');
    await studioAccount(service, request);
    const facts = read(SiteCopy, request.body);
    const problem = await hostProblem(service, facts.host);
    if (problem !== undefined) throw new Refusal('host-taken', problem);
    const data: Copying = { site, account, id: newIdentifier(), facts };
    await answerBegun(response, service, { queue: 'copies', account, data });
  });

  router.put('/sites/:site/archived', body('4kb'), async (request, response) => {
    const at = await reachSite(service, request, parameter(request, 'site'), 'own');
    await archive(service, at, read(Archiving, request.body).archived);
    response.status(204).end();
  });

  router.delete('/sites/:site', body('4kb'), async (request, response) => {
    const at = await reachSite(service, request, parameter(request, 'site'), 'own');
    const { name } = read(SiteRemoval, request.body ?? {});
    if (name === undefined) {
      answer(response, RemovedSite, { goes: (await removeLater(service, at)).toISOString() });
      return;
    }
    await removeAtOnce(service, at, name);
    answer(response, RemovedSite, { goes: null });
  });
  return router;
};
