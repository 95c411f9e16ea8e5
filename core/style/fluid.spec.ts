import fc from 'fast-check';
import { standardBreakpoints } from '../document/breakpoint';
import { blankSite } from '../document/site';
import { Problem } from '../document/problem';
import { fluidAt, fluidCurve, fluidText, fluidValue, isFluid } from './fluid';
import { checkValue } from './value';

const list = standardBreakpoints; // 1280, 820 and 390 px are drawn

/** The size Chromium gives a text at a width of the screen. */
function sizeIn(value: string, width: number): number {
  const frame = document.createElement('iframe');
  frame.style.cssText = `position:absolute;border:0;width:${width}px;height:100px`;
  document.body.append(frame);
  frame.getBoundingClientRect(); // a frame has its screen once it is laid out
  frame.contentDocument!.body.style.fontSize = value;
  const size = Number.parseFloat(frame.contentWindow!.getComputedStyle(frame.contentDocument!.body).fontSize);
  frame.remove();
  return size;
}

describe('A fluid size', () => {
  it('is typed as two sizes with an arrow', () => {
    for (const text of ['76 → 42', '76->42', ' 4.75rem → 2.625rem ', '-2px → -1', '16→24'])
      expect(isFluid(text)).withContext(text).toBeTrue();
    for (const text of ['76', '76 → ', '76% → 42%', '1fr -> 2fr', 'a → b', '76 → 42 → 30'])
      expect(isFluid(text)).withContext(text).toBeFalse();
  });

  // CSS Values 4 §10.2, and the line through (390, 42) and (1280, 76) by hand: 34 / 890 px a px.
  it('is a clamp that the grammar takes, and reads back as it was typed', () => {
    const value = fluidValue(list, 'wide', '76 → 42');
    expect(value).toBe('clamp(42px, 27.1011px + 3.8202vw, 76px)');
    expect(fluidText(list, value)).toBe('76px → 42px');
    const grows = fluidValue(list, 'tablet', '1rem → 2rem');
    expect(fluidText(list, grows)).toBe('1rem → 2rem');
    expect(checkValue(blankSite('s', 'S', 's'), 'font-size', value)).toEqual({ ok: true, value });
    expect(fluidText(list, 'clamp(1rem, 2vw, 3rem)')).toBeUndefined();
    // runs between no screens that are drawn
    expect(fluidText(list, 'clamp(42px, 20px + 3.8202vw, 76px)')).toBeUndefined();
    expect(fluidAt('42px', 820)).toBeUndefined();
  });

  it('needs a narrower screen to run to, and one unit', () => {
    expect(() => fluidValue(list, 'phone', '76 → 42')).toThrowError(Problem, /Phone is the narrowest/);
    expect(() => fluidValue(list, 'wide', '76px → 2rem')).toThrowError(Problem, /one unit/);
  });

  // Chromium's own computed size.
  it('comes to both ends at their screens, to what is shown between, and to no more beyond', () => {
    const size = fc.integer({ min: 8, max: 160 });
    fc.assert(
      fc.property(
        size,
        size,
        fc.constantFrom('wide', 'tablet'),
        fc.constantFrom('px', 'rem'),
        (wide, narrow, at, unit) => {
          const by = unit === 'rem' ? 16 : 1;
          const value = fluidValue(list, at, `${wide / by}${unit} → ${narrow / by}${unit}`);
          const from = at === 'wide' ? 1280 : 820;
          expect(sizeIn(value, from)).toBeCloseTo(wide, 1);
          expect(sizeIn(value, 390)).toBeCloseTo(narrow, 1);
          expect(sizeIn(value, 320)).toBeCloseTo(narrow, 1);
          expect(sizeIn(value, 1900)).toBeCloseTo(wide, 1);
          for (const width of [390, 500, 640, 820, 1280])
            expect(Math.abs(sizeIn(value, width) - fluidAt(value, width)!)).toBeLessThan(0.11);
          expect(fluidText(list, value)).toBe(`${wide / by}${unit} → ${narrow / by}${unit}`);
        },
      ),
      { numRuns: 40 },
    );
  });

  // Chromium's own computed size, in a frame that has the media queries of the breakpoints.
  it('is drawn over the widths as Chromium computes it, with a step where another breakpoint says otherwise', () => {
    const said: Readonly<Record<string, string>> = {
      wide: fluidValue(list, 'wide', '76 → 42'),
      tablet: fluidValue(list, 'wide', '76 → 42'),
      phone: '34px',
    };
    const lines = fluidCurve(list, (at) => said[at]!, { from: 320, to: 1920 });
    expect(lines.map((line) => line.map((one) => one.width))).toEqual([
      [1025, 1280, 1920],
      [601, 820, 1024],
      [320, 390, 600],
    ]);
    for (const [at, line] of lines.entries())
      for (const [index, { width, px }] of line.entries()) {
        expect(px).withContext(`${width}`).toBeCloseTo(sizeIn(said[list[at]!.id]!, width), 0);
        const next = line[index + 1];
        if (!next) continue;
        const between = Math.round((width + next.width) / 2); // a straight line from point to point
        const onLine = px + ((next.px - px) * (between - width)) / (next.width - width);
        expect(Math.abs(onLine - sizeIn(said[list[at]!.id]!, between)))
          .withContext(`${between}`)
          .toBeLessThan(0.2);
      }
    expect(fluidCurve(list, () => '34px', { from: 320, to: 1920 })).toEqual([]);
    expect(fluidCurve(list, (at) => (at === 'wide' ? said['wide']! : '2em'), { from: 320, to: 1920 })).toHaveSize(1);
  });
});
