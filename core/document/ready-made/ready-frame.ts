import { outwards } from '../breakpoint';
import { newIdentifier } from '../identifier';
import type { Menu } from '../menus/menu';
import type { Page } from '../page';
import type { KeptSection } from '../sections/kept-section';
import { gap, planted, type Tree } from '../sections/planting';
import type { Site } from '../site';
import { textOf } from '../text/changed-blocks';
import { band, narrowBand, wash } from './pieces';

const header = (site: Site, home: Page, menu: string): Tree => ({
  kind: 'section',
  name: 'Header',
  tag: 'header',
  base: band(18),
  narrowest: narrowBand(12),
  holds: [
    {
      kind: 'container',
      name: 'Bar',
      base: { 'flex-direction': 'row', 'justify-content': 'space-between', 'align-items': 'center', ...gap(8, 24) },
      holds: [
        {
          kind: 'text',
          name: 'Name of the site',
          content: { text: textOf([{ tag: 'p', says: [{ text: site.name, link: { to: `page:${home.id}` } }] }]) },
          base: { 'font-size': '20px', 'font-weight': '600' },
        },
        {
          kind: 'site-menu',
          name: 'Menu',
          content: { menu, folds: outwards(site.breakpoints).findLast((one) => one.side === 'down')?.id ?? '' },
          base: gap(0, 28),
        },
      ],
    },
  ],
});

const footer = (site: Site): Tree => ({
  kind: 'section',
  name: 'Footer',
  tag: 'footer',
  base: { ...band(40), ...wash },
  narrowest: narrowBand(32),
  holds: [{ kind: 'text', content: { text: site.name } }],
});

/**
 * A new site and its first page with what every site begins with (common practice): a page frame with a header, which
 * holds the site's name and its menu, and a footer; the page stands in it and is in the menu.
 */
export function framed(site: Site, home: Page): { readonly site: Site; readonly page: Page } {
  const isEnglish = /^en\b/i.test(site.language); // elsewhere it is called by the title of the page
  const menu: Menu = {
    id: newIdentifier(),
    name: 'Main',
    entries: { [newIdentifier()]: { to: `page:${home.id}`, place: 0, ...(isEnglish && { text: 'Home' }) } },
  };
  const shared = (name: string, purpose: KeptSection['purpose'], tree: Tree): KeptSection => ({
    ...{ id: newIdentifier(), name, purpose, shared: true },
    ...planted(site, tree),
  });
  const above = shared('Header', 'opening', header(site, home, menu.id));
  const below = shared('Footer', 'contact', footer(site));
  const frame = { id: newIdentifier(), name: 'Every page', before: [above.id], after: [below.id] };
  const root = home.parts[home.root]!; // a page has its root
  const base = { ...root.content.base, frame: frame.id };
  return {
    site: { ...site, menus: [menu], frames: [frame], sections: [above, below] },
    page: { ...home, parts: { ...home.parts, [home.root]: { ...root, content: { ...root.content, base } } } },
  };
}
