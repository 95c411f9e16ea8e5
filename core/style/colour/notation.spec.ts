import fc from 'fast-check';
import { isInSrgb, mixed, notationOf, notations, remixed, written } from './notation';

const hexes = fc
  .tuple(fc.nat(255), fc.nat(255), fc.nat(255))
  .map((bytes) => `#${bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')}`);

/** The bytes Chromium paints. */
function painted(colour: string): readonly number[] {
  const context = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true })!;
  context.fillStyle = '#010203';
  context.fillStyle = colour;
  context.fillRect(0, 0, 1, 1);
  return [...context.getImageData(0, 0, 1, 1).data];
}

describe('A colour by lightness, chroma and hue', () => {
  it('is the one of CSS Color 4 and its tests (from memory)', () => {
    const green = mixed('#008000')!; // oklch(51.975% 0.17686 142.495) in the tests of CSS Color 4
    expect(green.lightness).toBeCloseTo(0.51975, 4);
    expect(green.chroma).toBeCloseTo(0.17686, 4);
    expect(green.hue).toBeCloseTo(142.495, 2);
    expect(written(mixed('rebeccapurple')!, 'hex')).toBe('#663399');
    expect(written(mixed('rebeccapurple')!, 'hsl')).toBe('hsl(270 50% 40%)');
    expect(written(mixed('rgb(255 0 0 / 50%)')!, 'rgb')).toBe('rgb(255 0 0 / 0.5)');
    expect(written(mixed('white')!, 'oklch').startsWith('oklch(100% 0 ')).toBeTrue();
    expect(mixed('var(--ink)')).toBeUndefined();
    expect(mixed('currentcolor')).toBeUndefined();
    expect(mixed('')).toBeUndefined();
  });

  // Chromium: the bytes it paints.
  it('is painted by Chromium as what it was read from, however it is written', () => {
    fc.assert(
      fc.property(hexes, (hex) => {
        const colour = mixed(hex)!;
        if (written(colour, 'hex') !== hex) throw new Error(`${hex} comes back as ${written(colour, 'hex')}`);
        if (!isInSrgb(colour)) throw new Error(`${hex} is said to lie outside sRGB`);
        const bytes = painted(hex);
        for (const notation of notations) {
          const text = written(colour, notation);
          const off = painted(text).map((byte, index) => Math.abs(byte - bytes[index]!));
          if (Math.max(...off) > 1) throw new Error(`${hex} as ${text} is off by ${off.join()}`);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('keeps its opacity in every notation, as Chromium reads it', () => {
    for (const notation of notations)
      for (const alpha of [0, 0.25, 0.5, 0.999]) {
        const text = written({ lightness: 0.5, chroma: 0.1, hue: 40, alpha }, notation);
        expect(CSS.supports('color', text)).withContext(text).toBeTrue();
        expect(mixed(text)!.alpha).withContext(text).toBeCloseTo(alpha, 2);
        expect(notationOf(text)).withContext(text).toBe(notation);
      }
  });

  it('outside sRGB is said, and brought into it by less chroma where the notation has no words for it', () => {
    const strong = { lightness: 0.7, chroma: 0.32, hue: 150, alpha: 1 };
    expect(isInSrgb(strong)).toBeFalse();
    expect(written(strong, 'oklch')).toBe('oklch(70% 0.32 150)');
    const shown = mixed(written(strong, 'hex'))!;
    expect(shown.chroma).toBeLessThan(0.25);
    expect(Math.abs(shown.hue - 150)).toBeLessThan(4);
    expect(Math.abs(shown.lightness - 0.7)).toBeLessThan(0.02);
  });

  it('of which nothing is seen becomes solid once it is mixed, and keeps its opacity otherwise', () => {
    const nothing = mixed('transparent')!;
    expect(nothing.alpha).toBe(0);
    expect(written(remixed(nothing, { lightness: 0.5 }), 'hex')).toMatch(/^#[0-9a-f]{6}$/);
    expect(remixed(nothing, { alpha: 0 }).alpha).toBe(0);
    expect(remixed(mixed('#00000080')!, { lightness: 0.5 }).alpha).toBeCloseTo(0.5, 2);
  });

  it('keeps to the notation it was written in, hexadecimal where that is none of these', () => {
    expect(['RGBA(1,2,3,.5)', 'hsl(1 2% 3%)', ' oklch(1 0 0)', '#fff', 'teal', 'lab(50% 0 0)'].map(notationOf)).toEqual(
      ['rgb', 'hsl', 'oklch', 'hex', 'hex', 'hex'],
    );
  });
});
