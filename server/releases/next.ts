import { promisify } from 'node:util';
import { brotliCompress } from 'node:zlib';
import { stat } from 'node:fs/promises';
import { Router } from 'express';
import * as z from 'zod';
import { BudgetChange, LiveSite, NextOfPage, type PageWeight } from '@core/api/releases';
import { notFound } from '@core/api/refusal';
import { picturesAtMost } from '@core/compile/weight';
import { placesOf } from '@core/compile/places';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { newIdentifier } from '@core/document/identifier';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { parameter, reachSite } from '../http/guard';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import { storeOnSite } from '../pages/store';
import { lastRelease, liveOrigin, storedPages } from './publish';
import { compiled, fontPath, servedHtml } from './write';

const squeeze = promisify(brotliCompress);
const Sizes = z.array(z.object({ file: z.string(), bytes: z.coerce.number() }));

/** What a page weighs as it would be served. */
async function weightOf({ database }: Service, site: Site, page: Page): Promise<PageWeight> {
  const { html, css, files } = compiled(site, page, placesOf([page]), {});
  const [ofHtml, ofCss] = await Promise.all([squeeze(html), squeeze(css)]);
  const rows: unknown = await database.query(
    'SELECT file, octet_length(bytes) AS bytes FROM picture_files WHERE site = $1 AND file = ANY($2)',
    [site.id, [...files.pictures, ...files.faces]],
  );
  const uploaded = new Map(Sizes.parse(rows).map((one) => [one.file, one.bytes]));
  const sizeOf = (file: string): number => uploaded.get(file) ?? 0;
  const shipped = await Promise.all(files.fonts.map(async (file) => (await stat(fontPath(file))).size));
  return {
    text: ofHtml.length + ofCss.length,
    faces: [...shipped, ...files.faces.map(sizeOf)].reduce((sum, one) => sum + one, 0),
    pictures: picturesAtMost(site.pictures, files.pictures, sizeOf),
  };
}

/** What the next release would be: the site as it is live, and page by page as it is, as it is live, and its weight. */
export const nextReleaseRoutes: Routes = (service) => {
  const router = Router();
  const { manager } = service.database;

  router.get('/sites/:site/releases/next', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    const last = await lastRelease(manager, site);
    answer(response, LiveSite, { number: last?.number ?? null, site: last?.content.site ?? null });
  });

  router.get('/sites/:site/releases/next/:page', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    const stored = await storedPages(service, site, [parameter(request, 'page')]);
    const [now] = stored.pages;
    if (!now) throw notFound();
    const last = await lastRelease(manager, site);
    const live = last?.content.pages[now.id]?.document ?? null;
    const address = liveOrigin(service, stored.site);
    const served = (of: Site, document: Page): string => servedHtml(of, document, placesOf([document]), address);
    answer(response, NextOfPage, {
      page: now.document,
      revision: now.revision,
      live,
      changesWithSite: live !== null && served(last!.content.site, live) !== served(stored.site.document, live), // what is live is of a release
      weight: await weightOf(service, stored.site.document, now.document),
    });
  });

  router.put('/sites/:site/budget', body('4kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'build');
    const { budget } = read(BudgetChange, request.body);
    const set = { do: 'set', on: 'site', field: ['budget'], ...(budget !== null && { value: budget }) } as const;
    await storeOnSite(service, { site, id: `budget-${newIdentifier()}`, account }, () =>
      Promise.resolve([{ ...set, field: ['budget'] }]),
    );
    response.status(204).end();
  });
  return router;
};
