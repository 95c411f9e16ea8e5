import axe from 'axe-core';
import fc from 'fast-check';
import { contrastRatio, neededRatio, over, overlayThatSuffices, type Colour } from './contrast';

interface AxeColour {
  readonly Color: new (r: number, g: number, b: number, a: number) => object;
  getContrast(ground: object, text: object): number;
}

const grey = (level: number): Colour => ({ r: level, g: level, b: level, a: 1 });
const channel = fc.integer({ min: 0, max: 255 });
const colour = fc.record({ r: channel, g: channel, b: channel, a: fc.constant(1) });

describe('Contrast (WCAG 2.2, 1.4.3)', () => {
  it('is 21 of black on white, 1 of a colour on itself', () => {
    expect(contrastRatio(grey(0), grey(255))).toBeCloseTo(21, 10);
    expect(contrastRatio(grey(99), grey(99))).toBe(1);
  });
  // Understanding 1.4.3: #777777 on white is 4.47:1 and must not be rounded up to 4.5.
  it('of #777777 on white stays under 4.5, of #767676 above', () => {
    expect(contrastRatio(grey(0x77), grey(255))).toBeLessThan(4.5);
    expect(contrastRatio(grey(0x77), grey(255))).toBeGreaterThan(4.47);
    expect(contrastRatio(grey(0x76), grey(255))).toBeGreaterThan(4.5);
  });
  it('is what axe-core computes, for any two colours', () => {
    // axe-core's types leave its colours out
    const { Color, getContrast } = (axe.commons as unknown as { color: AxeColour }).color;
    fc.assert(
      fc.property(colour, colour, (one, other) => {
        const theirs = getContrast(new Color(one.r, one.g, one.b, 1), new Color(other.r, other.g, other.b, 1));
        return Math.abs(theirs - contrastRatio(one, other)) < 0.01;
      }),
    );
  });
  it('needs 3 of large type, from 24 px or 18.66 px bold, and 4.5 of any other', () => {
    expect([
      neededRatio(24, false),
      neededRatio(18.66, true),
      neededRatio(23.9, false),
      neededRatio(18.5, true),
    ]).toEqual([3, 3, 4.5, 4.5]);
  });
  // Common practice: black at 50 % over a photograph; the text's contrast is what counts.
  it('of white text on a picture is mended by the least overlay that suffices, and no weaker one', () => {
    const sky = [grey(235), grey(180), grey(120)];
    const overlay = overlayThatSuffices(grey(255), sky, 4.5)!;
    expect(overlay.colour).toBe('black');
    const worst = (percent: number): number =>
      Math.min(...sky.map((one) => contrastRatio(grey(255), over({ ...grey(0), a: percent / 100 }, one))));
    expect(worst(overlay.percent)).toBeGreaterThanOrEqual(4.5);
    expect(worst(overlay.percent - 1)).toBeLessThan(4.5);
    expect(overlayThatSuffices(grey(20), sky, 4.5)?.colour).toBe('white');
  });
});
