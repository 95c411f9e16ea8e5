import { compile } from '../../compile/compile';
import { readPage } from '../edits/check/check-page';
import { blankPage, type Content, type Page } from '../page';
import { planted } from '../sections/planting';
import { blankSite, type Picture, type Site } from '../site';

const widths = [400, 800];
const picture = (name: string, { light = true } = {}): Picture => ({
  ...{ name, alt: name, width: 800, height: 500, type: 'image/jpeg' },
  files: widths.map((width) => ({ width, file: `${name}-${width}.webp` })),
  ...(light && { avif: widths.map((width) => ({ width, file: `${name}-${width}.avif` })) }),
  plain: { width: 800, file: `${name}.jpg` },
});
const site: Site = {
  ...blankSite('s', 'S', 'site'),
  pictures: { shore: picture('shore'), pier: picture('pier'), gull: picture('gull', { light: false }) },
};

/** A page with one picture that says this. */
function showing(content: Content): Page {
  const { root, parts } = planted(site, { kind: 'section', holds: [{ kind: 'image' }] }, (kind) => kind);
  const blank = blankPage('p', 'P', '/');
  const image = { ...parts['image']!, content };
  return readPage(site, {
    ...blank,
    parts: { ...parts, image, root: { ...blank.parts['root']!, children: [root] } },
  });
}

/** The file Chromium takes of a page's picture on a screen of that width, and how large its place is. */
async function takenAt(page: Page, width: number): Promise<{ file: string; width: number; height: number }> {
  const { html, css } = compile(site, page);
  const frame = document.createElement('iframe');
  frame.style.cssText = `border:0;width:${width}px;height:600px`;
  frame.srcdoc = html.replace(/<link rel="stylesheet"[^>]*>/, `<style>${css}</style>`).replaceAll('loading="lazy"', '');
  const loaded = new Promise((resolve) => frame.addEventListener('load', resolve));
  document.body.append(frame);
  await loaded;
  const image = frame.contentDocument!.querySelector('img')!;
  // what was chosen before the frame had its width is chosen anew a moment later (HTML 4.8.4.3.12)
  for (let [still, before] = [0, '']; still < 5; still = image.currentSrc === before ? still + 1 : 0) {
    before = image.currentSrc;
    await new Promise((go) => requestAnimationFrame(() => setTimeout(go)));
  }
  const { offsetWidth, offsetHeight, currentSrc } = image;
  frame.remove();
  return { file: currentSrc.split('/').at(-1)!, width: offsetWidth, height: offsetHeight };
}

describe('An image', () => {
  // Chromium itself chooses among the sources.
  it('is taken as AVIF by a browser that reads it, in the width its place asks for', async () => {
    const page = showing({ base: { alt: '', picture: 'shore', sizes: '390px' } });
    expect((await takenAt(page, 1280)).file).toBe('shore-400.avif');
    const large = showing({ base: { alt: '', picture: 'shore', sizes: '100vw' } });
    expect((await takenAt(large, 790)).file).toBe('shore-800.avif');
    const plain = showing({ base: { alt: '', picture: 'gull', sizes: '390px' } });
    expect((await takenAt(plain, 1280)).file).toBe('gull-400.webp');
  });

  it('shows at each breakpoint the picture meant for it, whichever forms that has', async () => {
    for (const [wide, phone, takenWide, takenPhone] of [
      ['shore', 'pier', 'shore-800.avif', 'pier-800.avif'],
      ['shore', 'gull', 'shore-800.avif', 'gull-800.webp'],
      ['gull', 'shore', 'gull-800.webp', 'shore-800.avif'],
    ] as const) {
      const page = showing({ base: { alt: '', picture: wide, sizes: '800px' }, phone: { picture: phone } });
      expect((await takenAt(page, 1280)).file).toBe(takenWide);
      expect((await takenAt(page, 390)).file).toBe(takenPhone);
    }
  });

  it('stands as it does without: what is around it for the browser has no box', async () => {
    const of = (name: string): Page => showing({ base: { alt: '', picture: name } });
    const [light, heavy] = [await takenAt(of('shore'), 1280), await takenAt(of('gull'), 1280)];
    expect([light.width, light.height]).toEqual([heavy.width, heavy.height]);
    expect(compile(site, of('shore')).css).toContain('picture{display:contents}');
    expect(compile(site, of('gull')).css).not.toContain('picture{');
  });

  it('is of the kind it came as for whoever reads no other', () => {
    expect(compile(site, showing({ base: { alt: '', picture: 'shore' } })).html).toMatch(
      /<img[^>]* src="[^"]*shore\.jpg"/,
    );
    const { files } = compile(site, showing({ base: { alt: '', picture: 'shore' } }));
    expect([...files.pictures].sort()).toEqual(
      ['shore-400.avif', 'shore-400.webp', 'shore-800.avif', 'shore-800.webp', 'shore.jpg'].sort(),
    );
  });
});
