import { Router } from 'express';
import { In } from 'typeorm';
import * as z from 'zod';
import { newIdentifier } from '@core/document/identifier';
import { blankPage, PagePath, titleOf } from '@core/document/page';
import { BreakpointChange } from '@core/document/commands/breakpoints';
import { Memberships, Pages, Releases, Sites, type PageRow, type SiteRow } from '../database/entities';
import { copyOfPage } from '@core/document/commands/shared';
import { menuPaths } from '@core/document/menus';
import { jsonColumn } from '../database/json-column';
import { read, Refusal } from '../http/answer';
import { accountOf, pageFor, parameter, siteFor } from '../http/guard';
import type { Service } from '../http/service';
import { changeBreakpoints, leavingBy } from './breakpoints';

const NewPage = z.strictObject({
  title: z.string().trim().min(1, 'A page needs a title.').max(200),
  path: PagePath,
  copyOf: z.string().max(40).optional(),
});

/** The message PostgreSQL's unique violation becomes. */
export const pathTaken = (path: string): Refusal => new Refusal(409, `The site has a page at ${path} already.`);
export const isUniqueViolation = (error: unknown): boolean =>
  z.object({ code: z.literal('23505') }).safeParse(error).success;

export const liveAddress = (service: Service, site: SiteRow, path = '/'): string =>
  `http://${site.host}.localhost:${service.config.livePort}${path}`;

async function listed(service: Service, site: SiteRow): Promise<object[]> {
  const pages = await service.database.getRepository(Pages).find({ where: { site: site.id }, order: { path: 'ASC' } });
  const release = await service.database
    .getRepository(Releases)
    .findOne({ where: { site: site.id }, order: { number: 'DESC' } });
  return pages.map((page) => ({
    id: page.id,
    title: titleOf(page.document),
    path: page.path,
    changed: page.changed,
    revision: page.revision,
    live: release?.content.pages[page.id]?.revision ?? null,
  }));
}

export function siteRoutes(service: Service): Router {
  const router = Router();
  const pages = service.database.getRepository(Pages);

  router.get('/sites', async (request, response) => {
    const members = await service.database.getRepository(Memberships).findBy({ account: accountOf(request) });
    const sites = await service.database.getRepository(Sites).findBy({ id: In(members.map((member) => member.site)) });
    const homes = await pages.findBy({ site: In(sites.map((site) => site.id)), path: '/' });
    const counts = await Promise.all(sites.map((site) => pages.countBy({ site: site.id })));
    const cards = sites.map((site, index) => ({
      site: site.document,
      pages: counts[index],
      home: homes.find((home) => home.site === site.id)?.document ?? null,
    }));
    response.json(cards.sort((a, b) => Number(b.pages) - Number(a.pages) || a.site.name.localeCompare(b.site.name)));
  });

  router.get('/sites/:site', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    const documents = await pages.find({ where: { site: site.id }, select: { id: true, document: true } });
    response.json({
      site: site.document,
      pages: await listed(service, site),
      menus: menuPaths(documents.map((page) => page.document)),
      live: liveAddress(service, site),
    });
  });

  router.put('/sites/:site/breakpoints', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    const { trial, ...change } = read(BreakpointChange.extend({ trial: z.boolean() }), request.body);
    response.json(
      trial
        ? { leaving: await leavingBy(service, site.id, change) }
        : { site: await changeBreakpoints(service, site.id, accountOf(request), change) },
    );
  });

  router.post('/sites/:site/pages', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    const { title, path, copyOf } = read(NewPage, request.body);
    const original = copyOf === undefined ? undefined : await pageFor(service, request, copyOf);
    if (original && original.site.id !== site.id) throw new Refusal(400, 'Copy a page of the same site.');
    const id = newIdentifier();
    const row: Omit<PageRow, 'changed'> = {
      id,
      site: site.id,
      path,
      revision: 0,
      document: original
        ? copyOfPage(site.document, original.page.document, { id, title, path })
        : blankPage(id, title, path),
    };
    await pages.insert({ ...row, document: jsonColumn(row.document) }).catch((error: unknown) => {
      throw isUniqueViolation(error) ? pathTaken(path) : error;
    });
    response.status(201).json({ id, title, path });
  });
  return router;
}
