import { addEntry } from '../../document/commands/menus';
import { isInMenus, ofMenu } from '../../document/links/menus';
import { notFoundPath, titleOf, type Page } from '../../document/page';
import type { Site } from '../../document/site';
import type { Check } from '../check';
import type { Cure } from '../finding';

/**
 * Puts a page at the end of the first menu of the site that is shown; undefined where none is. The same each time it
 * is asked for.
 */
function cureFor(site: Site, page: Page, menus: readonly string[]): Cure | undefined {
  const menu = site.menus?.find((one) => menus.includes(ofMenu(one.id)));
  const made = `to-${page.id}`;
  if (!menu || Object.hasOwn(menu.entries, made)) return undefined;
  const title = titleOf(page);
  return {
    says: `Put it in the menu ${menu.name}`,
    edits: [],
    onSite: addEntry(menu, { to: `page:${page.id}`, title }, undefined, made).edits,
    before: 'in no menu',
    after: `at the end of ${menu.name}`,
  };
}

export const inNoMenu: Check = {
  name: 'in no menu',
  severity: 'warning',
  source: 'common practice',
  looks: 'page',
  find({ site, page, menus }) {
    if (menus === undefined || page.path === '/' || page.path === notFoundPath || isInMenus(menus, page)) return [];
    const cure = cureFor(site, page, menus);
    return [
      {
        check: 'in no menu',
        severity: 'warning',
        part: page.root,
        reason: `No menu of the site leads to ${page.path}: visitors find this page only where another one links to it.`,
        ...(cure && { cure }),
      },
    ];
  },
};
