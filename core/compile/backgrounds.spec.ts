import { blankPage, type Backdrop } from '../document/page';
import { blankSite, type Picture, type Site } from '../document/site';
import { plainPart } from '../document/testing/plain-part';
import { compileCanvas } from './canvas';
import { compile, plainFiles } from './compile';

const sizes = [400, 800, 1600, 3200];
const picture = (widths: readonly number[]): Picture => ({
  ...{ name: 'pier.jpg', alt: '', width: 3200, height: 2000, type: 'image/jpeg' },
  files: widths.map((width) => ({ width, file: `pier-${width}.webp` })),
});
const siteWith = (widths: readonly number[]): Site => ({
  ...blankSite('s', 'Site', 'site'),
  pictures: { pier: picture(widths) },
});
const over = 'linear-gradient(red, blue), url("picture:pier")';

const covering = { 'background-size': 'cover' };

function cssOf(
  site: Site,
  style: Record<string, Record<string, Record<string, string>>>,
  backdrops: readonly (Backdrop | undefined)[] = [undefined],
): string {
  const page = blankPage('p', 'Page', '/');
  const parts = {
    ...page.parts,
    [page.root]: { ...page.parts[page.root]!, children: backdrops.map((_, index) => `s${index}`) },
    ...Object.fromEntries(
      backdrops.map((backdrop, index) => [
        `s${index}`,
        { ...plainPart('section', 'section'), style, ...(backdrop && { backdrop }) },
      ]),
    ),
  };
  return compile(site, { ...page, parts }, plainFiles).css;
}

/** What Chromium computes of the section's background on a screen of that width. */
async function shownAt(css: string, width: number): Promise<string> {
  const frame = document.createElement('iframe');
  frame.style.cssText = `width:${width}px;height:400px;border:0`;
  frame.srcdoc = `<style>${css}</style><main><section class="_1"></section></main>`;
  const loaded = new Promise((resolve) => frame.addEventListener('load', resolve));
  document.body.append(frame);
  await loaded;
  const inside = frame.contentDocument!;
  const value = inside.defaultView!.getComputedStyle(inside.querySelector('section')!).backgroundImage;
  frame.remove();
  return [...value.matchAll(/pier-(\d+)\.webp"\)( 2dppx| 2x)?/g)].map((match) => match[1]).join(' ');
}

describe('A picture as a background', () => {
  // Chromium: what it makes of the sheet at each width. A phone is up to 600 px wide, a tablet up to 1024.
  it('is served to each screen in the files that fill it, plain and dense', async () => {
    const css = cssOf(siteWith(sizes), { wide: { normal: { 'background-image': over, ...covering } } });
    expect(await shownAt(css, 1280)).toBe('1600 3200');
    expect(await shownAt(css, 820)).toBe('1600 3200');
    expect(await shownAt(css, 390)).toBe('800 1600');
  });

  it('at its own size is the same file on every screen, since another would stand in another size', async () => {
    for (const size of [{}, { 'background-size': 'auto' }, { 'background-size': '100px, auto' }]) {
      const css = cssOf(siteWith(sizes), { wide: { normal: { 'background-image': over, ...size } } });
      for (const width of [1280, 820, 390])
        expect(await shownAt(css, width))
          .withContext(`${JSON.stringify(size)} at ${width} px`)
          .toBe('1600');
    }
    const later = { wide: { normal: { 'background-image': over } }, phone: { normal: covering } };
    const css = cssOf(siteWith(sizes), later);
    expect(await shownAt(css, 820)).toBe('1600');
    expect(await shownAt(css, 390)).toBe('800 1600');
  });

  it('is as wide as its place was measured to need, and what two places of one look need, both get', async () => {
    const style = { wide: { normal: { 'background-image': over, ...covering } } };
    const narrow = cssOf(siteWith(sizes), style, [{ wide: 420, tablet: 380, phone: 900 }]);
    expect(await shownAt(narrow, 1280)).toBe('400 800');
    expect(await shownAt(narrow, 820)).toBe('400 800');
    expect(await shownAt(narrow, 390)).toBe('800 1600');
    const both = cssOf(siteWith(sizes), style, [
      { wide: 420, phone: 100 },
      { wide: 1400, phone: 300 },
    ]);
    expect(await shownAt(both, 1280)).toBe('1600 3200');
    expect(await shownAt(both, 390)).toBe('400 800');
    const unmeasured = cssOf(siteWith(sizes), style, [{ wide: 420, phone: 100 }, undefined]);
    expect(await shownAt(unmeasured, 390)).toBe('800 1600');
  });

  it('that a smaller breakpoint or a state has for itself stays its own', async () => {
    const style = {
      wide: { normal: { 'background-image': over, ...covering }, hover: { 'background-image': 'none' } },
      tablet: { normal: { 'background-image': 'none' } },
      phone: { normal: { color: 'red' } },
    };
    const css = cssOf(siteWith(sizes), style);
    expect(await shownAt(css, 1280)).toBe('1600 3200');
    expect(await shownAt(css, 820)).toBe('');
    expect(await shownAt(css, 390)).toBe('');
  });

  it('with one file, and on a leaf, is said once', () => {
    expect(cssOf(siteWith([900]), { wide: { normal: { 'background-image': over } } }).match(/pier/g)?.length).toBe(1);
    const page = blankPage('p', 'Page', '/');
    const root = { ...page.parts[page.root]!, style: { wide: { normal: { 'background-image': over } } } };
    const canvas = compileCanvas(siteWith(sizes), { ...page, parts: { [page.root]: root } }, plainFiles);
    expect(canvas.html.match(/pier-\d+/g)).toEqual(['pier-1600']);
  });

  it('that is switched off is served to nobody', () => {
    const off = 'var(--_off, url("picture:pier")), linear-gradient(red, blue)';
    const css = cssOf(siteWith(sizes), { wide: { normal: { 'background-image': off } } });
    expect(css).toContain('background-image:none,linear-gradient(red,blue)');
    expect(css).not.toMatch(/pier|_off/);
  });
});
