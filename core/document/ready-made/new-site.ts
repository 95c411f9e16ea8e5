import { breakpointSets } from './breakpoint-sets';
import { applyBatch } from '../edits/batch';
import { pageOfLink } from '../kinds/link';
import { linksOfPart } from '../links/links';
import type { Menu } from '../menus/menu';
import { blankPage, type Page, type Part, type Parts } from '../page';
import { Problem } from '../problem';
import { readyLooks } from './looks';
import { blankSite, type Site } from '../site';
import { applyLook } from '../commands/look/looks';

/** What a client’s site begins as. */
export interface SiteWanted {
  readonly id: string;
  readonly name: string;
  readonly host: string;
  readonly language: string;
  /** The id of a set of breakpoints. */
  readonly breakpoints: string;
  /** The name of a ready-made look; none where the site begins plain. */
  readonly look?: string | undefined;
}

/** A new site with its breakpoints and look. @throws Problem for a set or look there is not */
export function newSite({ id, name, host, language, breakpoints, look }: SiteWanted): Site {
  const set = breakpointSets.find((one) => one.id === breakpoints);
  if (!set) throw new Problem('There is no such set of breakpoints.', { field: 'breakpoints' });
  const site: Site = { ...blankSite(id, name, host), language, breakpoints: [...set.breakpoints] };
  if (look === undefined) return site;
  const ready = readyLooks.find((one) => one.name === look);
  if (!ready) throw new Problem('There is no such look.', { field: 'look' });
  return applyBatch({ site, page: blankPage('none', 'None', '/') }, applyLook(site, ready.for(site))).site;
}

/** A link that leads to another page where `pages` says so; undefined where it stays as it is. */
function leadingTo(to: string, pages: ReadonlyMap<string, string>): string | undefined {
  const named = pageOfLink(to);
  const page = named && pages.get(named.page);
  if (named === undefined || page === undefined) return undefined;
  return `page:${page}${named.place === undefined ? '' : `#${named.place}`}`;
}

/** A part whose links lead to other pages where `pages` says so. */
function relinked(part: Part, pages: ReadonlyMap<string, string>): Part {
  let content = part.content;
  for (const { at, to } of linksOfPart(part)) {
    const leads = leadingTo(to, pages);
    if (leads === undefined) continue;
    // links of one text are put one after the other, each into what the last one made
    const link = linksOfPart({ content }).find((one) => one.at === at && one.to === to);
    if (!link) continue;
    const { field, value } = link.put('', leads);
    const key = field[2];
    if (key !== undefined) content = { ...content, [at]: { ...content[at], [key]: value } };
  }
  return content === part.content ? part : { ...part, content };
}

/** A menu whose entries lead to other pages where `pages` says so. */
const relinkedMenu = (menu: Menu, pages: ReadonlyMap<string, string>): Menu => ({
  ...menu,
  entries: Object.fromEntries(
    Object.entries(menu.entries).map(([id, entry]) => [id, { ...entry, to: leadingTo(entry.to, pages) ?? entry.to }]),
  ),
});

const allRelinked = (parts: Parts, pages: ReadonlyMap<string, string>): Record<string, Part> =>
  Object.fromEntries(Object.entries(parts).map(([id, part]) => [id, relinked(part, pages)]));

/**
 * A copy of a site with all its pages, under facts of its own. Pages get the ids `idFor` gives them, and links among
 * them follow; parts keep theirs: they are told apart by their page.
 */
export function copyOfSite(
  { site, pages }: { readonly site: Site; readonly pages: readonly Page[] },
  facts: Pick<Site, 'id' | 'name' | 'host'>,
  idFor: (page: string) => string,
): { readonly site: Site; readonly pages: readonly Page[] } {
  const ids = new Map(pages.map(({ id }) => [id, idFor(id)]));
  const sections = site.sections?.map((one) => ({ ...one, parts: allRelinked(one.parts, ids) }));
  const menus = site.menus?.map((one) => relinkedMenu(one, ids));
  return {
    site: { ...site, ...facts, ...(sections && { sections }), ...(menus && { menus }) },
    pages: pages.map((page) => ({ ...page, id: ids.get(page.id)!, parts: allRelinked(page.parts, ids) })),
  };
}
