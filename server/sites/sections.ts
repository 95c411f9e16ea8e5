import { Router } from 'express';
import type { EntityManager } from 'typeorm';
import { keptFrom } from '@core/document/commands/shared';
import { newIdentifier } from '@core/document/identifier';
import type { KeptSection } from '@core/document/kept-section';
import { titleOf } from '@core/document/page';
import { Problem } from '@core/document/problem';
import type { Site } from '@core/document/site';
import { subtree } from '@core/document/tree';
import { Pages, Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { lockPages, lockSite } from '../database/locks';
import { SaveSection, Sections } from '@core/api/sites';
import { notFound, Refusal } from '@core/api/refusal';
import { answer, read } from '../http/answer';
import { body } from '../http/body';
import { parameter, reachPage, reachSite, siteFor } from '../http/guard';
import type { Service } from '../http/service';
import type { Routes } from '../http/routes';

const most = 200;

/** Changes the list of sections a site keeps, and tells whoever has one of its pages open. */
async function changeSections(
  service: Service,
  id: string,
  change: (site: Site, manager: EntityManager) => KeptSection[] | Promise<KeptSection[]>,
): Promise<KeptSection[]> {
  const sections = await service.database.transaction(async (manager) => {
    const row = await lockSite(manager, id, 'alone');
    const next = await change(row.document, manager);
    await manager.getRepository(Sites).update({ id }, { document: jsonColumn({ ...row.document, sections: next }) });
    return next;
  });
  const pages = await service.database.getRepository(Pages).find({ where: { site: id }, select: { id: true } });
  for (const page of pages) service.feed.tellSections(page.id);
  return sections;
}

/** The sections kept with one more, taken from a page as it is stored. @throws Problem where it cannot be shared */
async function withSection(
  manager: EntityManager,
  at: { site: string; page: string; part: string },
  kept: readonly KeptSection[],
  facts: Omit<SaveSection, 'part'>,
): Promise<KeptSection[]> {
  const all = await lockPages(manager, at.site); // as they are now: edits that were under way have ended, later ones wait
  const document = all.find((one) => one.id === at.page)?.document;
  if (!document) throw notFound();
  const taken =
    facts.shared &&
    all.find(
      (one) => one.id !== at.page && subtree(document, at.part).some((id) => Object.hasOwn(one.document.parts, id)),
    );
  if (taken)
    throw new Problem(
      `“${titleOf(taken.document)}” has parts under the ids of this section already. Duplicate the section, and share the copy.`,
      { part: at.part },
    );
  if (kept.length >= most) throw new Refusal('bad-input', `A site keeps at most ${most} sections.`);
  if (facts.shared && kept.some((one) => one.shared && one.root === at.part))
    throw new Problem('This section is shared already.', { part: at.part });
  return [...kept, keptFrom(document, at.part, { ...facts, id: newIdentifier() })];
}

/** The sections a site keeps: taken from a page as it is stored, and let go. */
export const sectionRoutes: Routes = (service) => {
  const router = Router();

  router.get('/sites/:site/sections', async (request, response) => {
    const site = await siteFor(service, request, parameter(request, 'site'));
    answer(response, Sections, { sections: site.document.sections ?? [] });
  });

  router.post('/pages/:page/sections', body('20kb'), async (request, response) => {
    const { page, site } = await reachPage(service, request, parameter(request, 'page'));
    const { part, ...facts } = read(SaveSection, request.body);
    const sections = await changeSections(service, site, (document, manager) =>
      withSection(manager, { site, page, part }, document.sections ?? [], facts),
    );
    answer(response, Sections, { sections }, 201);
  });

  router.delete('/sites/:site/sections/:section', async (request, response) => {
    const site = await reachSite(service, request, parameter(request, 'site'));
    const id = parameter(request, 'section');
    const without = (now: Site): KeptSection[] => {
      const kept = now.sections ?? [];
      if (!kept.some((one) => one.id === id)) throw notFound();
      return kept.filter((one) => one.id !== id);
    };
    answer(response, Sections, { sections: await changeSections(service, site, without) });
  });
  return router;
};
