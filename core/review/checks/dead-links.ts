import { pathOfLink } from '../../document/menus';
import type { Page, Part } from '../../document/page';
import type { Check, SitePage } from '../check';
import type { Finding } from '../finding';

type Found = Omit<Finding, 'check' | 'part'>;

/** The breakpoints, or `base`, at which a part has a link of its own, with the link. */
const linksOf = (part: Part): [at: string, link: string][] =>
  Object.entries(part.content).flatMap(([at, said]) => (typeof said['link'] === 'string' ? [[at, said['link']]] : []));

/** A link to a page that was renamed, or is not what visitors find there; undefined where it leads to a living page. */
function ofPage(
  link: string,
  pages: readonly SitePage[],
  own: string,
  put: (link: string) => Finding['cure'],
): Found | undefined {
  const path = pathOfLink(link) ?? link;
  const there = pages.find((one) => one.path === path);
  if (there && (there.live === path || there.id === own)) return undefined;
  if (there) {
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
  const renamed = pages.filter((one) => one.former.includes(path));
  const [only] = renamed;
  if (only && renamed.length === 1) {
    const cure = put(only.path + link.slice(link.search(/[?#]|$/)));
    return {
      severity: 'error',
      reason: `It leads to ${path}, which ${only.title} was called before; now it is at ${only.path}.`,
      ...(cure && { cure }),
    };
  }
  return { severity: 'error', reason: `It leads to ${path}, where this site has no page.` };
}

function ofLink(
  page: Page,
  places: ReadonlySet<string>,
  link: string,
  pages: readonly SitePage[] | undefined,
  put: (link: string) => Finding['cure'],
): Found | undefined {
  if (link === '') return { severity: 'warning', reason: 'It leads nowhere yet.' };
  if (link.startsWith('#'))
    return places.has(link.slice(1))
      ? undefined
      : { severity: 'error', reason: `It leads to ${link}, but no part of this page has that id.` };
  return link.startsWith('/') && pages !== undefined ? ofPage(link, pages, page.id, put) : undefined;
}

export const deadLinks: Check = {
  name: 'dead links',
  severity: 'error',
  source: 'common practice',
  looks: 'page',
  find: ({ page, pages }) => {
    const places = new Set(Object.values(page.parts).flatMap((part) => part.attributes['id'] ?? []));
    return Object.entries(page.parts).flatMap(([id, part]) =>
      linksOf(part).flatMap(([at, link]): Finding[] => {
        const put = (value: string): Finding['cure'] => ({
          says: `Link to ${value}`,
          edits: [{ do: 'set', part: id, field: ['content', at, 'link'], value }],
          before: link,
          after: value,
        });
        const found = ofLink(page, places, link, pages, put);
        return found ? [{ check: 'dead links', part: id, ...(at !== 'base' && { breakpoints: [at] }), ...found }] : [];
      }),
    );
  },
};
