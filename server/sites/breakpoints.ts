import type { LeavingPlace } from '@core/api/sites';
import { newIdentifier } from '@core/document/identifier';
import {
  leavingEdits,
  leavingOnPage,
  leavingOnSite,
  siteWith,
  type BreakpointChange,
} from '@core/document/commands/breakpoints';
import { applyEdits } from '@core/document/edits/apply';
import { titleOf } from '@core/document/page';
import type { Site } from '@core/document/site';
import { Batches, Pages, Sites } from '../database/entities';
import { jsonColumn } from '../database/json-column';
import { lockPages, lockSite } from '../database/locks';
import type { Service } from '../http/service';

/** What a change of breakpoints would take from the site and each page, or hand to an heir. @throws Problem */
export async function leavingBy(service: Service, id: string, change: BreakpointChange): Promise<LeavingPlace[]> {
  const { document: site } = await service.database.getRepository(Sites).findOneByOrFail({ id });
  const pages = await service.database.getRepository(Pages).find({ where: { site: id }, order: { path: 'ASC' } });
  const places = [
    { title: 'Classes and elements', values: leavingOnSite(site, change) },
    ...pages.map(({ document }) => ({ title: titleOf(document), values: leavingOnPage(site, document, change) })),
  ];
  return places.filter(({ values }) => values.length > 0);
}

/** Gives a site other breakpoints and rewrites its pages to them, all in one transaction; whoever has one of them open hears of it. @throws Problem */
export async function changeBreakpoints(
  service: Service,
  id: string,
  account: string,
  change: BreakpointChange,
): Promise<Site> {
  const { site, pages } = await service.database.transaction(async (manager) => {
    const row = await lockSite(manager, id, 'alone');
    const after = siteWith(row.document, change);
    const all = await lockPages(manager, id);
    for (const page of all) {
      const edits = leavingEdits(row.document, page.document, change);
      if (edits.length === 0) continue;
      const document = applyEdits(row.document, page.document, edits).page;
      const revision = page.revision + 1;
      await manager
        .getRepository(Batches)
        .insert({ page: page.id, revision, id: `breakpoints-${newIdentifier()}`, account, edits: jsonColumn(edits) });
      await manager
        .getRepository(Pages)
        .update({ id: page.id }, { document: jsonColumn(document), revision, changed: new Date() });
    }
    await manager.getRepository(Sites).update({ id }, { document: jsonColumn(after) });
    return { site: after, pages: all };
  });
  for (const page of pages) service.feed.tellSite(page.id);
  return site;
}
