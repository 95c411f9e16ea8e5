import { tidewick } from '../../../demo/tidewick';
import { applyBatch } from '../edits/batch';
import { menuPaths } from '../links/menus';
import { seenPage } from '../seen/seen-page';
import { planted, type Tree } from '../sections/planting';
import { blankSite, type Site } from '../site';
import { blankPage, type Page } from '../page';
import { menuEntry, offeredMenus, sharedMenus } from './menu-entry';
import { keepSection } from './sharing/shared';

describe('A page put in a menu', () => {
  const plain = blankSite('s', 'S', 'site');
  const link = (text: string): Tree => ({ kind: 'button', classes: ['link'], content: { text, link: '/fares' } });
  const header = planted(plain, {
    ...{ kind: 'section', tag: 'header', name: 'Header' },
    holds: [{ kind: 'menu', attributes: { 'aria-label': 'Main' }, holds: [link('Sailings'), link('Fares')] }],
  });
  const blank = blankPage('home', 'Home', '/');
  const own: Page = {
    ...blank,
    parts: { ...header.parts, root: { ...blank.parts['root']!, children: [header.root] } },
  };
  const facts = { name: 'Header', purpose: 'opening', shared: true } as const;
  const { site, page }: { site: Site; page: Page } = applyBatch(
    { site: plain, page: own },
    keepSection(own, header.root, facts, plain),
  );
  const [menu] = sharedMenus(site);

  it('is offered those that stand once for all pages', () => {
    expect(sharedMenus(plain)).toEqual([]);
    expect(sharedMenus(tidewick)).toEqual([]); // what shows a menu of the site has no entries of its own
    expect(menu).toEqual(
      jasmine.objectContaining({
        name: 'Main · Header',
        entries: ['Sailings', 'Fares'],
      }),
    );
  });

  it('stands behind the last entry, looks like it, and is followed by its id', () => {
    const edit = menuEntry(site, menu!, { id: 'new-page', title: 'Winter' });
    const after = applyBatch({ site, page }, [edit]);
    expect(sharedMenus(after.site)[0]!.entries.at(-1)).toBe('Winter');
    const [before, entry] = after.site.sections!.flatMap(({ parts }) =>
      parts[menu!.part]!.children.slice(-2).map((id) => parts[id]!),
    );
    expect([entry!.kind, entry!.classes, entry!.style]).toEqual([before!.kind, before!.classes, before!.style]);
    expect(menuPaths([seenPage(after.site, after.page)])).toContain('page:new-page');
    expect(applyBatch(after, after.inverses).site).toEqual(site);
  });

  it('is a plain link where the menu has no entry yet, and nothing where the menu has gone', () => {
    const [section] = site.sections!;
    const nav = section!.parts[menu!.part]!;
    const gone = new Set(nav.children);
    const parts = Object.fromEntries(
      Object.entries({ ...section!.parts, [menu!.part]: { ...nav, children: [] } }).filter(([id]) => !gone.has(id)),
    );
    const empty = { ...site, sections: [{ ...section!, parts }] };
    const after = applyBatch({ site: empty, page }, [menuEntry(empty, menu!, { id: 'new-page', title: 'Winter' })]);
    expect(sharedMenus(after.site)[0]!.entries).toEqual(['Winter']);
    expect(() => menuEntry({ ...site, sections: [] }, menu!, { id: 'x', title: 'X' })).toThrowError(/no longer there/);
  });

  it('is offered the menus of the site before all others, and stands at their end by its title', () => {
    expect(offeredMenus(tidewick).map(({ name, entries }) => [name, entries.length])).toEqual([['Main', 5]]);
    const both = { ...site, menus: tidewick.menus! };
    const [first, second] = offeredMenus(both);
    expect([first!.name, second!.name]).toEqual(['Main', 'Main · Header']);
    const put = offeredMenus(both).flatMap((one) => one.put({ id: 'new-page', title: 'Winter' }));
    const after = applyBatch({ site: both, page }, put).site;
    expect(offeredMenus(after).map((one) => one.entries.at(-1))).toEqual(['Winter', 'Winter']);
  });
});
