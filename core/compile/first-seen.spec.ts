import { parse } from 'parse5';
import { blankSite, type Picture, type Site } from '../document/site';
import type { Page } from '../document/page';
import { pageOfSection } from '../document/sections/kept-section';
import { planted } from '../document/sections/planting';
import { compileCanvas } from './canvas';
import { compile, plainFiles } from './compile';
import { iconOf } from './head/icon';

const boats: Picture = {
  name: 'Boats',
  alt: 'Two boats',
  width: 1600,
  height: 900,
  type: 'image/webp',
  files: [400, 800, 1600].map((width) => ({ width, file: `boats-${width}.webp` })),
};
const site: Site = { ...blankSite('s', 'Tidewick Ferries', 'site'), pictures: { boats } };

/** A page whose sections hold these. */
function pageOf(...sections: readonly (readonly string[])[]): Page {
  let count = 0;
  const pages = sections.map((kinds) =>
    pageOfSection(
      planted(site, { kind: 'section', holds: kinds.map((kind) => ({ kind })) }, (kind) => `${kind}${count++}`),
    ),
  );
  const roots = pages.map((page) => page.parts[page.root]!.children[0]!);
  const parts = Object.assign({}, ...pages.map((page) => page.parts)) as Page['parts']; // ids differ by section
  const picture = { base: { alt: '', picture: 'boats' } };
  return {
    ...pages[0]!,
    parts: Object.fromEntries(
      Object.entries({ ...parts, [pages[0]!.root]: { ...pages[0]!.parts[pages[0]!.root]!, children: roots } }).map(
        ([id, part]) => [id, part.kind === 'image' ? { ...part, content: picture } : part],
      ),
    ),
  };
}
const images = (page: Page): string[] => compile(site, page).html.match(/<img[^>]*>/g) ?? [];

describe('What of a page is seen first', () => {
  // HTML, sections 4.8.4.2.2 (sizes: auto is for lazy pictures alone) and 2.5.7 (fetch priority).
  it('is the first picture of the first section: loaded at once, before others, with sizes of its own', () => {
    const [first, second, third] = images(pageOf(['heading', 'image', 'image'], ['image']));
    expect(first).toContain('fetchpriority="high"');
    expect(first).not.toContain('loading');
    expect(first).toContain('sizes="100vw"');
    for (const other of [second, third]) {
      expect(other).toContain('loading="lazy"');
      expect(other).toContain('sizes="auto, 100vw"');
      expect(other).not.toContain('fetchpriority');
    }
  });
  it('is not measured on a leaf, where Chromium crashes at times over sizes=auto', () => {
    const { html } = compileCanvas(site, pageOf(['image'], ['image']), plainFiles);
    expect(
      html.match(/<img[^>]*loading="lazy"[^>]*sizes="100vw"|<img[^>]*sizes="100vw"[^>]*loading="lazy"/g)?.length,
    ).toBe(2);
    expect(html).not.toContain('sizes="auto');
  });
  it('is not measured in a preview either, which is shown in a frame', () => {
    const { html } = compile(site, pageOf(['image'], ['image']), { ...plainFiles, marked: true });
    expect(html.match(/sizes="100vw"/g)?.length).toBe(2);
    expect(html).not.toContain('sizes="auto');
  });
  it('is no picture where the first section has none: those further down can wait', () => {
    for (const image of images(pageOf(['heading'], ['image']))) expect(image).toContain('loading="lazy"');
  });
});

describe('The icon of a site', () => {
  it('is a drawing of the first letter of its name, in any script, and of nothing that breaks it', () => {
    const letters = [
      ['Tidewick', 'T'],
      ['  «éclair»', 'É'],
      ['<b>', 'B'],
      ['観測所', '観'],
      ['&&&', '•'],
    ];
    for (const [name, letter] of letters) {
      const drawn = new DOMParser().parseFromString(iconOf({ ...site, name: name! }), 'image/svg+xml');
      expect(drawn.querySelector('parsererror')).withContext(name!).toBeNull();
      expect(drawn.documentElement.textContent).withContext(name!).toBe(letter!);
    }
    const odd = iconOf({ ...site, tokens: { size: '12px', ink: 'url("x")', madder: '#8f2b37' } });
    expect(odd).toContain('fill="#8f2b37"');
  });
  it('is named by pages that are told its address, in their head', () => {
    const { html } = compile(site, pageOf(['heading']), { ...plainFiles, icon: '/files/icon-1.svg' });
    expect(html).toMatch(/<head>.*<link rel="icon" href="\/files\/icon-1.svg">.*<\/head>/);
    expect(compile(site, pageOf(['heading'])).html).not.toContain('rel="icon"');
    expect(parse(html).nodeName).toBe('#document');
  });
});
