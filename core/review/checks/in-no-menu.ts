import { isInMenus } from '../../document/links/menus';
import { notFoundPath } from '../../document/page';
import type { Check } from '../check';

export const inNoMenu: Check = {
  name: 'in no menu',
  severity: 'warning',
  source: 'common practice',
  looks: 'page',
  find: ({ page, menus }) =>
    menus === undefined || page.path === '/' || page.path === notFoundPath || isInMenus(menus, page)
      ? []
      : [
          {
            check: 'in no menu',
            severity: 'warning',
            part: page.root,
            reason: `No menu of the site leads to ${page.path}: visitors find this page only where another one links to it.`,
          },
        ],
};
