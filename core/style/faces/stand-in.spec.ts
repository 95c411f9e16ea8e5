import { entireMetricsCollection } from '@capsizecss/metrics/entireMetricsCollection';
import { blankPage } from '../../document/page';
import { blankSite, type Site } from '../../document/site';
import { compile } from '../../compile/compile';
import { fonts } from './fonts';
import { bases, standingIn, standInRules, withStandIns } from './stand-in';

const named = (family: string) =>
  Object.values(entireMetricsCollection).find((one) => one.familyName === family && 'xWidthAvg' in one);

describe('What stands in for a typeface', () => {
  const standIns = Object.values(bases)
    .flat()
    .map(({ local, metrics }) => ({ family: local[0]!, metrics }))
    .filter(({ family }) => !family.startsWith('DejaVu')); // which the collection has not

  // Capsize's collection of metrics, read from the faces themselves.
  it('is known by the metrics of both', () => {
    const all = [...fonts, ...standIns];
    for (const { family, metrics } of all) {
      const { width, ...rest } = metrics;
      expect(named(family))
        .withContext(family)
        .toEqual(jasmine.objectContaining({ ...rest, xWidthAvg: width }));
    }
  });

  // Chromium: the boxes it lays out, in the letters of one face and in another's that stands in for it.
  it('makes lines as high and about as long, so that nothing moves when the letters come', async () => {
    const text =
      'From Tidewick to Marram, Great Sallow and Inner Kelder: eleven sailings a day in summer, five in winter. '.repeat(
        6,
      );
    const karla = fonts.find(({ family }) => family === 'Karla')!;
    const face = (family: string, file: string, more: Readonly<Record<string, string>> = {}): string =>
      `@font-face{font-family:${family};src:url(/fonts/${file});${Object.entries(more)
        .map((one) => one.join(':'))
        .join(';')}}`;
    const box = (family: string): DOMRect => {
      const probe = document.body.appendChild(document.createElement('span'));
      probe.style.cssText = `display:inline-block;white-space:nowrap;font:40px/normal ${family}`;
      probe.textContent = text;
      const found = probe.getBoundingClientRect();
      probe.remove();
      return found;
    };
    for (const family of ['Fraunces', 'Work Sans', 'Literata', 'Oswald']) {
      const wanted = fonts.find((one) => one.family === family)!;
      const style = document.head.appendChild(document.createElement('style'));
      style.textContent =
        face('wanted', wanted.file) +
        face('plain', karla.file) +
        face('standing', karla.file, standingIn(wanted.metrics, karla.metrics));
      for (const name of ['wanted', 'plain', 'standing'])
        expect((await document.fonts.load(`40px ${name}`)).length)
          .withContext(`${family}, ${name}`)
          .toBe(1);
      const [is, plain, standing] = ['wanted', 'plain', 'standing'].map(box);
      expect(Math.abs(standing!.height - is!.height))
        .withContext(`${family}, high`)
        .toBeLessThan(1.1);
      const off = (one: DOMRect): number => Math.abs(one.width / is!.width - 1);
      expect(off(standing!))
        .withContext(`${family}, long; ${off(plain!)} without`)
        .toBeLessThan(0.03);
      style.remove();
    }
  });

  it('is named after it wherever a typeface is set, and nowhere else', () => {
    const families = ['Fraunces', 'Work Sans', 'Bitter'];
    const css =
      ':root{--display:Fraunces,serif;--gap:4px}h1{font-family:var(--display);grid-row-start:bitter}p{color:red;font-family:"Work Sans",Fraunces}b{font-family:"Work Sans Condensed",x}';
    expect(withStandIns(css, families)).toBe(
      ':root{--display:Fraunces,"Fraunces stand-in",serif;--gap:4px}h1{font-family:var(--display);grid-row-start:bitter}p{color:red;font-family:"Work Sans","Work Sans stand-in",Fraunces,"Fraunces stand-in"}b{font-family:"Work Sans Condensed",x}',
    );
    expect(withStandIns(css, [])).toBe(css);
    expect(withStandIns('a{font-family:work sans}', families)).toBe('a{font-family:work sans,"Work Sans stand-in"}');
  });

  it('is published with the pages that name the typeface, whether it ships or was uploaded', () => {
    const site: Site = {
      ...blankSite('s', 'Site', 'site'),
      elements: { body: { wide: { normal: { 'font-family': 'Brine, Fraunces, serif' } } } },
      faces: [
        {
          ...{ id: 'f', family: 'Brine', weights: '400', italic: false, file: '0123456789abcdef.woff2', size: 9 },
          metrics: { unitsPerEm: 1000, ascent: 900, descent: -200, lineGap: 0, width: 500 },
        },
      ],
    };
    const { css } = compile(site, blankPage('p', 'Page', '/'));
    expect(css).toContain('font-family:Brine,"Brine stand-in",Fraunces,"Fraunces stand-in",serif');
    expect(css).toContain(standInRules('Brine', site.faces![0]!.metrics!, 'sans-serif'));
    expect(css.match(/stand-in";src/g)?.length).toBe(6);
    expect(compile(blankSite('s', 'Site', 'site'), blankPage('p', 'Page', '/')).css).not.toContain('stand-in');
  });
});
