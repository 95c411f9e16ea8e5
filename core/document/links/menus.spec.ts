import { home, tidewick } from '../../../demo/tidewick';
import { pageOfSection } from '../sections/kept-section';
import { planted } from '../sections/planting';
import { seenPage } from '../seen/seen-page';
import { menuPaths, pathOfLink, withSiteMenus } from './menus';

describe('Menus', () => {
  it('are the navs of a site’s pages, and lead where their links lead', () => {
    const page = seenPage(tidewick, home);
    expect(menuPaths([page])).toEqual(['menu:main']); // one of the site’s
    expect(withSiteMenus(menuPaths([page]), tidewick)).toEqual([
      'menu:main',
      'page:tidewick-fares',
      'page:tidewick-home',
      'page:tidewick-timetable',
    ]);
    const links = Object.keys(page.parts).find((id) => page.parts[id]!.tag === 'nav')!;
    const off = { ...page, parts: { ...page.parts, [links]: { ...page.parts[links]!, off: true as const } } };
    expect(menuPaths([off])).toEqual([]);
    const own = planted(tidewick, {
      kind: 'section',
      tag: 'nav',
      holds: ['/fares', '/fares#passes', '/timetable'].map((link) => ({
        kind: 'button',
        content: { text: 'x', link },
      })),
    });
    expect(menuPaths([pageOfSection(own)])).toEqual(['/fares', '/timetable']);
  });
  it('know the page of a link, whatever follows its path, and none of what leads elsewhere', () => {
    expect(['/fares', '/fares/', '/fares#passes', '/?from=menu', '/'].map(pathOfLink)).toEqual([
      '/fares',
      '/fares',
      '/fares',
      '/',
      '/',
    ]);
    expect(
      ['https://tidewick.example/fares', '//elsewhere.example', '#place', 'mailto:a@b.example', undefined, 3].map(
        pathOfLink,
      ),
    ).toEqual(Array.from({ length: 6 }, () => undefined));
  });
});
