import { below, Breakpoints, chain, mediaOf, outwards, standardBreakpoints, type Breakpoint } from './breakpoint';

const huge: Breakpoint = { id: 'huge', name: 'Huge', reach: 'up', limit: 1600, preview: { width: 1920, height: 1080 } };
const all = [huge, ...[...standardBreakpoints].reverse()];

describe('Breakpoints (needs 7.1)', () => {
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
  it('have exactly one base, ids of their own and limits', () => {
    expect(Breakpoints.safeParse(all).success).toBeTrue();
    expect(Breakpoints.safeParse([huge]).success).toBeFalse();
    expect(Breakpoints.safeParse([...all, huge]).success).toBeFalse();
    expect(Breakpoints.safeParse([standardBreakpoints[0], { ...huge, limit: undefined }]).success).toBeFalse();
  });
});
