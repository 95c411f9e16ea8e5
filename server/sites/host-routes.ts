import { Router } from 'express';
import { notFound, Refusal } from '@core/api/refusal';
import { FormerHosts, HostChange } from '@core/api/sites';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { parameter, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import type { Moving } from '../releases/moving';
import { answerBegun } from '../work/begun';
import { giveUpHost, hostProblem, hostsOf } from './hosts';

/** The host names of a site: its own, and those it had before. */
export const siteHostRoutes: Routes = (service) => {
  const router = Router();

  router.get('/sites/:site/hosts', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    answer(response, FormerHosts, await hostsOf(service, site));
  });

  router.put('/sites/:site/host', body('4kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'own');
    const { host } = read(HostChange, request.body);
    const problem = await hostProblem(service, host, site);
    if (problem !== undefined) throw new Refusal('host-taken', problem);
    const data: Moving = { site, account, host };
    await answerBegun(response, service, { queue: 'site-moves', account, data });
  });

  router.delete('/sites/:site/hosts/:host', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'own');
    if (!(await giveUpHost(service, site, parameter(request, 'host')))) throw notFound();
    response.status(204).end();
  });
  return router;
};
