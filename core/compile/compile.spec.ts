import { parse, walk, type CssNode, type Rule } from 'css-tree';
import fc from 'fast-check';
import { RandomPages } from '../document/testing/random-page';
import { randomly } from '../document/testing/randomly';
import { compile } from './compile';
import { compileCanvas } from './canvas';

/** Every declaration of a style sheet, with the selector of its rule. */
function declarationsOf(css: string): string[] {
  const out: string[] = [];
  walk(parse(css), {
    visit: 'Rule',
    enter: (node: Rule) =>
      node.block.children.forEach((one: CssNode) => one.type === 'Declaration' && out.push(one.property)),
  });
  return out;
}

describe('A compiled page', () => {
  const pages = (run: (random: RandomPages) => void, numRuns = 60): void =>
    fc.assert(
      fc.property(randomly(), (random) => run(random)),
      { numRuns },
    );

  it('is the same for the same document', () => {
    pages((random) => {
      const site = random.site();
      const page = random.page(site, 12);
      expect(compile(structuredClone(site), structuredClone(page))).toEqual(compile(site, page));
    });
  });

  it('has no declaration that Chromium drops when the sheet is parsed back', () => {
    pages((random) => {
      const site = random.site();
      const { css } = compile(site, random.page(site, 10));
      const wanted = declarationsOf(css);
      for (const block of css.matchAll(/\{([^{}]+)\}/g)) {
        const text = block[1]!;
        if (!/^[a-z-]+:/.test(text) || text.includes('src:')) continue;
        const probe = document.createElement('div');
        probe.style.cssText = text;
        for (const name of declarationsOf(`a{${text}}`)) {
          if (name.startsWith('--')) continue;
          // `all` is a shorthand of nearly everything; CSSOM reads it back as nothing once one longhand differs
          // from it.
          const kept = name === 'all' ? 'color' : name;
          expect(probe.style.getPropertyValue(kept)).withContext(`${name} in ${text}`).not.toBe('');
        }
      }
      expect(wanted.length).toBeGreaterThan(10);
    });
  });

  it('shares one class among parts of the same style and holds no inline style and no script', () => {
    pages((random) => {
      const site = random.site();
      const { html, css } = compile(site, random.page(site, 16));
      expect(html).not.toMatch(/\sstyle="|<script|data-part/);
      const selectors = [...css.matchAll(/@media [^{]+\{/g)].map((match) => match[0]);
      const own = css.split('@layer own{')[1] ?? '';
      const medias = [...own.matchAll(/@media [^{]+\{/g)].map((match) => match[0]);
      expect(new Set(medias).size).toBe(medias.length);
      expect(selectors.length).toBeGreaterThanOrEqual(medias.length);
    });
  });

  it('escapes what people type', () => {
    const random = new RandomPages(2);
    const site = random.site();
    const page = random.page(site, 3);
    const root = page.parts['root']!;
    const hostile = '</title><script>alert(1)</script>"><img src=x onerror=alert(1)>';
    const { html } = compile(site, {
      ...page,
      parts: {
        ...page.parts,
        root: { ...root, content: { base: { title: hostile, description: hostile } }, attributes: { title: hostile } },
      },
    });
    const parsed = new DOMParser().parseFromString(html, 'text/html');
    expect(parsed.querySelector('script, img[onerror]')).toBeNull();
    expect(parsed.title).toBe(hostile);
    expect(parsed.body.title).toBe(hostile);
  });

  it('has the same elements on the canvas, where parts carry their ids besides', () => {
    pages((random) => {
      const site = random.site();
      const page = random.page(site, 14);
      const shape = (html: string): string => {
        const parsed = new DOMParser().parseFromString(html, 'text/html');
        parsed.querySelector('._skip')?.remove(); // in the editor nothing is skipped
        return [...parsed.body.querySelectorAll('*')].map((one) => `${one.localName}>${one.childNodes.length}`).join();
      };
      expect(shape(compileCanvas(site, page, { pictures: 'files/', fonts: 'files/' }).html)).toBe(
        shape(compile(site, page).html),
      );
    });
  });
});
