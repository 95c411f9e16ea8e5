import { Router } from 'express';
import { In } from 'typeorm';
import {
  AlikeGroups,
  ClientCards,
  DeskFacts,
  LeavingPlaces,
  MadePage,
  NewPage,
  PageDocument,
  ReachedPages,
  type PageEntry,
} from '@core/api/sites';
import { BreakpointChange } from '@core/document/commands/breakpoints';
import { newIdentifier } from '@core/document/identifier';
import { sectionsOf } from '@core/document/frames/shown-frame';
import { pageOfSection } from '@core/document/sections/kept-section';
import { withUsed } from '@core/document/seen/references';
import { madeBy, ofRequest } from '../database/acts';
import { Memberships, Sites, Pages, Releases } from '../database/entities';
import { menuPaths, withSiteMenus } from '@core/document/links/menus';
import type { Site } from '@core/document/site';
import { notFound, Refusal } from '@core/api/refusal';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { accountOf, pageFor, parameter, reachPage, reachSite, siteFor } from '../http/guard';
import { makePage, makePageInstead } from '../pages/making';
import type { Service } from '../http/service';
import { frameAmong } from '../pages/facts';
import type { PageNow, SiteNow } from '../pages/documents';
import { alikeOnSite } from './alike';
import { carryPage } from './carrying';
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

/** The paths a site's menus lead to: those of its pages, and those in the shared sections they and their frames show. */
function menusOf(site: Site, pages: readonly Listed[]): string[] {
  const named = new Set(pages.map((page) => frameAmong(page.shows)));
  const framing = (site.frames ?? []).filter((one) => named.has(one.id)).flatMap(sectionsOf);
  const shown = withUsed(site, [...framing, ...pages.flatMap((page) => page.shows)]);
  const sections = shown.map((one) => pageOfSection(one));
  return withSiteMenus([...pages.flatMap((page) => page.menus), ...menuPaths(sections)], site);
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
    frame: frameAmong(page.shows) ?? null,
    live: release?.content.pages[page.id]?.revision ?? null,
  }));
}

/** What a site is asked before it changes, and a page more. */
function changeRoutes(service: Service, router: Router): void {
  router.post('/sites/:site/breakpoints/leaving', body('100kb'), async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    const change = read(BreakpointChange, request.body);
    answer(response, LeavingPlaces, { leaving: await leavingBy(service, site, change) });
  });

  router.post('/sites/:site/pages', body('20kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'build');
    const { title, path, copyOf, request: again, instead, ...wanted } = read(NewPage, request.body);
    const id = newIdentifier();
    const facts = { id, title, path };
    const about = { title, path, ...ofRequest(again), page: id };
    const isFromHere = copyOf === undefined || (await reachPage(service, request, copyOf, 'look')).site === site;
    if (!isFromHere && instead) throw new Refusal('bad-input', 'A copy from another site takes no other page’s path.');
    const making = !isFromHere
      ? carryPage(service, await pageFor(service, request, copyOf, 'look'), { site, account, about, facts, wanted })
      : instead
        ? makePageInstead(service, { site, account, about }, facts, { copyOf, instead, ...wanted })
        : makePage(service, { site, account, about }, facts, { copyOf, ...wanted });
    const made = await making.then(
      () => id,
      async (error: unknown) => {
        const isTaken = isUniqueViolation(error, 'pages');
        if (!isTaken && !instead) throw error;
        // another try of the same request has the path
        const act = await madeBy(service.database.manager, { account, what: 'made a page', request: again });
        if (act?.site !== site) throw isTaken ? pathTaken(path) : error;
        return act.about['page']!; // it is noted with the request
      },
    );
    answer(response, MadePage, { id: made, title, path }, 201);
  });
}

/** The sites somebody may open, those with most pages first. */
async function cardsOf(service: Service, account: string): Promise<ClientCards> {
  const pages = service.database.getRepository(Pages);
  const members = await service.database.getRepository(Memberships).findBy({ account: account });
  const { manager } = service.database;
  const ids = In(members.map((member) => member.site));
  const sites = await service.documents.sites(manager, { id: ids });
  const life = await manager
    .getRepository(Sites)
    .find({ select: { id: true, archived: true, goes: true }, where: { id: ids } });
  const homes = await service.documents.pages(manager, { site: In(sites.map((site) => site.id)), path: '/' });
  const counts = await Promise.all(sites.map((site) => pages.countBy({ site: site.id })));
  const cards = sites.map((site, index) => {
    const { archived, goes } = life.find((one) => one.id === site.id) ?? {};
    return {
      site: site.document,
      role: members.find((one) => one.site === site.id)?.role ?? 'reader',
      pages: counts[index] ?? 0,
      home: homes.find((home) => home.site === site.id)?.document ?? null,
      archived: archived?.toISOString() ?? null,
      goes: goes?.toISOString() ?? null,
    };
  });
  cards.sort((a, b) => b.pages - a.pages || a.site.name.localeCompare(b.site.name));
  return cards;
}

export const siteRoutes: Routes = (service) => {
  const router = Router();
  router.get('/sites', async (request, response) =>
    answer(response, ClientCards, await cardsOf(service, accountOf(request))),
  );

  router.get('/sites/:site', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'), 'look');
    const all = await listOf(service, site.id);
    answer(response, DeskFacts, {
      role: site.role,
      archived: site.isArchived,
      site: site.document,
      pages: await entries(service, site, all),
      menus: menusOf(site.document, all),
      live: liveAddress(service, site),
      usuallyKept: service.config.keepReleases,
    });
  });

  router.get('/sites/:site/pages/:page', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    const page = await service.documents.page(service.database.manager, parameter(request, 'page'));
    if (page?.site !== site) throw notFound();
    answer(response, PageDocument, { page: page.document });
  });

  router.get('/sites/:site/alike', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    answer(response, AlikeGroups, { groups: await alikeOnSite(service, site) });
  });

  router.get('/sites/:site/reach', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    answer(response, ReachedPages, { pages: await reachOfPages(service, site) });
  });

  changeRoutes(service, router);
  return router;
};
