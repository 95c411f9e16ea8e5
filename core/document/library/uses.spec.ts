import { blankPage, type Page, type Part } from '../page';
import { blankSite, type Picture, type Site } from '../site';
import { compile } from '../../compile/compile';
import { usesOfParts, usesOfSite } from './uses';

const picture = (file: string): Picture => ({
  ...{ name: file, alt: '', width: 40, height: 30, type: 'image/png' },
  files: [{ width: 40, file: `${file}.webp` }],
});
const ids = ['shore', 'pier', 'boat', 'chart', 'crew'];
const site: Site = {
  ...blankSite('s', 'S', 's'),
  pictures: Object.fromEntries(ids.map((id) => [id, picture(id)])),
  downloads: { fares: { name: 'Fares', file: 'fares.pdf', size: 9 } },
};
const part = (kind: string, tag: string, more: Partial<Part>): Part => ({
  ...{ kind, tag, children: [], classes: [], style: {}, content: { base: {} }, attributes: {} },
  ...more,
});
const pageWith = (parts: Record<string, Part>): Page => {
  const blank = blankPage('p', 'P', '/');
  const section = part('section', 'section', { children: Object.keys(parts) });
  const root = { ...blank.parts['root']!, children: ['section'] };
  return { ...blank, parts: { root, section, ...parts } };
};

describe('Where the library is used', () => {
  const page = pageWith({
    image: part('image', 'img', { content: { base: { picture: 'shore', alt: '' }, phone: { picture: 'pier' } } }),
    again: part('image', 'img', { content: { base: { picture: 'shore', alt: '' } } }),
    box: part('container', 'div', {
      style: { wide: { normal: { 'background-image': 'linear-gradient(red, blue), url("picture:boat")' } } },
    }),
    film: part('video', 'div', {
      content: { base: { address: 'https://films.example/watch?v=1', title: '', poster: 'crew' } },
    }),
    words: part('text', 'p', { content: { base: { text: 'picture of a shore, download: none' } } }),
    button: part('button', 'a', { content: { base: { label: 'Fares', link: 'download:fares' } } }),
  });

  it('counts pictures at every breakpoint, backgrounds, posters and links, and no words', () => {
    expect(usesOfParts(page.parts)).toEqual(
      jasmine.objectContaining({ pictures: { shore: 2, pier: 1, boat: 1, crew: 1 }, downloads: { fares: 1 } }),
    );
  });

  it('names every file that compile names, and no other', () => {
    const { files } = compile(site, page);
    const { pictures, downloads } = usesOfParts(page.parts);
    expect([...files.pictures].sort()).toEqual(
      Object.keys(pictures)
        .map((id) => `${id}.webp`)
        .sort(),
    );
    expect(files.downloads).toEqual(Object.keys(downloads).map((id) => `${id}.pdf`));
  });

  it('counts what the site says besides its pages', () => {
    const shared = { id: 'bar', name: 'Bar', purpose: 'opening' as const, shared: true, root: 'section' };
    const { root: _root, ...parts } = page.parts;
    const saying: Site = {
      ...site,
      sections: [{ ...shared, parts }],
      classes: [{ id: 'c', name: 'c', style: { wide: { normal: { 'background-image': 'url("picture:chart")' } } } }],
      menus: [{ id: 'm', name: 'M', entries: { e: { to: 'download:fares', place: 1 } } }],
    };
    expect(usesOfSite(saying)).toEqual(
      jasmine.objectContaining({
        pictures: { shore: 2, pier: 1, boat: 1, crew: 1, chart: 1 },
        downloads: { fares: 2 },
      }),
    );
  });

  it('finds none where there is none', () => {
    expect(usesOfSite(site)).toEqual(jasmine.objectContaining({ pictures: {}, downloads: {} }));
  });
});
