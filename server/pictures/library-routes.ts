import { Router } from 'express';
import * as z from 'zod';
import { FileWeights, IconRequest, LibraryFacts } from '@core/api/pictures';
import { notFound, Refusal } from '@core/api/refusal';
import type { SiteEdit } from '@core/document/edits/site-edit';
import { newIdentifier } from '@core/document/identifier';
import { usesOfParts, usesOfSite } from '@core/document/library/uses';
import { titleOf } from '@core/document/page';
import { PictureFiles } from '../database/entities';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { parameter, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import { storeOnSite } from '../pages/store';
import { keepFiles, takeUpload } from '../uploads/upload';
import { iconFiles } from './icon';

const Weights = z.array(z.object({ file: z.string(), bytes: z.number() }));

/** What the files of a site's library weigh. */
async function weightsOf({ database }: Service, site: string): Promise<FileWeights> {
  const weights = Weights.parse(
    await database.query('SELECT file, octet_length(bytes) AS bytes FROM picture_files WHERE site = $1', [site]),
  );
  return Object.fromEntries(weights.map(({ file, bytes }) => [file, bytes]));
}

/** Where the library of a site is used, and what its files weigh. @throws Refusal */
async function libraryFacts(service: Service, id: string): Promise<LibraryFacts> {
  const { database, documents } = service;
  const now = await documents.moment(id, 'all');
  const weights = await weightsOf(service, id);
  const site = now?.site.document ?? (await documents.site(database.manager, id))?.document;
  if (!site) throw notFound();
  const pages = (now?.pages ?? []).map(({ id: page, document }) => ({
    ...{ id: page, title: titleOf(document) },
    uses: usesOfParts(document.parts),
  }));
  return {
    pages: pages.filter(({ uses }) => [uses.pictures, uses.downloads].some((one) => Object.keys(one).length > 0)),
    site: usesOfSite(site),
    weights,
  };
}

/** The largest file of a picture. @throws Refusal where the site has no such picture */
async function largestOf({ database, documents }: Service, id: string, picture: string): Promise<Buffer> {
  const pictures = (await documents.site(database.manager, id))?.document.pictures ?? {};
  const file = Object.hasOwn(pictures, picture) ? pictures[picture]?.files.at(-1)?.file : undefined;
  const row = file && (await database.getRepository(PictureFiles).findOneBy({ site: id, file }));
  if (!row) throw new Refusal('does-not-fit', 'The site has no such picture.');
  return row.bytes;
}

/** The library as a whole: where it is used, and another file in the place of a picture. */
export const libraryRoutes: Routes = (service) => {
  const router = Router();
  router.put(
    '/sites/:site/pictures/:picture',
    takeUpload(
      service,
      { queue: 'pictures', ability: 'build', what: 'A picture', mostBytes: 100_000_000 },
      (request) => ({ replaces: parameter(request, 'picture') }),
    ),
  );

  router.put('/sites/:site/icon', body('4kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'build');
    const { picture } = read(IconRequest, request.body);
    const { icon, files } = await iconFiles(picture, await largestOf(service, site, picture));
    const edit: SiteEdit = { do: 'set', on: 'site', field: ['icon'], value: icon };
    await storeOnSite(service, { site, id: `icon-${newIdentifier()}`, account }, async (_site, manager) => {
      await keepFiles(manager, site, files);
      return [edit];
    });
    response.status(204).end();
  });

  router.get('/sites/:site/uses', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    answer(response, LibraryFacts, await libraryFacts(service, site));
  });

  router.get('/sites/:site/weights', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    answer(response, FileWeights, await weightsOf(service, site));
  });
  return router;
};
