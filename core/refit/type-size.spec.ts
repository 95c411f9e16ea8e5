import fc from 'fast-check';
import { typeSize, typeSizes } from './type-size';

const [tablet, phone] = [820 / 1280, 390 / 1280];

describe('The size of type on smaller screens', () => {
  // The first row is common practice. The other rows are common sizes of titles, from memory, each within 2 px.
  const practice = [
    [45, 38, 34],
    [72, 54, 44],
    [64, 48, 40],
    [60, 48, 40],
    [56, 44, 38],
    [48, 40, 36],
    [40, 36, 32],
    [36, 32, 30],
    [32, 30, 28],
    [28, 27, 26],
  ] as const;
  for (const [wide, onTablet, onPhone] of practice)
    it(`is about ${onTablet} px on a tablet and ${onPhone} px on a phone for ${wide} px`, () => {
      const within = wide === 45 ? 0 : 2;
      expect(Math.abs(Math.round(typeSize(wide, tablet)) - onTablet)).toBeLessThanOrEqual(within);
      expect(Math.abs(Math.round(typeSize(wide, phone)) - onPhone)).toBeLessThanOrEqual(within);
    });

  it('shrinks with the screen, keeps what is read, and keeps the larger of two sizes larger', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 9, max: 200 }), { minLength: 2, maxLength: 12 }),
        fc.double({ min: 0.2, max: 0.95, noNaN: true }),
        (sizes, ratio) => {
          const smaller = typeSizes(sizes, ratio);
          const narrower = typeSizes(sizes, ratio * 0.7);
          const sorted = [...sizes].sort((a, b) => a - b);
          sorted.forEach((size, index) => {
            const at = smaller.get(size)!;
            expect(at).toBeLessThanOrEqual(size);
            expect(narrower.get(size)!).toBeLessThanOrEqual(at);
            if (size <= 24) expect(at).toBe(size);
            if (index > 0) expect(at).toBeGreaterThan(smaller.get(sorted[index - 1]!)!);
          });
        },
      ),
    );
  });
});
