import fc from 'fast-check';
import { painted } from '../testing/painted';
import { firstGradient, gradientOf, gradientText, withStop, withStopMoved, type Gradient } from './gradient';

async function expectAlike(one: string, other: string): Promise<void> {
  const look = (background: string): Promise<Uint8ClampedArray> =>
    painted(`width:100%;height:100%;background:${background}`, { width: 48, height: 32 });
  const [a, b] = [await look(one), await look(other)];
  const most = a.reduce((worst, byte, index) => Math.max(worst, Math.abs(byte - b[index]!)), 0);
  expect(most).withContext(`${one}\nas ${other}`).toBeLessThanOrEqual(2);
}

const colours = fc.constantFrom('red', '#0a0', 'rgb(0 0 255 / 0.5)', 'oklch(60% 0.1 200)', 'transparent');
const gradients = fc.record<Gradient>({
  form: fc.constantFrom('linear', 'radial', 'conic'),
  isRepeating: fc.boolean(),
  angle: fc.integer({ min: -90, max: 400 }),
  corner: fc.constant(''),
  x: fc.integer({ min: -20, max: 120 }),
  y: fc.integer({ min: -20, max: 120 }),
  shape: fc.constant(''),
  mixing: fc.constantFrom('', 'in oklch', 'in hsl longer hue'),
  stops: fc
    .array(fc.record({ colour: colours, at: fc.integer({ min: 0, max: 100 }) }), { minLength: 2, maxLength: 5 })
    .map((stops) => stops.toSorted((a, b) => a.at - b.at)),
});

describe('A gradient', () => {
  // Chromium: what it paints of a gradient as somebody wrote it, and of the same as it is written here.
  it('is painted alike before and after it is read, however it was written', async () => {
    for (const written of [
      'linear-gradient(red, blue)',
      'linear-gradient(to right, red, blue 30% 60%, lime)',
      'linear-gradient(to left bottom, red, 40% , blue)',
      'linear-gradient(TO TOP RIGHT, red, blue)',
      'linear-gradient(0.25turn, red 20%, lime 10%, blue)',
      'linear-gradient(100grad, red, yellow, lime, blue 90%)',
      'linear-gradient(in oklch longer hue to left, red, blue)',
      'repeating-linear-gradient(45deg, red 0 10%, blue 10% 20%)',
      'radial-gradient(red, blue)',
      'radial-gradient(circle at left, red, blue 50%, lime)',
      'radial-gradient(closest-side at top 30%, red, blue)',
      'radial-gradient(20px 30px at bottom left, red 0, blue 100%)',
      'repeating-radial-gradient(circle closest-corner at 20% 30%, red, blue 25%)',
      'conic-gradient(red, blue, red)',
      'conic-gradient(from 90deg at 25% 75% in hsl, red 0deg 90deg, blue 0.5turn)',
      'repeating-conic-gradient(red 0 25%, white 0 50%)',
    ]) {
      const read = gradientOf(written);
      if (/, 40% ,|top 30%/.test(written)) expect(read).withContext(written).toBeUndefined();
      else if (!read) fail(`${written} is not read`);
      else await expectAlike(written, gradientText(read));
    }
  });

  it('comes back as it was, whatever it is', () => {
    fc.assert(
      fc.property(gradients, (gradient) => {
        const again = gradientOf(gradientText(gradient));
        const isLine = gradient.form === 'linear';
        expect(again).toEqual({
          ...gradient,
          ...(isLine ? { x: 50, y: 50 } : {}),
          ...(gradient.form === 'radial' && { angle: 180 }),
        });
      }),
    );
  });

  it('that is measured in px, holds hints, sums or tokens of places is left as it is typed', () => {
    for (const text of [
      'linear-gradient(red 10px, blue)',
      'linear-gradient(red, 30%, blue)',
      'linear-gradient(calc(1deg + 2deg), red, blue)',
      'linear-gradient(var(--way), red, blue) , url(x)',
      'radial-gradient(at 20px 30px, red, blue)',
      'conic-gradient(from 1px, red, blue)',
      'linear-gradient(red)',
      'linear-gradient(at 50% 50%, red, blue)',
      'linear-gradient()',
      'linear-gradient(,)',
      'url("picture:pier")',
      'none',
      '',
      'red',
    ])
      expect(gradientOf(text)).withContext(text).toBeUndefined();
  });

  it('has its stops moved no further than to their neighbours, and more put between them', () => {
    const dark = gradientOf('linear-gradient(red, lime 40%, blue)')!;
    expect(withStopMoved(dark, 1, 140).stops[1]!.at).toBe(100);
    expect(withStopMoved(dark, 0, 60).stops[0]!.at).toBe(40);
    expect(withStopMoved(dark, 2, 10).stops[2]!.at).toBe(40);
    expect(withStopMoved(dark, 7, 10)).toBe(dark);
    const { gradient, index } = withStop(dark, 70, 'white');
    expect([index, gradientText(gradient)]).toEqual([2, 'linear-gradient(red 0%, lime 40%, white 70%, blue 100%)']);
    expect(withStop(dark, 100, 'white').index).toBe(3);
    expect(gradientOf(gradientText(firstGradient))!.stops.length).toBe(2);
  });
});
