import { Router } from 'express';
import { In, type EntityManager } from 'typeorm';
import * as z from 'zod';
import { BroughtPictures, PicturesToBring } from '@core/api/pictures';
import { notFound, Refusal } from '@core/api/refusal';
import { WouldBring, type NewPage } from '@core/api/sites';
import { carried, wouldBring } from '@core/document/carrying/carried';
import { bringPictures } from '@core/document/carrying/pictures';
import { newIdentifier } from '@core/document/identifier';
import { noteAct } from '../database/acts';
import { Pages } from '../database/entities';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { pageFor, parameter, reachSite, siteFor } from '../http/guard';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import type { Pair } from '../pages/documents';
import { enterPage } from '../pages/enter-page';
import { storeOnSite } from '../pages/store';

const Copied = z.array(z.object({ file: z.string() }));

/** Gives a site files of another. @throws Refusal where one of them has gone meanwhile */
async function copyFiles(manager: EntityManager, from: string, to: string, files: readonly string[]): Promise<void> {
  if (files.length === 0) return;
  await manager.query(
    `INSERT INTO picture_files (site, file, bytes) SELECT $2, file, bytes FROM picture_files
     WHERE site = $1 AND file = ANY ($3) ON CONFLICT DO NOTHING`,
    [from, to, files],
  );
  const there: unknown = await manager.query('SELECT file FROM picture_files WHERE site = $1 AND file = ANY ($2)', [
    to,
    files,
  ]);
  if (Copied.parse(there).length < files.length)
    throw new Refusal('unavailable', 'Something of this was changed just now. Try again in a moment.');
}

/** Links for the pages of a site, at another: to the page of the same path there, else to that path. */
async function pagesThere(manager: EntityManager, from: string, to: string): Promise<Map<string, string>> {
  const pages = await manager
    .getRepository(Pages)
    .find({ select: { id: true, site: true, path: true }, where: { site: In([from, to]) } });
  const byPath = new Map(pages.flatMap((one) => (one.site === to ? [[one.path, `page:${one.id}`] as const] : [])));
  return new Map(
    pages.flatMap(({ id, site, path }) => (site === from ? [[id, byPath.get(path) ?? path] as const] : [])),
  );
}

/** What is made of a page of another site, and where. */
interface Carrying {
  readonly site: string;
  readonly account: string;
  /** The contents of its act. */
  readonly about: Readonly<Record<string, string>>;
  readonly facts: { readonly id: string; readonly title: string; readonly path: string };
  readonly wanted: Pick<NewPage, 'frame' | 'onClash'>;
}

/** Makes a page as a copy of one of another site, which brings along what it uses; all of it, or nothing. */
export async function carryPage(
  service: Service,
  { site: theirs, page }: Pair,
  { site: to, account, about, facts, wanted }: Carrying,
): Promise<void> {
  const { onClash = 'here', frame } = wanted;
  const from = theirs.id;
  await storeOnSite(service, { site: to, account, id: `carry-${facts.id}` }, async (site, manager) => {
    if (frame !== undefined && !site.frames?.some((one) => one.id === frame))
      throw new Refusal('bad-input', 'The site no longer has this page frame.');
    const pages = await pagesThere(manager, from, to);
    const there = carried(theirs.document, site, page.document, { ...facts, frame, onClash, pages });
    await copyFiles(manager, from, to, there.files);
    await enterPage(manager, to, there.page);
    const copied = { ...about, copyOf: theirs.document.name };
    await noteAct(manager, { site: to, account, what: 'made a page', about: copied });
    return there.edits;
  });
}

/** What comes from one site to another: what a page would bring, and pictures. */
export const carryingRoutes: Routes = (service) => {
  const router = Router();

  router.get('/sites/:site/pages/from/:page', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'), 'build');
    const { site: from, page } = await pageFor(service, request, parameter(request, 'page'), 'look');
    if (from.id === site.id) throw notFound();
    answer(response, WouldBring, wouldBring(from.document, site.document, page.document));
  });

  router.post('/sites/:site/pictures/from/:other', body('100kb'), async (request, response) => {
    const { site: to, account } = await reachSite(service, request, parameter(request, 'site'), 'write');
    const from = await siteFor(service, request, parameter(request, 'other'), 'look');
    const { pictures } = read(PicturesToBring, request.body);
    if (from.id === to) throw notFound();
    let names: Readonly<Record<string, string>> = {};
    await storeOnSite(service, { site: to, account, id: `pictures-${newIdentifier()}` }, async (site, manager) => {
      const brought = bringPictures(from.document, site, pictures);
      await copyFiles(manager, from.id, to, brought.files);
      names = brought.names;
      return brought.edits;
    });
    answer(response, BroughtPictures, { pictures: names });
  });
  return router;
};
