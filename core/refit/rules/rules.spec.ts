import fc from 'fast-check';
import { cutSpace } from './cut-space';
import { interval, scale, smallerSizes } from '../modular-scale';

describe('The modular scale', () => {
  // Minor third, 6:5, from 16 px: 16, 19.2, 23.04, 27.65, 33.18, 39.81, 47.78, 57.33 … (arithmetic of the interval;
  // Bringhurst, chapter 8, from memory).
  it('goes up from 16 px by minor thirds', () => {
    expect(scale.slice(-8)).toEqual([57, 48, 40, 33, 28, 23, 19, 16]);
    scale.slice(1).forEach((size, index) =>
      expect(scale[index]! / size)
        .withContext(`${size}`)
        .toBeCloseTo(interval, 1),
    );
  });
  it('offers what is smaller, the nearest first, and nothing a heading cannot have', () => {
    expect(smallerSizes(76)).toEqual([69, 57, 48, 40, 33, 28, 23]);
    expect(smallerSizes(33)).toEqual([28, 23]);
    expect(smallerSizes(20)).toEqual([]);
  });
});

describe('A space cut in proportion', () => {
  it('is 96 to 48 px on a phone 390 px wide beside a base of 1280, 96 to 60 on a tablet of 820', () => {
    expect(cutSpace(96, 390 / 1280, 24)).toBe(48);
    expect(cutSpace(96, 820 / 1280, 24)).toBe(60);
  });
  it('is never more than it was, nor under half of it or the floor unless it was', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 400 }), fc.double({ min: 0.1, max: 1, noNaN: true }), (value, ratio) => {
        const cut = cutSpace(value, ratio, 24);
        expect(cut).toBeLessThanOrEqual(value);
        expect(cut).toBeGreaterThanOrEqual(Math.min(value, Math.max(24, value / 2 - 2)));
      }),
    );
  });
});
