import type { Picture } from '../document/site';
import type { Finding } from './finding';
import { fileLoaded } from './picture-places';
import { Reviewer } from './review';
import { box, measured, of, page, site } from './testing/reviewed';

// Common practice: a picture of a page has half a megabyte at most. Which file is loaded: HTML, section 4.8.4.3.7 (the
// candidates' densities are their widths by the width it stands at), of the first source whose type is read.
describe('A picture that is far too heavy', () => {
  const widths = [400, 800, 1600, 2400];
  const files = (ending: string): Picture['files'] => widths.map((width) => ({ width, file: `f${width}.${ending}` }));
  const photograph: Picture = {
    ...{ name: 'ferry.jpg', alt: '', width: 6000, height: 4000, type: 'image/jpeg' },
    files: files('webp'),
  };
  const shown = page({ i: { kind: 'image', content: { base: { picture: 'pier', alt: 'Ferry' } } } });
  const told = (
    picture: Picture,
    weights: Readonly<Record<string, number>> | undefined,
    across: Readonly<Record<string, number>> = { wide: 1000, phone: 380 },
    budget?: number,
  ): Finding[] =>
    of(
      'picture weight',
      new Reviewer().review({
        site: { ...site, pictures: { pier: picture }, ...(budget !== undefined && { budget }) },
        page: shown,
        weights,
        leaves: new Map(
          Object.entries(across).map(([at, width]) => [at, measured({ i: box(0, 0, width, (width * 2) / 3) })]),
        ),
      }),
    );

  it('is said with the bytes a 2× screen loads, at the breakpoints it holds at', () => {
    const weights = { 'f400.webp': 90_000, 'f800.webp': 480_000, 'f1600.webp': 700_000, 'f2400.webp': 1_940_000 };
    const [one, ...more] = told(photograph, weights);
    expect(more).toEqual([]);
    expect([one?.severity, one?.breakpoints]).toEqual(['warning', ['wide']]);
    expect(one?.reason).toContain('“ferry.jpg” is too heavy: on Wide, where it stands 1000 px wide');
    expect(one?.reason).toContain('a 2× screen loads 1.9 MB of it, more than the 500 kB');
    const everywhere = told(photograph, { ...weights, 'f800.webp': 510_000 });
    expect(everywhere.map((at) => [at.breakpoints, /1\.9 MB/.test(at.reason)])).toEqual([[['wide', 'phone'], true]]);
  });
  it('is not said of what nobody loads, nor where weights are unknown', () => {
    const weights = { 'f400.webp': 90_000, 'f800.webp': 300_000, 'f1600.webp': 700_000, 'f2400.webp': 900_000 };
    expect(told(photograph, weights, { wide: 400, phone: 380 })).toEqual([]);
    expect(told(photograph, undefined)).toEqual([]);
    expect(told(photograph, {})).toEqual([]);
    expect(told(photograph, weights, { wide: 0 }))
      .withContext('not seen')
      .toEqual([]);
    const avif = { 'f400.avif': 40_000, 'f800.avif': 99_000, 'f1600.avif': 200_000, 'f2400.avif': 500_000 };
    expect(told({ ...photograph, avif: files('avif') }, { ...weights, ...avif })).toEqual([]);
  });
  it('is held against half of the budget, where a page may weigh little', () => {
    const weights = { 'f2400.webp': 160_000, 'f800.webp': 150_000 };
    expect(told(photograph, weights)).toEqual([]);
    expect(told(photograph, weights, undefined, 1_000)).toEqual([]);
    const [one] = told(photograph, weights, undefined, 300);
    expect(one?.breakpoints).toEqual(['wide']);
    expect(one?.reason).toContain('loads 160 kB of it, more than half of the 300 kB the site allows a page');
  });
  it('is said of drawings and of what moves, with what helps', () => {
    const drawing: Picture = { ...photograph, type: 'image/svg+xml', files: [{ width: 300, file: 'map.svg' }] };
    expect(told(drawing, { 'map.svg': 1_500_000 }, { phone: 300 })[0]?.reason).toContain('Simplify the drawing');
    const film: Picture = { ...photograph, type: 'image/gif' };
    expect(told(film, { 'f2400.webp': 6_000_000 }, { wide: 1200 })[0]?.reason).toContain('a video weighs far less');
  });
  it('counts the file that fills its place, or the widest there is', () => {
    const loaded = (needs: number, density: number): number =>
      fileLoaded({ breakpoint: site.breakpoints[0]!, picture: photograph, needs }, density).width;
    expect([loaded(400, 1), loaded(400, 2), loaded(401, 2), loaded(1500, 2)]).toEqual([400, 800, 1600, 2400]);
  });
});
