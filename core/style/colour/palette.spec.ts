import { wcagContrast } from 'culori';
import fc from 'fast-check';
import { colourOf, nearestReadable, ratios, readable } from './palette';

const hex = fc.integer({ min: 0, max: 0xffffff }).map((one) => `#${one.toString(16).padStart(6, '0')}`);

describe('A palette', () => {
  // WCAG 2.2's own figures: black on white is 21:1; #777 on white 4.48 (Understanding 1.4.3: "4.47:1" before
  // rounding up is not enough), #767676 passes; from memory.
  it('knows how far one colour can be read on another', () => {
    expect(readable('#000', '#fff')!.ratio).toBeCloseTo(21, 5);
    expect(readable('black', 'white')!.level).toBe('AAA');
    expect(readable('#777', '#fff')!.level).toBe('AA large');
    expect(readable('#767676', '#fff')!.level).toBe('AA');
    expect(readable('#aaa', '#fff')!.level).toBe('');
    expect(readable('rgb(0 0 0 / 0.5)', 'white')!.ratio).toBeCloseTo(
      readable('rgb(127.5 127.5 127.5)', 'white')!.ratio,
      2,
    );
    expect(readable('Fraunces', '#fff')).toBeUndefined();
    expect(readable('#fff', 'var(--gone)')).toBeUndefined();
    expect(colourOf('oklch(60% 0.1 200)')).toBeDefined();
  });

  // culori's own WCAG contrast, for opaque colours of sRGB.
  it('counts as a library of colours does', () => {
    fc.assert(
      fc.property(hex, hex, (text, ground) => {
        expect(readable(text, ground)!.ratio).toBeCloseTo(wcagContrast(text, ground), 3);
      }),
    );
  });

  it('has a nearest colour that passes, of the same kind as the one that doesn’t, or says there is none', () => {
    fc.assert(
      fc.property(hex, hex, fc.constantFrom(3, 4.5, 7), (text, ground, ratio) => {
        const nearest = nearestReadable(text, ground, ratio);
        const best = Math.max(wcagContrast('#000', ground), wcagContrast('#fff', ground));
        if (best < ratio) return expect(nearest).toBeUndefined();
        expect(wcagContrast(nearest!, ground)).toBeGreaterThanOrEqual(ratio - 1e-6);
        if (wcagContrast(text, ground) >= ratio) expect(nearest).toBe(text);
        return undefined;
      }),
      { numRuns: 60 },
    );
    expect(nearestReadable('#777777', '#ffffff', ratios.AA.normal)).toBe('#767676');
    expect(nearestReadable('none', '#fff', 4.5)).toBeUndefined();
  });
});
