import { changeEntry } from '../commands/menus';
import type { SetField } from '../edits/edit';
import type { SiteEdit } from '../edits/site-edit';
import { pageOfLink } from '../kinds/link';
import type { Parts } from '../page';
import type { Site } from '../site';
import { relinkedPart, targetsOfPart } from './links';
import { pathOfLink } from './menus';

/** A page that links lead to. */
export interface Target {
  readonly id: string;
  readonly path: string;
}

/** Whether a link leads to a page: by its id, or by its path. */
const leadsTo = (link: string, page: Target): boolean =>
  pageOfLink(link)?.page === page.id || pathOfLink(link) === page.path;

/** How many links of some parts lead to a page. */
export const countLinks = (parts: Parts, page: Target): number =>
  Object.values(parts).flatMap((part) => targetsOfPart(part).filter((to) => leadsTo(to, page))).length;

/**
 * The edits that let all links of some parts that lead to a page lead elsewhere.
 * @param to a link that does not lead to the page
 */
export const relinkedParts = (parts: Parts, page: Target, to: string): SetField[] =>
  leadsTo(to, page) ? [] : relinkedWhere(parts, (link) => leadsTo(link, page), to);

const relinkedWhere = (parts: Parts, isMeant: (link: string) => boolean, to: string): SetField[] =>
  Object.entries(parts).flatMap(([id, part]) => relinkedPart(id, part, (link) => (isMeant(link) ? to : undefined)));

/** What of a site leads to a page: names of its menus and of its sections, in their order. */
export const leadingFrom = (site: Site, page: Target): { menus: string[]; sections: string[] } => ({
  menus: (site.menus ?? [])
    .filter(({ entries }) => Object.values(entries).some((entry) => leadsTo(entry.to, page)))
    .map((one) => one.name),
  sections: (site.sections ?? []).filter(({ parts }) => countLinks(parts, page) > 0).map((one) => one.name),
});

/**
 * The same as {@link relinkedParts}, of what the site’s pages share: its menus and sections. Links to a place on the
 * page go with it where it only moves.
 */
export function relinkedSite(site: Site, page: Target, to: string, isMoved = false): SiteEdit[] {
  if (leadsTo(to, page)) return [];
  const isMeant = (link: string): boolean => leadsTo(link, page) && !(isMoved && link.includes('#'));
  const ofMenus = (site.menus ?? []).flatMap((menu) =>
    Object.entries(menu.entries).flatMap(([id, entry]) =>
      isMeant(entry.to) ? changeEntry(menu, id, { to, title: undefined }) : [],
    ),
  );
  const ofSections = (site.sections ?? []).flatMap(({ id, parts }) =>
    relinkedWhere(parts, isMeant, to).map((edit): SiteEdit => ({ ...edit, on: 'site', section: id })),
  );
  return [...ofMenus, ...ofSections];
}
