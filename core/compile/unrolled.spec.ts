import fc from 'fast-check';
import { standardBreakpoints } from '../document/breakpoint';
import { randomly } from '../document/testing/randomly';
import { blankPage, type Page, type Part } from '../document/page';
import { blankSite, type Site } from '../document/site';
import type { Declarations } from '../document/style-map';
import { compileCanvas } from './canvas';
import { unrolledValue } from './declarations';

const screen = { width: 390, height: 844 };
const addresses = { pictures: '/none/', fonts: '/none/' };

/** Opens a page in a frame as wide as its screen and of any height, and looks at it. */
function opened<T>(
  site: Site,
  page: Page,
  height: number,
  unrolled: boolean,
  look: (view: Window, document: Document) => T,
): T {
  const frame = document.createElement('iframe');
  frame.style.cssText = `position:absolute;left:0;top:0;border:0;width:${screen.width}px;height:${height}px`;
  document.body.append(frame);
  const inside = frame.contentDocument!;
  inside.open();
  inside.write(
    compileCanvas({ ...site, fonts: [] }, page, { ...addresses, ...(unrolled && { unrolled: screen }) }, false).html,
  );
  inside.close();
  const seen = look(frame.contentWindow!, inside);
  frame.remove();
  return seen;
}

/** A page of one section whose only part of interest has this style on every screen. */
function styled(style: Declarations): Page {
  const blank = blankPage('p', 'P', '/');
  const part = (kind: string, tag: string, children: string[], base: Declarations, content = {}): Part => ({
    kind,
    tag,
    children,
    classes: [],
    style: { wide: { normal: base } },
    content: { base: content },
    attributes: {},
  });
  return {
    ...blank,
    parts: {
      root: { ...blank.parts['root']!, children: ['s'] },
      s: part('section', 'section', ['box'], {}),
      box: part('container', 'div', [], { 'min-height': '0px', ...style }),
    },
  };
}

describe('A page drawn unrolled, in a frame as high as itself', () => {
  const site = blankSite('s', 'S', 'site');

  // CSS Values 4 §6.1.2: a hundredth of the viewport's height, of its smaller or of its larger side; small, large
  // and dynamic are one where nothing retracts, as in a frame.
  it('keeps the sizes that units of the screen’s height have on its screen', () => {
    for (const value of [
      '100vh',
      '50svh',
      '33.3dvh',
      '12.5lvh',
      '40vmin',
      '40vmax',
      '100vb',
      'calc(100vh - 90px)',
      'min(80vh, 500px)',
      'clamp(200px, 60vh, 40rem)',
      '25vw',
      '12rem',
    ])
      for (const property of ['height', 'padding-top']) {
        const page = styled({ [property]: value });
        const size = (height: number, unrolled: boolean): number =>
          opened(site, page, height, unrolled, (view, inside) =>
            Number.parseFloat(
              view.getComputedStyle(inside.querySelector('[data-part="box"]')!).getPropertyValue(property),
            ),
          );
        expect(size(5000, true)).withContext(`${property}: ${value}`).toBeCloseTo(size(screen.height, false), 1);
      }
  });

  it('is nothing but a matter of those units: any other page lies alike, rolled up or not', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const of = { ...random.site(), breakpoints: [...standardBreakpoints] };
        const whole = random.page(of, 12);
        const calm = (values: Declarations): Declarations =>
          Object.fromEntries(
            Object.entries(values).filter(
              ([property, value]) =>
                !/\d[sld]?v(h|b|min|max)\b/.test(value) &&
                !(property === 'position' && /fixed|sticky/.test(value)) &&
                !/height|inset|top|bottom/.test(property),
            ),
          );
        const parts = Object.fromEntries(
          Object.entries(whole.parts).map(([id, part]) => [
            id,
            {
              ...part,
              style: Object.fromEntries(
                Object.entries(part.style).map(([at, states]) => [at, { normal: calm(states.normal ?? {}) }]),
              ),
            },
          ]),
        );
        const page = { ...whole, parts };
        const boxes = (height: number, unrolled: boolean): string[] =>
          opened({ ...of, classes: [], elements: {} }, page, height, unrolled, (_, inside) =>
            [...inside.querySelectorAll('main [data-part]')].map((one) => {
              const { left, width, height: high } = one.getBoundingClientRect();
              return [left, width, high].map((px) => px.toFixed(1)).join(' ');
            }),
          );
        expect(boxes(3000, true)).toEqual(boxes(3000, false));
      }),
      { numRuns: 15 },
    );
  });

  it('leaves words, addresses and names that look like such units', () => {
    for (const value of [
      '"100vh"',
      "'5vmin wide'",
      'url(a-100vh.webp)',
      'area-50vh',
      'var(--10vh)',
      '100px',
      'auto',
      '1fr 2fr',
    ])
      expect(unrolledValue(value, screen)).toBe(value);
    expect(unrolledValue('-10vh', screen)).toBe('-84.4px');
    expect(unrolledValue('50VH .5vh', screen)).toBe('422px 4.22px');
  });
});
