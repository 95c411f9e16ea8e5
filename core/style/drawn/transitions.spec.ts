import fc from 'fast-check';
import {
  bendOf,
  curveText,
  isAtOnce,
  namedCurves,
  transitionProperties,
  transitionsOf,
  transitionValues,
  type Transition,
} from './transitions';

const transitions = fc.array(
  fc.record<Transition>({
    property: fc.constantFrom('all', 'color', 'background-color', 'opacity', 'transform'),
    duration: fc.integer({ min: 0, max: 3000 }),
    delay: fc.integer({ min: -500, max: 2000 }),
    curve: fc.constantFrom('ease', 'linear', 'ease-in-out', 'cubic-bezier(0.2, 0, 0, 1)', 'steps(4)'),
  }),
  { minLength: 1, maxLength: 4 },
);

/** What Chromium computes of these on a paragraph. */
function computed(values: Readonly<Record<string, string>>): (property: string) => string {
  const probe = document.createElement('p');
  for (const [property, value] of Object.entries(values)) probe.style.setProperty(property, value);
  document.body.append(probe);
  const style = getComputedStyle(probe);
  const found = new Map(transitionProperties.map((property) => [property as string, style.getPropertyValue(property)]));
  probe.remove();
  return (property) => found.get(property) ?? '';
}

describe('Transitions', () => {
  // Chromium: what it computes of them as they are written, read again.
  it('are the ones Chromium computes, in one value where all are alike', () => {
    fc.assert(
      fc.property(transitions, (some) => {
        const read = transitionsOf(computed(transitionValues(some)))!;
        expect(read.map(({ curve: _, ...rest }) => rest)).toEqual(some.map(({ curve: _, ...rest }) => rest));
        const again = transitionsOf(computed(transitionValues(read)))!;
        expect(again).toEqual(read);
      }),
    );
    expect(
      transitionValues([
        { property: 'color', duration: 200, delay: 0, curve: 'ease' },
        { property: 'opacity', duration: 200, delay: 100, curve: 'ease' },
      ]),
    ).toEqual({
      'transition-property': 'color, opacity',
      'transition-duration': '200ms',
      'transition-delay': '0ms, 100ms',
      'transition-timing-function': 'ease',
    });
    expect(transitionsOf(computed(transitionValues([])))).toEqual([]);
    // CSS Transitions 1 §2.3: the sum of both is what it takes; below nothing counts as nothing
    const times = (duration: string, delay: string) =>
      isAtOnce(
        (property) => ({ 'transition-duration': duration, 'transition-delay': delay })[property as string] ?? '',
      );
    expect([
      times('0s', '0s'),
      times('200ms', '-200ms'),
      times('0s', '1s'),
      times('0s, 1ms', '0s'),
      times('var(--x)', '0s'),
    ]).toEqual([true, true, false, true, false]);
    expect(transitionsOf(() => '')).toEqual([{ property: 'all', duration: 0, delay: 0, curve: 'ease' }]);
    expect(transitionsOf((property) => (property === 'transition-duration' ? 'var(--quick)' : 'all'))).toBeUndefined();
  });

  // Chromium: how far an animation is at each share of its time.
  it('have curves bent as Chromium bends those of the same name', () => {
    const probe = document.body.appendChild(document.createElement('p'));
    const progress = (easing: string, share: number): number => {
      const moved = probe.animate([{ opacity: 0 }, { opacity: 1 }], { duration: 1000, easing, fill: 'both' });
      moved.pause();
      moved.currentTime = share * 1000;
      const at = Number(getComputedStyle(probe).opacity);
      moved.cancel();
      return at;
    };
    for (const [name, { x1, y1, x2, y2 }] of Object.entries(namedCurves))
      for (const share of [0.1, 0.3, 0.5, 0.8])
        expect(progress(name, share))
          .withContext(`${name} at ${share}`)
          .toBeCloseTo(progress(`cubic-bezier(${x1}, ${y1}, ${x2}, ${y2})`, share), 3);
    probe.remove();
  });

  it('have curves that are read and written, by name where there is one, and never before their time', () => {
    for (const name of Object.keys(namedCurves)) expect(curveText(bendOf(name)!)).toBe(name);
    expect(curveText({ x1: -0.3, y1: -0.4, x2: 1.2, y2: 1.6 })).toBe('cubic-bezier(0, -0.4, 1, 1.6)');
    fc.assert(
      fc.property(fc.nat(100), fc.integer({ min: -50, max: 200 }), fc.nat(100), fc.nat(200), (a, b, c, d) => {
        const bend = { x1: a / 100, y1: b / 100, x2: c / 100, y2: d / 100 };
        expect(bendOf(curveText(bend))).toEqual(bend);
        expect(CSS.supports('transition-timing-function', curveText(bend))).toBeTrue();
      }),
    );
    for (const other of [
      'steps(4)',
      'linear(0, 0.4, 1)',
      'var(--calm)',
      'cubic-bezier(1, 2)',
      '',
      'cubic-bezier(a, 0, 0, 1)',
    ])
      expect(bendOf(other)).withContext(other).toBeUndefined();
  });
});
