import { Router } from 'express';
import { keptFrom } from '@core/document/commands/shared';
import { Identifier, newIdentifier } from '@core/document/identifier';
import { KeptSection } from '@core/document/kept-section';
import { Problem } from '@core/document/problem';
import type { Site } from '@core/document/site';
import { Pages, Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { notFound, read, Refusal } from '../http/answer';
import { pageFor, parameter, siteFor } from '../http/guard';
import type { Service } from '../http/service';

const Keep = KeptSection.pick({ name: true, purpose: true, shared: true }).extend({ part: Identifier });
const most = 200;

/** Changes the list of sections a site keeps, and tells whoever has one of its pages open. */
async function changeSections(
  service: Service,
  id: string,
  change: (site: Site) => KeptSection[] | Promise<KeptSection[]>,
): Promise<KeptSection[]> {
  const sections = await service.database.transaction(async (manager) => {
    const row = await manager.getRepository(Sites).findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
    if (!row) throw notFound();
    const next = await change(row.document);
    await manager.getRepository(Sites).update({ id }, { document: jsonColumn({ ...row.document, sections: next }) });
    return next;
  });
  const pages = await service.database.getRepository(Pages).find({ where: { site: id }, select: { id: true } });
  for (const page of pages) service.feed.tellSections(page.id);
  return sections;
}

/** The sections a site keeps: taken from a page as it is stored, and let go. */
export function sectionRoutes(service: Service): Router {
  const router = Router();

  router.get('/sites/:site/sections', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    response.json({ sections: site.document.sections ?? [] });
  });

  router.post('/pages/:page/sections', async (request, response) => {
    const { page, site } = await pageFor(service, request, parameter(request, 'page'));
    const { part, ...facts } = read(Keep, request.body);
    const sections = await changeSections(service, site.id, (now) => {
      const kept = now.sections ?? [];
      if (kept.length >= most) throw new Refusal(400, `A site keeps at most ${most} sections.`);
      if (facts.shared && kept.some((one) => one.shared && one.root === part))
        throw new Problem('This section is shared already.', { part });
      return [...kept, keptFrom(page.document, part, { ...facts, id: newIdentifier() })];
    });
    response.status(201).json({ sections });
  });

  router.delete('/sites/:site/sections/:section', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    const id = parameter(request, 'section');
    if (!(site.document.sections ?? []).some((one) => one.id === id)) throw notFound();
    response.json({
      sections: await changeSections(service, site.id, (now) => (now.sections ?? []).filter((one) => one.id !== id)),
    });
  });
  return router;
}
