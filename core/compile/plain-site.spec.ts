import { tidewick, home } from '../../demo/tidewick';
import { fares, lostProperty, timetable } from '../../demo/tidewick-pages';
import { RandomPages } from '../document/testing/random-page';
import { blankPage, type Page } from '../document/page';
import type { Site } from '../document/site';
import { compile } from './compile';
import { plainSite, type PlainSite } from './plain-site';

/** Where the addresses in a file lead, as browsers follow them from a disk (WHATWG URL): the files they name. */
function leadsFrom(name: string, text: string): string[] {
  const base = `file:///site/${name}`;
  const found = name.endsWith('.css')
    ? [...text.matchAll(/url\(["']?([^"')]+)["']?\)/g)].map(([, url]) => url!)
    : [...new DOMParser().parseFromString(text, 'text/html').querySelectorAll('[href], [src], [srcset]')].flatMap(
        (one) => [
          ...['href', 'src'].flatMap((attribute) => one.getAttribute(attribute) ?? []),
          ...(one.getAttribute('srcset') ?? '').split(',').flatMap((part) => part.trim().split(/\s+/)[0] ?? []),
        ],
      );
  return found
    .filter((url) => url !== '' && !/^(https?|mailto|tel|data):/.test(url))
    .map((url) => new URL(url, base))
    .map((url) => decodeURIComponent(url.pathname.replace('/site/', '')));
}

const namesOf = ({ texts, uploaded, fonts }: PlainSite): Set<string> =>
  new Set([...texts.map((one) => one.name), ...[...uploaded, ...fonts].map((file) => `files/${file}`)]);

const textOf = (made: PlainSite, name: string): string => made.texts.find((one) => one.name === name)?.text ?? '';

describe('A site as plain files', () => {
  const pages: readonly Page[] = [home, fares, timetable, lostProperty];

  it('names nothing that is not among them, from a disk', () => {
    for (const [site, all] of [
      [tidewick, pages],
      ...[1, 2, 3, 4, 5, 6].map((seed): [Site, Page[]] => {
        const random = new RandomPages(seed);
        const made = random.site();
        const page = random.page(made, 60);
        return [made, [page, { ...page, id: 'deep', path: '/deep/er/still' }]];
      }),
    ] as const) {
      const made = plainSite(site, all);
      const names = namesOf(made);
      const known = new Set(all.map((one) => one.path));
      for (const { name, text } of made.texts.filter((one) => one.name !== '404.html'))
        for (const file of leadsFrom(name, text))
          // a link to a path there is no page at leads nowhere on a server either
          if (file.startsWith('files/') || known.has(`/${file.replace(/\/?index\.html$/, '')}`))
            expect(names.has(file)).withContext(`${name} → ${file}`).toBeTrue();
      for (const page of all)
        expect(names.has(page.path === '/' ? 'index.html' : `${page.path.slice(1)}/index.html`)).toBeTrue();
    }
  });

  it('says what the served pages say, addresses aside', () => {
    const made = plainSite(tidewick, pages);
    for (const page of pages) {
      const paths = Object.fromEntries(pages.map(({ id, path }) => [id, path]));
      const served = compile(tidewick, page, { pictures: '/files/', fonts: '/files/', stylesheet: 's', pages: paths });
      const plain = textOf(made, page.path === '/' ? 'index.html' : `${page.path.slice(1)}/index.html`);
      const wordsOf = (html: string): string[] => {
        const { body } = new DOMParser().parseFromString(html, 'text/html');
        return [...body.querySelectorAll('*')].map((one) => `${one.tagName} ${one.className} ${one.children.length}`);
      };
      expect(wordsOf(plain)).toEqual(wordsOf(served.html));
      expect(made.texts.some(({ text }) => text === served.css.replaceAll('/files/', './'))).toBeTrue();
    }
  });

  it('follows links by id and by path, with what stands behind them, to pages in their folders', () => {
    const linked = (link: string): string => {
      const page = blankPage('one', 'One', '/deep/one');
      const button = {
        ...{ kind: 'button', children: [], tag: 'a', classes: [], style: {}, attributes: {} },
        content: { base: { text: 'Go', link } },
      };
      const root = { ...page.parts[page.root]!, children: ['section'] };
      const section = { ...root, kind: 'section', tag: 'section', children: ['button'], content: { base: {} } };
      const made = plainSite(tidewick, [{ ...page, parts: { root, section, button } }, home, fares], {
        moved: { '/old': '/fares' },
      });
      const html = textOf(made, 'deep/one/index.html');
      return new DOMParser().parseFromString(html, 'text/html').querySelector('body a')!.getAttribute('href')!;
    };
    expect([
      linked('page:tidewick-fares#passes'),
      linked('/fares/?from=here#passes'),
      linked('/'),
      linked('/old'),
      linked('/nowhere'),
      linked('#here'),
      linked('https://harbour.example/'),
    ]).toEqual([
      '../../fares/index.html#passes',
      '../../fares/index.html?from=here#passes',
      '../../index.html',
      '../../old/index.html',
      '../../nowhere',
      '#here',
      'https://harbour.example/',
    ]);
  });

  it('leads on from former paths, and not where a page is by now', () => {
    const made = plainSite(tidewick, pages, {
      moved: { '/prices/2024': '/fares#passes', '/fares': '/', '/shop': 'https://shop.example/?a=1&b="2"' },
    });
    const refreshOf = (name: string): string | undefined =>
      new DOMParser()
        .parseFromString(textOf(made, name), 'text/html')
        .querySelector('meta[http-equiv=refresh]')
        ?.getAttribute('content') ?? undefined;
    expect(refreshOf('prices/2024/index.html')).toBe('0; url=../../fares/index.html#passes');
    expect(refreshOf('shop/index.html')).toBe('0; url=https://shop.example/?a=1&b="2"');
    expect(refreshOf('fares/index.html')).toBeUndefined();
  });

  it('leads on from old addresses that a file can stand for, and overwrites no page, whatever its capitals', () => {
    const moved = Object.fromEntries(
      [
        ...[
          '/index.html',
          '/Fares',
          '/FARES/index.html',
          '/404.html',
          '/About_Us.php',
          '/m%C3%BCnchen',
          '/old/tide.html',
        ],
        ...['/p?id=3', '/%2e%2e%2fup', '/a%5Cb', '/con%3Ax', '/.htaccess', '/a%00b', '/%FF'],
      ].map((from) => [from, '/fares']),
    );
    const made = plainSite(tidewick, pages, { moved });
    const without = namesOf(plainSite(tidewick, pages));
    const added = [...namesOf(made)].filter((name) => !without.has(name)).sort();
    expect(added).toEqual(['About_Us.php/index.html', 'münchen/index.html', 'old/tide.html']);
    expect(textOf(made, 'old/tide.html')).toContain('url=../fares/index.html"');
    expect(textOf(made, 'index.html')).not.toContain('refresh');
  });

  it('names its address where that is known, and has a page for what is not there that works in any folder', () => {
    const missing: Page = { ...lostProperty, id: 'missing', path: '/404' };
    const made = plainSite(tidewick, [home, missing], { address: 'https://ferries.example' });
    expect(textOf(made, 'sitemap.xml')).toContain('<loc>https://ferries.example/</loc>');
    expect(textOf(made, 'sitemap.xml')).not.toContain('404');
    expect(textOf(made, 'robots.txt')).toContain('Sitemap: https://ferries.example/sitemap.xml');
    expect(textOf(made, 'index.html')).toContain('<link rel="canonical" href="https://ferries.example/">');
    const html = textOf(made, '404.html');
    expect(html).not.toContain('canonical');
    for (const [, address] of html.matchAll(/(?:href|src)="([^"#]*)[^"]*"/g))
      expect(/^(\/|https?:|mailto:|tel:|$)/.test(address!))
        .withContext(address!)
        .toBeTrue();
    const unknown = plainSite(tidewick, [home]);
    expect(unknown.texts.map((one) => one.name).filter((name) => /robots|sitemap/.test(name))).toEqual([]);
    expect(textOf(unknown, 'index.html')).not.toContain('canonical');
  });
});
