import { pageOfLink } from '../kinds/link';
import { linksOfPart } from './links';
import { menuNamedBy } from '../menus/shown-menu';
import type { Page } from '../page';
import type { Site } from '../site';
import { withoutSwitchedOff } from '../seen/switched-off';

/** A link within the site as the path of a page, without what follows it. */
export function pathOfLink(link: unknown): string | undefined {
  if (typeof link !== 'string' || !/^\/(?!\/)/.test(link)) return undefined;
  const path = link.split(/[?#]/)[0]!;
  return path === '/' ? path : path.replace(/\/$/, '');
}

/** The page a link leads to, by path or as `page:ID`; empty for others. */
const targetOf = (link: string): string => {
  const named = pageOfLink(link)?.page;
  return named === undefined ? (pathOfLink(link) ?? '') : `page:${named}`;
};

/** Whether menus that lead there lead to a page. */
export const isInMenus = (menus: readonly string[], page: { readonly id: string; readonly path: string }): boolean =>
  menus.includes(page.path) || menus.includes(`page:${page.id}`);

/** How a menu of the site is told from what menus lead to. */
export const ofMenu = (id: string): string => `menu:${id}`;

/** What menus lead to, with what the site’s own lead to, as far as they are shown somewhere, beside these. */
export function withSiteMenus(targets: readonly string[], { menus = [] }: Pick<Site, 'menus'>): string[] {
  const shown = menus.filter((one) => targets.includes(ofMenu(one.id)));
  const led = shown.flatMap(({ entries }) => Object.values(entries).map(({ to }) => targetOf(to)));
  const others = targets.filter((one) => !one.startsWith(ofMenu('')));
  const found = new Set([...others, ...shown.map((one) => ofMenu(one.id)), ...led]);
  found.delete('');
  return [...found].sort();
}

/**
 * What menus lead to: paths, pages by id (`page:ID`) and menus of the site (`menu:ID`), from the links in every `nav`
 * of these pages.
 */
export function menuPaths(pages: readonly Page[]): string[] {
  const found = new Set<string>();
  for (const whole of pages) {
    const page = withoutSwitchedOff(whole);
    const visit = (id: string, inMenu: boolean): void => {
      const part = page.parts[id]!;
      const menu = menuNamedBy(part);
      if (menu !== undefined) found.add(ofMenu(menu));
      if (inMenu) for (const { to } of linksOfPart(part)) found.add(targetOf(to));
      for (const child of part.children) visit(child, inMenu || part.tag === 'nav');
    };
    visit(page.root, false);
  }
  found.delete('');
  return [...found].sort();
}
