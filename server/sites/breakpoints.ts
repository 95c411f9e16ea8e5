import type { LeavingPlace } from '@core/api/sites';
import { leavingOnPage, leavingOnSite, type BreakpointChange } from '@core/document/commands/breakpoints';
import { pageOfSection } from '@core/document/sections/kept-section';
import { titleOf } from '@core/document/page';
import { settled } from '@core/document/seen/settled';
import { notFound } from '@core/api/refusal';
import type { Service } from '../http/service';

/** What a change of breakpoints would take from the site and each page, or hand to an heir. @throws Problem */
export async function leavingBy(service: Service, id: string, change: BreakpointChange): Promise<LeavingPlace[]> {
  const { manager } = service.database;
  const site = (await service.documents.site(manager, id))?.document;
  if (!site) throw notFound();
  const pages = await service.documents.pages(manager, { site: id });
  const places = [
    { title: 'Classes and elements', values: leavingOnSite(site, change) },
    ...(site.sections ?? []).map((section) => ({
      title: `${section.name}, ${section.shared ? 'shared' : 'saved'}`,
      values: leavingOnPage(site, settled(site, pageOfSection(section)), change),
    })),
    ...pages.map(({ document }) => ({
      title: titleOf(document),
      values: leavingOnPage(site, settled(site, document), change),
    })),
  ];
  return places.filter(({ values }) => values.length > 0);
}
