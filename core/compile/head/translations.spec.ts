import { parse } from 'parse5';
import { blankPage, type Page } from '../../document/page';
import { blankSite, type Site } from '../../document/site';
import { compile, plainFiles } from '../compile';
import { placesOf } from '../places';
import { translationsOf } from './translations';

const site: Site = { ...blankSite('s', 'Ferries', 's'), language: 'en' };
function page(id: string, path: string, said: Record<string, unknown> = {}): Page {
  const blank = blankPage(id, id, path);
  const root = { ...blank.parts['root']!, content: { base: { title: id, description: '', ...said } } };
  return { ...blank, parts: { ...blank.parts, root } };
}
const home = page('home', '/');
const german = page('heim', '/de', { language: 'de', original: 'home' });
const french = page('accueil', '/fr', { language: 'fr', original: 'home' });
const fares = page('fares', '/fares');
const all = [home, german, french, fares];
const head = (one: Page, pages: readonly Page[] = all): string =>
  compile(site, one, { ...plainFiles, ...placesOf(pages), canonical: `https://ferries.example${one.path}` }).html;
const links = (html: string): (readonly [string, string])[] =>
  [...html.matchAll(/<link rel="alternate" hreflang="([^"]+)" href="([^"]+)">/g)].map(([, lang, to]) => [lang!, to!]);

// HTML, section 4.6.7.1 (alternate, hreflang); BCP 47 for the tags; x-default as search engines read it.
describe('Pages in several languages', () => {
  it('each name themselves and all others, the same on all, with the original for every other reader', () => {
    const expected = [
      ['en', 'https://ferries.example/'],
      ['de', 'https://ferries.example/de'],
      ['fr', 'https://ferries.example/fr'],
      ['x-default', 'https://ferries.example/'],
    ] as const;
    for (const one of [home, german, french])
      expect(links(head(one)))
        .withContext(one.id)
        .toEqual([...expected]);
    expect(links(head(fares))).toEqual([]);
  });

  it('are written in their own language', () => {
    expect(head(german)).toContain('<html lang="de">');
    expect(head(home)).toContain('<html lang="en">');
    const { childNodes } = parse(head(french));
    const html = childNodes.find((one) => one.nodeName === 'html');
    expect(html && 'attrs' in html ? html.attrs : []).toEqual([{ name: 'lang', value: 'fr' }]);
  });

  it('are named as far as they are there, and none by an address that is not known', () => {
    expect(links(head(german, [german, fares]))).toEqual([]);
    expect(links(head(german, [german, french])).length).toBe(0); // each stands for itself without its original
    expect(compile(site, german, { ...plainFiles, ...placesOf(all) }).html).not.toContain('alternate');
  });

  it('of two in one language the first counts, and none leads in a circle', () => {
    const again = page('again', '/encore', { language: 'fr', original: 'home' });
    expect(translationsOf(site, home, placesOf([...all, again])).map((one) => one.path)).toEqual(['/', '/de', '/fr']);
    const a = page('a', '/a', { language: 'de', original: 'b' });
    const b = page('b', '/b', { original: 'a' });
    expect(translationsOf(site, a, placesOf([a, b])).length).toBeLessThan(3);
    const own = page('own', '/own', { original: 'own' });
    expect(translationsOf(site, own, placesOf([own]))).toEqual([{ language: 'en', path: '/own' }]);
    for (const original of ['constructor', '__proto__', 'nobody'])
      expect(
        translationsOf(site, page('p', '/p', { original }), placesOf([page('p', '/p', { original })])).length,
      ).toBe(1);
  });
});
