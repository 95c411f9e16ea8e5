import { Router } from 'express';
import { In } from 'typeorm';
import {
  AlikeGroups,
  ClientCards,
  DeskFacts,
  LeavingPlaces,
  MadePage,
  NewPage,
  ReachedPages,
  type PageEntry,
} from '@core/api/sites';
import { BreakpointChange } from '@core/document/commands/breakpoints';
import { newIdentifier } from '@core/document/identifier';
import { pageOfSection } from '@core/document/sections/kept-section';
import { blankPage } from '@core/document/page';
import { Memberships, Pages, Releases } from '../database/entities';
import { copyOfPage } from '@core/document/commands/shared';
import { menuPaths } from '@core/document/links/menus';
import type { Site } from '@core/document/site';
import { jsonColumn } from '../database/json-column';
import { lockSite } from '../database/locks';
import { notFound, Refusal } from '@core/api/refusal';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { accountOf, parameter, reachPage, reachSite, siteFor } from '../http/guard';
import type { Service } from '../http/service';
import type { PageNow, SiteNow } from '../pages/documents';
import { factsOf } from '../pages/facts';
import { alikeOnSite } from './alike';
import { liveOrigin } from '../releases/publish';
import { leavingBy } from './breakpoints';
import { isUniqueViolation, pathTaken } from './paths';
import { reachOfPages } from './reach';
import type { Routes } from '../http/routes';

export const liveAddress = (service: Service, site: Pick<SiteNow, 'host'>, path = '/'): string =>
  liveOrigin(service, site) + path;

type Listed = Pick<PageNow, 'id' | 'title' | 'path' | 'menus' | 'shows' | 'revision' | 'changed' | 'formerPaths'>;

/** What is listed of a site's pages; no document is read. */
const listOf = (service: Service, site: string): Promise<Listed[]> =>
  service.database.getRepository(Pages).find({
    select: {
      id: true,
      title: true,
      path: true,
      menus: true,
      shows: true,
      revision: true,
      changed: true,
      formerPaths: true,
    },
    where: { site },
    order: { path: 'ASC' },
  });

/** The paths a site's menus lead to: those of its pages, and those in the shared sections they show. */
function menusOf(site: Site, pages: readonly Listed[]): string[] {
  const onPages = new Set(pages.flatMap((page) => page.shows));
  const sections = (site.sections ?? []).filter((one) => onPages.has(one.id)).map((one) => pageOfSection(one));
  return [...new Set([...pages.flatMap((page) => page.menus), ...menuPaths(sections)])].sort();
}

async function entries(service: Service, site: SiteNow, pages: readonly Listed[]): Promise<PageEntry[]> {
  const release = await service.database
    .getRepository(Releases)
    .findOne({ where: { site: site.id }, order: { number: 'DESC' } });
  return pages.map((page) => ({
    id: page.id,
    title: page.title,
    path: page.path,
    former: page.formerPaths,
    livePath: release?.content.pages[page.id]?.document.path ?? null,
    changed: page.changed.toISOString(),
    revision: page.revision,
    live: release?.content.pages[page.id]?.revision ?? null,
  }));
}

/** What a site is asked before it changes, and a page more. */
function changeRoutes(service: Service, router: Router): void {
  router.post('/sites/:site/breakpoints/leaving', body('100kb'), async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    const change = read(BreakpointChange, request.body);
    answer(response, LeavingPlaces, { leaving: await leavingBy(service, site, change) });
  });

  router.post('/sites/:site/pages', body('20kb'), async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    const { title, path, copyOf } = read(NewPage, request.body);
    if (copyOf !== undefined && (await reachPage(service, request, copyOf)).site !== site)
      throw new Refusal('bad-input', 'Copy a page of the same site.');
    const id = newIdentifier();
    await makePage(service, site, { id, title, path }, copyOf).catch((error: unknown) => {
      throw isUniqueViolation(error, 'pages') ? pathTaken(path) : error;
    });
    answer(response, MadePage, { id, title, path }, 201);
  });
}

export const siteRoutes: Routes = (service) => {
  const router = Router();
  const pages = service.database.getRepository(Pages);

  router.get('/sites', async (request, response) => {
    const members = await service.database.getRepository(Memberships).findBy({ account: accountOf(request) });
    const { manager } = service.database;
    const sites = await service.documents.sites(manager, { id: In(members.map((member) => member.site)) });
    const homes = await service.documents.pages(manager, { site: In(sites.map((site) => site.id)), path: '/' });
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
    const all = await listOf(service, site.id);
    answer(response, DeskFacts, {
      site: site.document,
      pages: await entries(service, site, all),
      menus: menusOf(site.document, all),
      live: liveAddress(service, site),
    });
  });

  router.get('/sites/:site/alike', async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    answer(response, AlikeGroups, { groups: await alikeOnSite(service, site) });
  });

  router.get('/sites/:site/reach', async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    answer(response, ReachedPages, { pages: await reachOfPages(service, site) });
  });

  changeRoutes(service, router);
  return router;
};

/**
 * Makes a page, blank or as a copy of one of the same site as it is at that moment. @throws Refusal 404 when the
 * original has gone
 */
async function makePage(
  service: Service,
  site: string,
  facts: { id: string; title: string; path: string },
  copyOf: string | undefined,
): Promise<void> {
  await service.database.transaction(async (manager) => {
    await lockSite(manager, site, 'shared');
    const original = copyOf === undefined ? undefined : await service.documents.page(manager, copyOf);
    if (copyOf !== undefined && original?.site !== site) throw notFound();
    const document = original ? copyOfPage(original.document, facts) : blankPage(facts.id, facts.title, facts.path);
    await manager.getRepository(Pages).insert({
      id: facts.id,
      site,
      revision: 0,
      written: jsonColumn(document),
      ...factsOf(document),
    });
  });
}
