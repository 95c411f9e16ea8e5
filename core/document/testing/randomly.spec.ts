import fc from 'fast-check';
import { RandomPages } from './random-page';
import { randomly } from './randomly';

describe('Random pages', () => {
  it('are the same for the same numbers', () => {
    const first = new RandomPages(7);
    const page = first.page(first.site(), 20);
    const again = new RandomPages(0, first.drawn);
    expect(again.page(again.site(), 20)).toEqual(page);
  });

  it('shrink to the least page that fails', () => {
    const sizes: number[] = [];
    const found = fc.check(
      fc.property(randomly(), (random) => {
        const page = random.page(random.site(), 30);
        const fails = Object.values(page.parts).some((part) => part.kind === 'image');
        if (fails) sizes.push(Object.keys(page.parts).length);
        return !fails;
      }),
      { seed: 3 },
    );
    expect(found.failed).toBeTrue();
    expect(Math.max(...sizes)).toBeGreaterThan(25);
    expect(sizes.at(-1)).toBeLessThanOrEqual(8);
  });
});
