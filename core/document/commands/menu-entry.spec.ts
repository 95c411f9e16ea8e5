import { home, tidewick } from '../../../demo/tidewick';
import { applyBatch } from '../edits/batch';
import { menuPaths } from '../links/menus';
import { seenPage } from '../seen/seen-page';
import type { Site } from '../site';
import type { Page } from '../page';
import { menuEntry, sharedMenus } from './menu-entry';
import { keepSection } from './shared';

describe('A page put in a menu', () => {
  const header = home.parts[home.root]!.children.find((id) => home.parts[id]!.tag === 'header')!;
  const facts = { name: 'Header', purpose: 'opening', shared: true } as const;
  const { site, page }: { site: Site; page: Page } = applyBatch(
    { site: tidewick, page: home },
    keepSection(home, header, facts, tidewick),
  );
  const [menu] = sharedMenus(site);

  it('is offered those that stand once for all pages', () => {
    expect(sharedMenus(tidewick)).toEqual([]);
    expect(menu).toEqual(
      jasmine.objectContaining({
        name: 'Main · Header',
        entries: ['Sailings', 'The boats', 'Crew', 'Fares and passes', 'Timetable'],
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
});
