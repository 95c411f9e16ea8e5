import type { Page } from './page';
import { withoutSwitchedOff } from './switched-off';

/** A link within the site as the path of a page, without what follows it. */
export function pathOfLink(link: unknown): string | undefined {
  if (typeof link !== 'string' || !/^\/(?!\/)/.test(link)) return undefined;
  const path = link.split(/[?#]/)[0]!;
  return path === '/' ? path : path.replace(/\/$/, '');
}

/** The paths that menus lead to: the links in every `nav` of these pages. */
export function menuPaths(pages: readonly Page[]): string[] {
  const found = new Set<string>();
  for (const whole of pages) {
    const page = withoutSwitchedOff(whole);
    const visit = (id: string, inMenu: boolean): void => {
      const part = page.parts[id]!;
      const path = inMenu ? pathOfLink(part.content.base['link']) : undefined;
      if (path !== undefined) found.add(path);
      for (const child of part.children) visit(child, inMenu || part.tag === 'nav');
    };
    visit(page.root, false);
  }
  return [...found].sort();
}
