import {
  below,
  breakpointAt,
  Breakpoints,
  chain,
  mediaFor,
  mediaOf,
  outwards,
  rangeOf,
  standardBreakpoints,
  type Breakpoint,
} from './breakpoint';

const huge: Breakpoint = { id: 'huge', name: 'Huge', side: 'up', limit: 1600, preview: { width: 1920, height: 1080 } };
const all = [huge, ...[...standardBreakpoints].reverse()];

describe('Breakpoints', () => {
  it('stand in a style sheet from the base outwards', () => {
    expect(outwards(all).map((one) => one.id)).toEqual(['wide', 'tablet', 'phone', 'huge']);
  });
  it('inherit from the nearest one towards the base, never from the other side', () => {
    expect(chain(all, 'phone')).toEqual(['phone', 'tablet', 'wide']);
    expect(chain(all, 'huge')).toEqual(['huge', 'wide']);
    expect(chain(all, 'wide')).toEqual(['wide']);
    expect(() => chain(all, 'watch')).toThrowError();
  });
  it('pass on to all that lie below', () => {
    expect(below(all, 'wide').map((one) => one.id)).toEqual(['tablet', 'phone', 'huge']);
    expect(below(all, 'tablet').map((one) => one.id)).toEqual(['phone']);
  });
  it('have their conditions as media queries', () => {
    expect(outwards(all).map(mediaOf)).toEqual([undefined, '(width<=1024px)', '(width<=600px)', '(width>=1600px)']);
  });
  it('decide each at widths of its own, with no width left over', () => {
    expect(all.map((one) => [one.id, rangeOf(all, one).from, rangeOf(all, one).to])).toEqual([
      ['huge', 1600, 4000],
      ['phone', 200, 600],
      ['tablet', 601, 1024],
      ['wide', 1025, 1599],
    ]);
    expect([320, 600, 601, 1024, 1025, 1599, 1600].map((width) => breakpointAt(all, width).id)).toEqual([
      'phone',
      'phone',
      'tablet',
      'tablet',
      'wide',
      'wide',
      'huge',
    ]);
    const squeezed = { ...huge, limit: 900, preview: { width: 1000, height: 800 } };
    expect(Breakpoints.safeParse([...standardBreakpoints, squeezed]).success).toBeFalse();
    expect(
      Breakpoints.safeParse([...standardBreakpoints, { ...huge, id: 'other', preview: { width: 1500, height: 900 } }])
        .success,
    ).toBeFalse();
  });
  it('are told by conditions that Chromium finds true exactly where they decide, also between whole px', () => {
    const frame = document.createElement('iframe');
    document.body.append(frame);
    for (const width of [320, 600, 600.5, 601, 1024, 1024.5, 1025, 1599, 1599.5, 1600, 2400]) {
      frame.style.width = `${width}px`;
      frame.style.border = '0';
      const view = frame.contentWindow!;
      const holding = all.filter((one) => view.matchMedia(mediaFor(all, new Set([one.id]))!).matches);
      const rules = ['wide', 'tablet', 'phone', 'huge'].filter((id) =>
        ((one) => one === undefined || view.matchMedia(one).matches)(mediaOf(all.find((one) => one.id === id)!)),
      );
      expect(holding.map((one) => one.id))
        .withContext(`${width} px`)
        .toEqual([rules.at(-1)!]); // the last rule that holds wins
    }
    frame.remove();
    expect(mediaFor(all, new Set(['wide', 'phone']))).toBe('(width<=600px),(1024px<width<1600px)');
    expect(mediaFor(all, new Set(['phone', 'tablet']))).toBe('(width<=1024px)');
    expect(mediaFor(all, new Set(all.map((one) => one.id)))).toBe('all');
    expect(mediaFor(all, new Set())).toBeUndefined();
  });
  it('have exactly one base, ids of their own and limits', () => {
    expect(Breakpoints.safeParse(all).success).toBeTrue();
    expect(Breakpoints.safeParse([huge]).success).toBeFalse();
    expect(Breakpoints.safeParse([...all, huge]).success).toBeFalse();
    expect(Breakpoints.safeParse([standardBreakpoints[0], { ...huge, limit: undefined }]).success).toBeFalse();
  });
});
