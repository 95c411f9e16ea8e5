import { Router, type Request, type Response } from 'express';
import * as z from 'zod';
import type { PageEvents } from '@core/api/events';
import { FeedRequest, Place } from '@core/api/people';
import { Batch, Log, LogRequest, PageFacts, WouldBeEdits, WouldChange } from '@core/api/pages';
import { Role, type Ability } from '@core/api/roles';
import { Pages, Releases, type ReleaseRow } from '../database/entities';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { openStream } from '../http/event-stream';
import { accountOf, nameOfAccount, mayLook, pageFor, parameter, reachPage } from '../http/guard';
import type { Service } from '../http/service';
import { liveAddress } from '../sites/routes';
import { wholeLogSince } from './log';
import { storeBatch } from './store';
import { pagesThatChange } from './would-change';
import { stylingOf } from '@core/document/site';
import type { Routes } from '../http/routes';

/** Who asks for nothing after it knows all of a log. */
const newest = 2_147_483_647;

export const pageRoutes: Routes = (service) => {
  const router = Router();

  router.get('/pages/:page', async (request, response) => {
    const { page, site, role, isArchived } = await pageFor(service, request, parameter(request, 'page'), 'look');
    const release = await service.database
      .getRepository(Releases)
      .findOne({ where: { site: site.id }, order: { number: 'DESC' } });
    answer(response, PageFacts, {
      role,
      archived: isArchived,
      site: site.document,
      page: page.document,
      revision: page.revision,
      siteRevision: site.revision,
      release: releaseOf(release, page.id),
      titles: await titlesOf(service, site.id),
      live: liveAddress(service, site, page.path),
    });
  });

  router.post('/pages/:page/edits', reaching(service, 'write'), body('8mb'), async (request, response) => {
    answer(response, Log, await storeBatch(service, reachedBy(response), read(Batch, request.body)));
  });

  router.post('/pages/:page/would-change', reaching(service, 'look'), body('8mb'), async (request, response) => {
    const { edits } = read(WouldBeEdits, request.body);
    answer(response, WouldChange, { pages: await pagesThatChange(service, reachedBy(response), edits) });
  });

  router.get('/pages/:page/log', async (request, response) => {
    const at = await reachPage(service, request, parameter(request, 'page'), 'look');
    const { since, site = newest } = read(LogRequest, request.query);
    answer(response, Log, { log: await wholeLogSince(service.database.manager, at, { page: since, site }) });
  });

  feedRoute(service, router);
  exportRoutes(service, router);
  return router;
};

/** What the pages of a site are called, by their ids; no document is read. */
async function titlesOf({ database }: Service, site: string): Promise<PageFacts['titles']> {
  const rows = await database.getRepository(Pages).find({ select: { id: true, title: true }, where: { site } });
  return Object.fromEntries(rows.map(({ id, title }) => [id, title]));
}

/** What is live of a page, and the sections it shows. */
function releaseOf(release: ReleaseRow | null, page: string): PageFacts['release'] {
  if (!release) return null;
  const { site, pages } = release.content;
  const sections = site.sections?.filter((one) => one.shared);
  return {
    number: release.number,
    page: pages[page]?.document ?? null,
    ...(sections && { sections }),
    ...(site.frames && { frames: site.frames }),
    styling: stylingOf(site),
  };
}

/**
 * Lets a request pass whose page the account may reach, before anything of its body is read; who stores something is
 * asked again where that is stored.
 */
const reaching =
  (service: Service, ability: Ability) =>
  async (request: Request, response: Response, next: () => void): Promise<void> => {
    const { locals } = response;
    locals['reached'] = await reachPage(service, request, parameter(request, 'page'), ability);
    next();
  };

/** The page that was let through to, and its site. */
const reachedBy = ({ locals }: Response): z.infer<typeof Reached> => Reached.parse(locals['reached']);
const Reached = z.object({ page: z.string(), site: z.string(), account: z.string(), role: Role });

interface Listening {
  readonly at: { readonly page: string; readonly site: string };
  /** Who listens, where others are told. */
  readonly person: Parameters<Service['people']['enter']>[0] | undefined;
}

/**
 * What is stored on a page and who is on it, as it happens, told as long as whoever listens is a member of its site.
 */
function openFeed(service: Service, request: Request, response: Response, { at, person }: Listening): Promise<void> {
  const account = accountOf(request);
  return openStream(service, request, response, {
    stillAllowed: () => mayLook(service, account, at.page),
    open: (write) => {
      const say = <Name extends keyof PageEvents>(name: Name, data: PageEvents[Name]): unknown => write(name, data);
      return [
        service.feed.listen(at, (stored) => say('message', stored)),
        service.feed.listenToGone(at.page, () => say('gone', {})),
        service.feed.listenToSaid(at.page, () => say('remarks', {})),
        ...(person
          ? [service.people.enter(person), service.people.listen(person, (change) => say('people', change))]
          : []),
      ];
    },
  });
}

/** What is stored on a page, as it happens. */
function feedRoute(service: Service, router: Router): void {
  router.get('/pages/:page/feed', async (request, response) => {
    const { page, site, account } = await reachPage(service, request, parameter(request, 'page'), 'look');
    const { tab } = read(FeedRequest, request.query);
    const person = tab === undefined ? undefined : { page, tab, account, name: await nameOfAccount(service, account) };
    if (!response.destroyed) await openFeed(service, request, response, { at: { page, site }, person });
  });

  router.put('/pages/:page/place', reaching(service, 'look'), body('4kb'), async (request, response) => {
    const { page } = reachedBy(response);
    const { tab, at } = read(Place, request.body);
    const account = accountOf(request);
    service.people.select({ page, tab, account, name: await nameOfAccount(service, account) }, at);
    response.status(204).end();
  });
}

/** The page and its site as files, in the open format. */
function exportRoutes(service: Service, router: Router): void {
  const attach = (name: string): Record<string, string> => ({
    'content-disposition': `attachment; filename="${name}"`,
  });
  router.get('/pages/:page/export/page.json', async (request, response) => {
    const { page } = await pageFor(service, request, parameter(request, 'page'), 'look');
    response
      .set(attach('page.json'))
      .type('json')
      .send(JSON.stringify(page.document, null, 2));
  });
  router.get('/pages/:page/export/site.json', async (request, response) => {
    const { site } = await pageFor(service, request, parameter(request, 'page'), 'look');
    response
      .set(attach('site.json'))
      .type('json')
      .send(JSON.stringify(site.document, null, 2));
  });
}
