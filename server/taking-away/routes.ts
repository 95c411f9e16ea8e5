import { pipeline } from 'node:stream/promises';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, type Response } from 'express';
import { Refusal } from '@core/api/refusal';
import { ArchiveRequest, PlainRequest } from '@core/api/taking-away';
import { newIdentifier } from '@core/document/identifier';
import { packed, type Packed } from '../../zip/write';
import { loggable, read } from '../http/answer';
import { parameter, reachSite } from '../http/guard';
import { receiving } from '../http/receiving';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import { hostProblem } from '../sites/hosts';
import { studioAccount } from '../sites/studio';
import { answerBegun } from '../work/begun';
import { archiveOf } from './archive';
import { plainFilesOf } from './plain';
import type { TakingIn } from './taking-in';

/** Sends files as an archive. One that breaks off half-way is cut off, so that nobody takes it for a whole one. */
async function send(service: Service, response: Response, name: string, files: readonly Packed[]): Promise<void> {
  response.attachment(name).type('application/zip').set('cache-control', 'no-store');
  await pipeline(packed(files), response).catch((error: unknown) => {
    service.log.warn(loggable(error), 'an archive was not sent to its end');
    response.destroy();
  });
}

/** Taking a site away, as plain files and as an archive, and making a site of an archive. */
export const takingAwayRoutes: Routes = (service) => {
  const router = Router();
  const receive = receiving(service.config.uploadFolder, { what: 'An archive', mostBytes: 1_000_000_000 });
  const hostOf = async (site: string): Promise<string> =>
    (await service.documents.site(service.database.manager, site))?.host ?? 'site';

  // whoever may look at a site sees all of this anyway
  router.get('/sites/:site/files', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    const wanted = read(PlainRequest, request.query);
    const files = await plainFilesOf(service, site, wanted);
    await send(service, response, `${await hostOf(site)}-files.zip`, files);
  });

  router.get('/sites/:site/archive', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    await send(service, response, `${await hostOf(site)}-archive.zip`, await archiveOf(service, site));
  });

  router.post('/archives', async (request, response) => {
    const account = await studioAccount(service, request);
    const { name, host } = read(ArchiveRequest, request.query);
    const problem = await hostProblem(service, host);
    if (problem !== undefined) throw new Refusal('host-taken', problem);
    const { file } = await receive(request, response);
    const data: TakingIn = { account, id: newIdentifier(), file: file.filename, name, host };
    // who sent it may have left the studio while it was on its way
    const begun = studioAccount(service, request).then(() =>
      answerBegun(response, service, { queue: 'archives', account, data }),
    );
    await begun.catch(async (error: unknown) => {
      await rm(join(service.config.uploadFolder, file.filename), { force: true });
      throw error;
    });
  });
  return router;
};
