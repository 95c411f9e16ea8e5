import { Router, type Request } from 'express';
import * as z from 'zod';
import {
  BackRequest,
  OfflineChange,
  PublishSeveral,
  ReleaseComparison,
  ReleaseList,
  ReleasePages,
  ReleaseWords,
} from '@core/api/releases';
import { notFound } from '@core/api/refusal';
import { titleOf } from '@core/document/page';
import { compared, type Together } from '@core/review/compared';
import { Releases, Sites, type ReleaseContent } from '../database/entities';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { mayOn, nameOfSite, parameter, reachSite, type Reaching } from '../http/guard';
import type { Routes } from '../http/routes';
import type { Service } from '../http/service';
import { answerBegun } from '../work/begun';
import { setOffline } from './offline';
import type { SiteReleasing } from './older';
import { dueAt } from './planned';

const Number = z.coerce.number().int().min(1).max(2_147_483_647);

/** The number of a release that is part of the address. @throws Refusal 404 */
function numberOf(request: Request, named = 'number'): number {
  const parsed = Number.safeParse(request.params[named]);
  if (!parsed.success) throw notFound();
  return parsed.data;
}

const Rows = z.array(
  z.object({
    number: z.number(),
    at: z.date(),
    by: z.string().nullable(),
    name: z.string(),
    note: z.string(),
    bytes: z.coerce.number().nullable(),
    pages: z.number().nullable(),
  }),
);

/** The releases of a site, without what is in them. */
async function listOf(service: Service, at: Reaching): Promise<ReleaseList> {
  const { site } = at;
  const { manager } = service.database;
  const rows = Rows.parse(
    await manager.query(
      `SELECT r.number, r.at, a.name AS by, r.name, r.note, r.bytes, r.pages
       FROM releases r LEFT JOIN accounts a ON a.id = r.account WHERE r.site = $1 ORDER BY r.number DESC`,
      [site],
    ),
  );
  const row = await manager.getRepository(Sites).findOne({ select: { id: true, offline: true }, where: { id: site } });
  return {
    site: await nameOfSite(service, site),
    mayBuild: mayOn(at, 'build'),
    offline: row?.offline ?? null,
    releases: rows.map((one) => ({ ...one, by: one.by ?? 'Somebody', at: one.at.toISOString() })),
  };
}

/** So many differences of a page are listed. */
const mostListed = 300;

/** What differs between two releases. */
function comparisonOf(was: ReleaseContent, is: ReleaseContent): ReleaseComparison {
  const together = ({ site, pages }: ReleaseContent): Together => ({
    site,
    pages: Object.fromEntries(Object.entries(pages).map(([id, { document }]) => [id, document])),
  });
  const { site, pages } = compared(together(was), together(is));
  return {
    site: site.slice(0, mostListed),
    pages: pages.map((page) => ({
      ...page,
      count: page.changes.length,
      changes: page.changes.slice(0, mostListed).map(({ what, values }) => ({ what, ...(values && { values }) })),
    })),
  };
}

/** The releases of a site: what there was, again, and what visitors are told while it is offline. */
export const siteReleaseRoutes: Routes = (service) => {
  const router = Router();
  const releases = service.database.getRepository(Releases);

  router.get('/sites/:site/releases', async (request, response) => {
    const at = await reachSite(service, request, parameter(request, 'site'), 'look');
    answer(response, ReleaseList, await listOf(service, at));
  });

  router.get('/sites/:site/releases/:number', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    const row = await releases.findOneBy({ site, number: numberOf(request) });
    if (!row) throw notFound();
    const pages = Object.values(row.content.pages).map(({ document }) => ({
      ...{ id: document.id, title: titleOf(document), path: document.path },
    }));
    answer(response, ReleasePages, { pages: pages.sort((a, b) => a.path.localeCompare(b.path)) });
  });

  router.get('/sites/:site/releases/:number/since/:before', async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'look');
    const [was, is] = await Promise.all(
      [numberOf(request, 'before'), numberOf(request)].map((number) => releases.findOneBy({ site, number })),
    );
    if (!was || !is) throw notFound();
    answer(response, ReleaseComparison, comparisonOf(was.content, is.content));
  });

  changeRoutes(service, router);
  return router;
};

/** What makes or changes releases. */
function changeRoutes(service: Service, router: Router): void {
  const begin = (wanted: SiteReleasing, due?: Date): Parameters<typeof answerBegun>[2] => ({
    ...{ queue: 'site-releases', account: wanted.account, data: wanted, due },
  });

  router.post('/sites/:site/releases', body('100kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'build');
    const { at, ...wanted } = read(PublishSeveral, request.body);
    await answerBegun(response, service, begin({ makes: 'several', site, account, ...wanted }, dueAt(at)));
  });

  router.post('/sites/:site/releases/:number/back', body('4kb'), async (request, response) => {
    const { site, account } = await reachSite(service, request, parameter(request, 'site'), 'build');
    const { page } = read(BackRequest, request.body ?? {});
    const number = numberOf(request);
    if (!(await service.database.getRepository(Releases).existsBy({ site, number }))) throw notFound();
    await answerBegun(response, service, begin({ makes: 'again', site, account, number, ...(page && { page }) }));
  });

  router.patch('/sites/:site/releases/:number', body('20kb'), async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), 'build');
    const { name, note } = read(ReleaseWords, request.body);
    const number = numberOf(request);
    const { affected } = await service.database
      .getRepository(Releases)
      .update({ site, number }, { ...(name !== undefined && { name }), ...(note !== undefined && { note }) });
    if (affected !== 1) throw notFound();
    response.status(204).end();
  });

  router.put('/sites/:site/offline', body('4kb'), async (request, response) => {
    const at = await reachSite(service, request, parameter(request, 'site'), 'build');
    await setOffline(service, at, read(OfflineChange, request.body).offline);
    response.status(204).end();
  });
}
