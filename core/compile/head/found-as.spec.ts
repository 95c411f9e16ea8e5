import fc from 'fast-check';
import { home, tidewick } from '../../../demo/tidewick';
import { blankPage, type Page } from '../../document/page';
import type { Site } from '../../document/site';
import { compile } from '../compile';
import { foundAs } from './found-as';

const address = 'https://ferries.example';
const written = (page: Page, more: Record<string, unknown>): Page => {
  const root = page.parts[page.root]!;
  const content = { base: { ...root.content.base, ...more } };
  return { ...page, parts: { ...page.parts, [page.root]: { ...root, content } } };
};

describe('How a page is found', () => {
  it('is what its head says: title, description and picture, as the Open Graph protocol names them', () => {
    const picture = { ...{ name: 'Boat', alt: 'A boat', width: 2000, height: 900 }, type: 'image/jpeg' as const };
    const files = [
      { width: 800, file: 'boat-800.jpg' },
      { width: 1600, file: 'boat-1600.jpg' },
    ];
    const site: Site = { ...tidewick, pictures: { boat: { ...picture, files } } };
    const page = written({ ...home, path: '/boats/swift' }, { share: 'boat', title: 'Swift', description: 'A boat.' });
    const { html } = compile(site, page, {
      ...{ pictures: '/files/', fonts: '/files/', stylesheet: 'x.css' },
      canonical: `${address}/boats/swift`,
    });
    const head = new DOMParser().parseFromString(html, 'text/html');
    const said = (name: string): string | null | undefined =>
      head.querySelector(`meta[property="og:${name}"]`)?.getAttribute('content');
    const found = foundAs(site, page, address);
    expect(found.title.text).toBe(said('title')!);
    expect(found.description.text).toBe(said('description')!);
    expect(said('image')).toBe(`${address}/files/${found.picture}`);
    expect(found.steps).toEqual(['ferries.example', 'boats', 'swift']);
    expect(foundAs(site, home, address).steps).toEqual(['ferries.example']);
    expect(foundAs(tidewick, page, address).picture).toBeUndefined(); // the picture has gone
    expect(found.isUnlisted).toBeFalse();
    expect(foundAs(site, written(page, { unlisted: true }), address).isUnlisted).toBeTrue();
  });

  it('shows a title of sixty letters and a description of 155 whole, and cuts longer ones between words', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ minLength: 1, maxLength: 12, unit: 'grapheme' }), { maxLength: 60 }),
        (words) => {
          const text = words.map((word) => word.replace(/\s/g, 'x')).join(' ');
          const page = written(blankPage('p', 'P', '/'), { title: text, description: text });
          const { title, description } = foundAs(tidewick, page, address);
          for (const [shown, most] of [
            [title, 60],
            [description, 155],
          ] as const) {
            const letters = [...text.trim()].length;
            expect(shown.isCut).toBe(letters > most);
            if (!shown.isCut) expect(shown.text).toBe(text.trim());
            else {
              expect([...shown.text].length).toBeLessThanOrEqual(most + 1);
              const kept = shown.text.replace(/ …$/, '');
              expect(text.startsWith(kept)).toBeTrue();
              expect(text[kept.length]).toBe(' '); // no word of up to twelve letters is broken
            }
          }
        },
      ),
    );
    const long = 'x'.repeat(200);
    expect(foundAs(tidewick, written(home, { title: long }), address).title.text.length).toBeLessThan(63);
  });
});
