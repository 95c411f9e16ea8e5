import { Router } from 'express';
import { In } from 'typeorm';
import * as z from 'zod';
import {
  BreakpointsRequest,
  ChangedSite,
  ClientCards,
  DeskFacts,
  LeavingPlaces,
  MadePage,
  NewPage,
  type PageEntry,
} from '@core/api/sites';
import { newIdentifier } from '@core/document/identifier';
import { blankPage, titleOf } from '@core/document/page';
import { Memberships, Pages, Releases, Sites, type SiteRow } from '../database/entities';
import { copyOfPage } from '@core/document/commands/shared';
import { menuPaths } from '@core/document/menus';
import { jsonColumn } from '../database/json-column';
import { lockSite } from '../database/locks';
import { notFound, Refusal } from '@core/api/refusal';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { accountOf, parameter, reachPage, reachSite, siteFor } from '../http/guard';
import type { Service } from '../http/service';
import { changeBreakpoints, leavingBy } from './breakpoints';
import type { Routes } from '../http/routes';

/** The message PostgreSQL's unique violation becomes. */
export const pathTaken = (path: string): Refusal =>
  new Refusal('path-taken', `The site has a page at ${path} already.`);
export const isUniqueViolation = (error: unknown): boolean =>
  z.object({ code: z.literal('23505') }).safeParse(error).success;

export const liveAddress = (service: Service, site: SiteRow, path = '/'): string =>
  `http://${site.host}.localhost:${service.config.livePort}${path}`;

async function listed(service: Service, site: SiteRow): Promise<PageEntry[]> {
  const pages = await service.database.getRepository(Pages).find({ where: { site: site.id }, order: { path: 'ASC' } });
  const release = await service.database
    .getRepository(Releases)
    .findOne({ where: { site: site.id }, order: { number: 'DESC' } });
  return pages.map((page) => ({
    id: page.id,
    title: titleOf(page.document),
    path: page.path,
    former: page.formerPaths,
    livePath: release?.content.pages[page.id]?.document.path ?? null,
    changed: page.changed.toISOString(),
    revision: page.revision,
    live: release?.content.pages[page.id]?.revision ?? null,
  }));
}

/** What changes a site: its breakpoints, a page more. */
function changeRoutes(service: Service, router: Router): void {
  router.put('/sites/:site/breakpoints', body('100kb'), async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    const { rehearsal, ...change } = read(BreakpointsRequest, request.body);
    if (rehearsal) answer(response, LeavingPlaces, { leaving: await leavingBy(service, site, change) });
    else answer(response, ChangedSite, { site: await changeBreakpoints(service, site, accountOf(request), change) });
  });

  router.post('/sites/:site/pages', body('20kb'), async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    const { title, path, copyOf } = read(NewPage, request.body);
    if (copyOf !== undefined && (await reachPage(service, request, copyOf)).site !== site)
      throw new Refusal('bad-input', 'Copy a page of the same site.');
    const id = newIdentifier();
    await makePage(service, site, { id, title, path }, copyOf).catch((error: unknown) => {
      throw isUniqueViolation(error) ? pathTaken(path) : error;
    });
    answer(response, MadePage, { id, title, path }, 201);
  });
}

export const siteRoutes: Routes = (service) => {
  const router = Router();
  const pages = service.database.getRepository(Pages);

  router.get('/sites', async (request, response) => {
    const members = await service.database.getRepository(Memberships).findBy({ account: accountOf(request) });
    const sites = await service.database.getRepository(Sites).findBy({ id: In(members.map((member) => member.site)) });
    const homes = await pages.findBy({ site: In(sites.map((site) => site.id)), path: '/' });
    const counts = await Promise.all(sites.map((site) => pages.countBy({ site: site.id })));
    const cards = sites.map((site, index) => ({
      site: site.document,
      pages: counts[index] ?? 0,
      home: homes.find((home) => home.site === site.id)?.document ?? null,
    }));
    cards.sort((a, b) => b.pages - a.pages || a.site.name.localeCompare(b.site.name));
    answer(response, ClientCards, cards);
  });

  router.get('/sites/:site', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    const documents = await pages.find({ where: { site: site.id }, select: { id: true, document: true } });
    answer(response, DeskFacts, {
      site: site.document,
      pages: await listed(service, site),
      menus: menuPaths(documents.map((page) => page.document)),
      live: liveAddress(service, site),
    });
  });

  changeRoutes(service, router);
  return router;
};

/** Makes a page, blank or as a copy of one of the same site as it is at that moment. @throws Refusal 404 when the original has gone */
async function makePage(
  service: Service,
  site: string,
  facts: { id: string; title: string; path: string },
  copyOf: string | undefined,
): Promise<void> {
  await service.database.transaction(async (manager) => {
    const row = await lockSite(manager, site, 'shared');
    const original =
      copyOf === undefined ? undefined : await manager.getRepository(Pages).findOneBy({ id: copyOf, site });
    if (original === null) throw notFound();
    const document = original
      ? copyOfPage(row.document, original.document, facts)
      : blankPage(facts.id, facts.title, facts.path);
    await manager
      .getRepository(Pages)
      .insert({ id: facts.id, site, path: facts.path, revision: 0, document: jsonColumn(document) });
  });
}
