import { downloadOfLink, pageOfLink, pictureOfLink } from '../../document/kinds/link';
import { linksOfPart } from '../../document/links/links';
import { pathOfLink } from '../../document/links/menus';
import type { Site } from '../../document/site';
import { menuOf } from '../../document/menus/shown-menu';
import { saysOf } from '../../document/menus/says';
import type { Part } from '../../document/page';
import type { Check, Reviewed, SitePage } from '../check';
import type { Finding } from '../finding';

type Found = Omit<Finding, 'check' | 'part'>;

/** Makes the cure that leads a link to a page, under what it is called. */
type Put = (page: SitePage, rest: string) => Finding['cure'];

/** A link to a page that is not what visitors find; undefined where they find it. */
function ofFound(there: SitePage, path: string, own: string): Found | undefined {
  if (there.live === path || there.id === own) return undefined;
  const why =
    there.live === null
      ? 'which isn’t published: visitors find nothing there'
      : `which is live at ${there.live} until it is published again: visitors find nothing there`;
  return {
    severity: 'warning',
    reason: `It leads to ${path} (${there.title}), ${why}.`,
    elsewhere: { says: `Open ${there.title} to publish it`, page: there.id },
  };
}

/**
 * A link by path to a page that was renamed, or is not what visitors find there; undefined where it leads to a living
 * page.
 */
function ofPath(link: string, pages: readonly SitePage[], own: string, put: Put): Found | undefined {
  const path = pathOfLink(link) ?? link;
  const there = pages.find((one) => one.path === path);
  if (there) return ofFound(there, path, own);
  const renamed = pages.filter((one) => one.former.includes(path));
  const [only] = renamed;
  if (only && renamed.length === 1) {
    const cure = put(only, link.slice(link.search(/[?#]|$/)));
    return {
      severity: 'error',
      reason: `It leads to ${path}, which ${only.title} was called before; now it is at ${only.path}.`,
      ...(cure && { cure }),
    };
  }
  return { severity: 'error', reason: `It leads to ${path}, where this site has no page.` };
}

/**
 * A link to a page by its id: that one may have gone, or not be live. Where it is live at another path, publishing
 * this page leads there.
 */
function ofId(id: string, pages: readonly SitePage[], own: string): Found | undefined {
  const there = pages.find((one) => one.id === id);
  if (!there) return { severity: 'error', reason: 'It leads to a page that has been deleted.' };
  return there.live === null ? ofFound(there, there.path, own) : undefined;
}

const ofPlace = (places: ReadonlySet<string>, place: string): Found | undefined =>
  places.has(place)
    ? undefined
    : { severity: 'error', reason: `It leads to #${place}, but no part of this page has that id.` };

/** A link to something of the library that is there no more. */
function ofLibrary(site: Site, link: string): Found | undefined {
  const [picture, download] = [pictureOfLink(link), downloadOfLink(link)];
  if (picture !== undefined && !Object.hasOwn(site.pictures, picture))
    return { severity: 'error', reason: 'It leads to a picture that has been deleted.' };
  if (download !== undefined && !Object.hasOwn(site.downloads ?? {}, download))
    return { severity: 'error', reason: 'It leads to a file that has been deleted.' };
  return undefined;
}

function ofLink(
  { site, page, pages }: Parameters<Check['find']>[0],
  places: ReadonlySet<string>,
  link: string,
  put: Put,
): Found | undefined {
  if (link === '') return { severity: 'warning', reason: 'It leads nowhere yet.' };
  if (link.startsWith('#')) return ofPlace(places, link.slice(1));
  const named = pageOfLink(link);
  if (named?.page === page.id) return named.place === undefined ? undefined : ofPlace(places, named.place);
  const gone = ofLibrary(site, link);
  if (gone || pages === undefined) return gone;
  if (named) return ofId(named.page, pages, page.id);
  return link.startsWith('/') ? ofPath(link, pages, page.id, put) : undefined;
}

/** The entries of the menu a part shows that lead nowhere: they are mended where the menu is. */
function ofMenu(reviewed: Reviewed, places: ReadonlySet<string>, id: string, part: Part): Finding[] {
  const { site, pages = [] } = reviewed;
  const menu = menuOf(site, part);
  const titleOf = (page: string): string | undefined => pages.find((one) => one.id === page)?.title;
  return Object.values(menu?.entries ?? {}).flatMap((entry): Finding[] => {
    const found = entry.to === '' ? undefined : ofLink(reviewed, places, entry.to, () => undefined);
    // a page that is not published is not shown in the menu
    if (!found || pages.some((one) => one.live === null && one.id === found.elsewhere?.page)) return [];
    const reason = `The entry “${saysOf(entry, titleOf)}” of the menu ${menu!.name}: ${found.reason}`;
    return [{ check: 'dead links', part: id, ...found, reason }];
  });
}

export const deadLinks: Check = {
  name: 'dead links',
  severity: 'error',
  source: 'common practice',
  looks: 'page',
  find: (reviewed) => {
    const { page } = reviewed;
    const places = new Set(Object.values(page.parts).flatMap((part) => part.attributes['id'] ?? []));
    return Object.entries(page.parts).flatMap(([id, part]) => [
      ...ofMenu(reviewed, places, id, part),
      ...linksOfPart(part).flatMap((one): Finding[] => {
        const put: Put = (to, rest) => ({
          says: `Link to ${to.title}`,
          edits: [one.put(id, rest.startsWith('?') ? to.path + rest : `page:${to.id}${rest}`)],
          before: one.to,
          after: to.path + rest,
        });
        const found = ofLink(reviewed, places, one.to, put);
        if (!found) return [];
        const dropped = found.severity === 'error' ? one.drop?.(id) : undefined;
        const cure = dropped && {
          ...{ says: 'Take the link off these words', edits: [dropped] },
          ...{ before: 'a link', after: 'words' },
        };
        const at = one.at === 'base' ? {} : { breakpoints: [one.at] };
        return [{ check: 'dead links', part: id, ...at, ...(cure && { cure }), ...found }];
      }),
    ]);
  },
};
