import { takeTokens } from '../../document/commands/look/take-tokens';
import { standardBreakpoints } from '../../document/breakpoint';
import { Problem } from '../../document/problem';
import { blankSite } from '../../document/site';
import { applyToSite } from '../../document/edits/apply-site';
import { fluidAt } from '../fluid';
import { plainValue } from './tokens';
import { intervals, scaleSteps, scaleTokens, stepName, type Scale } from './scale';

const breakpoints = [...standardBreakpoints];
const ratioOf = (name: string): number => intervals.find((one) => one.name === name)!.ratio;
const end = { base: 16, ratio: ratioOf('major third') };
const scale: Scale = { stem: 'text', kind: 'size', down: 2, up: 4, wide: end, narrow: end, fluid: false };
const wide = (of: Scale): number[] => scaleSteps(breakpoints, of).map((one) => one.sizes['wide']!);

describe('A scale of sizes', () => {
  // Worked by hand: 16 px × 1.25, step by step.
  it('grows from its middle by its ratio', () => {
    expect(wide(scale)).toEqual([10.2, 12.8, 16, 20, 25, 31.3, 39.1]);
    const names = scaleSteps(breakpoints, scale).map((one) => one.name);
    expect(names.join(' ')).toBe('text-xs text-s text-m text-l text-xl text-2xl text-3xl');
  });

  // Common practice: 32 px × 1.125 = 36 px.
  it('makes 36 px of 32 px with a major second', () => {
    const own = { base: 32, ratio: ratioOf('major second') };
    expect(wide({ ...scale, down: 0, up: 1, wide: own, narrow: own })).toEqual([32, 36]);
  });

  // Harmony: a fifth and a fourth make an octave, a major and a minor third a fifth.
  it('knows intervals that add up', () => {
    expect(ratioOf('perfect fifth') * ratioOf('perfect fourth')).toBeCloseTo(ratioOf('octave'), 12);
    expect(ratioOf('major third') * ratioOf('minor third')).toBeCloseTo(ratioOf('perfect fifth'), 12);
    expect(ratioOf('tritone') ** 2).toBeCloseTo(ratioOf('octave'), 12);
    expect(ratioOf('golden section') ** 2).toBeCloseTo(ratioOf('golden section') + 1, 12);
  });

  it('has its ends on both screens and a straight line between, whether by breakpoint or fluid', () => {
    const narrow = { base: 15, ratio: 1.2 };
    const both = [false, true].map((fluid) => scaleTokens(breakpoints, { ...scale, narrow, fluid }));
    const steps = scaleSteps(breakpoints, { ...scale, narrow });
    steps.forEach(({ sizes }, at) => {
      const [stepped, flowing] = both.map((tokens) => tokens[at]!);
      for (const { id, preview } of breakpoints) {
        const px = Number.parseFloat(id === 'wide' ? stepped!.value : (stepped!.values[id] ?? stepped!.value));
        expect(px).toBe(sizes[id]!);
        const flows = fluidAt(flowing!.value, preview.width) ?? Number.parseFloat(flowing!.value);
        expect(Math.abs(flows - px))
          .withContext(`${flowing!.name} at ${id}`)
          .toBeLessThanOrEqual(0.11);
      }
      expect(flowing!.values).toEqual({});
    });
    expect(steps.at(-1)!.sizes['phone']).toBe(31.1);
  });

  it('keeps space to whole px', () => {
    const own = { base: 12, ratio: 1.5 };
    expect(wide({ ...scale, kind: 'space', wide: own, narrow: own })).toEqual([5, 8, 12, 18, 27, 41, 61]);
  });

  it('becomes tokens of the site, and again changes only what differs', () => {
    const site = blankSite('s', 'Site', 'site');
    const first = takeTokens(site, scaleTokens(breakpoints, scale));
    expect(first.made.length).toBe(7);
    expect(first.refused).toEqual([]);
    const done = first.edits.reduce((now, edit) => applyToSite(now, edit).site, site);
    const id = Object.keys(done.tokens).find((one) => one.startsWith('text-xl'))!;
    expect(plainValue(done, `var(--${id})`, 'phone')).toBe('25px');
    const again = takeTokens(done, scaleTokens(breakpoints, { ...scale, up: 5 }));
    expect([again.made.length, again.changed.length, again.same.length]).toEqual([1, 0, 7]);
  });

  it('refuses what makes no sizes, naming the field', () => {
    const problem = (more: Partial<Scale>): unknown => {
      try {
        scaleSteps(breakpoints, { ...scale, ...more });
      } catch (error) {
        return error instanceof Problem ? error.place.field : error;
      }
      return 'none';
    };
    expect(problem({ stem: 'Text' })).toBe('stem');
    expect(problem({ stem: 'a'.repeat(40) })).toBe('stem');
    expect(problem({ wide: { base: Number.NaN, ratio: 1.2 } })).toBe('wide');
    expect(problem({ narrow: { base: 16, ratio: 1 } })).toBe('narrow');
    expect(problem({ up: 10 })).toBe('up');
    expect(problem({ down: 0.5 })).toBe('down');
  });

  it('names steps as sizes are named', () => {
    expect([-3, -2, -1, 0, 1, 2, 3, 9].map(stepName)).toEqual(['2xs', 'xs', 's', 'm', 'l', 'xl', '2xl', '8xl']);
  });
});
