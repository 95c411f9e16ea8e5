import { home } from '../../../demo/tidewick';
import { fares } from '../../../demo/tidewick-pages';
import { menuPaths, pathOfLink } from './menus';

describe('Menus', () => {
  it('are the navs of a site’s pages, and lead where their links lead', () => {
    expect(menuPaths([home, fares])).toEqual(['/', '/fares', '/timetable']);
    const links = Object.keys(home.parts).find((id) => home.parts[id]!.tag === 'nav')!;
    const off = { ...home, parts: { ...home.parts, [links]: { ...home.parts[links]!, off: true as const } } };
    expect(menuPaths([off])).toEqual([]);
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
