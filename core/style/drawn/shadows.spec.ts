import fc from 'fast-check';
import { firstShadow, lightOf, shadowsOf, shadowText, thrownBy, type Shadow } from './shadows';

const shadows = fc.array(
  fc.record<Shadow>({
    x: fc.integer({ min: -60, max: 60 }),
    y: fc.integer({ min: -60, max: 60 }),
    blur: fc.nat(80),
    spread: fc.integer({ min: -20, max: 20 }),
    colour: fc.constantFrom('', '#22333b', 'rgb(0 0 0 / 0.4)', 'currentcolor', 'oklch(60% 0.1 200)'),
    inset: fc.boolean(),
  }),
  { maxLength: 4 },
);

function computed(property: string, value: string): string {
  const probe = document.body.appendChild(document.createElement('p'));
  probe.style.setProperty(property, value);
  const text = getComputedStyle(probe).getPropertyValue(property);
  probe.remove();
  return text;
}

describe('Shadows', () => {
  // Chromium: what it computes of the value as it is written, and of the same put together from what was read.
  it('are the ones Chromium computes, read from whatever it writes and written again', () => {
    fc.assert(
      fc.property(shadows, (some) => {
        const seen = computed('box-shadow', shadowText(some));
        const read = shadowsOf(seen);
        if (!read || read.length !== some.length)
          throw new Error(`${shadowText(some)} is read as ${JSON.stringify(read)}`);
        if (computed('box-shadow', shadowText(read)) !== seen) throw new Error(`${seen} becomes ${shadowText(read)}`);
        read.forEach((one, at) => {
          const { x, y, blur, spread, inset } = some[at]!;
          expect([one.x, one.y, one.blur, one.spread, one.inset]).toEqual([x, y, blur, spread, inset]);
        });
      }),
    );
    expect(computed('text-shadow', shadowText([{ ...firstShadow, colour: '' }]))).toContain('0px 4px 16px');
  });

  it('in other units, sums, or as a token as a whole are left as they are typed', () => {
    for (const value of ['1em 2px red', '0 calc(1px + 1vw) red', 'var(--soft)', '1px', '1px 2px 3px 4px 5px', 'a b c'])
      expect(shadowsOf(value)).withContext(value).toBeUndefined();
    expect(shadowsOf('none')).toEqual([]);
    expect(shadowsOf('0 2px 4px var(--ink)')).toEqual([
      { x: 0, y: 2, blur: 4, spread: 0, colour: 'var(--ink)', inset: false },
    ]);
    expect(shadowsOf('INSET 0 0 0 2PX RED')![0]).toEqual(jasmine.objectContaining({ spread: 2, inset: true }));
  });

  it('are thrown away from the light', () => {
    expect(lightOf({ ...firstShadow, x: 0, y: 10 })).toEqual({ angle: 0, distance: 10 }); // from above, downwards
    expect(lightOf({ ...firstShadow, x: 10, y: 0 })).toEqual({ angle: 270, distance: 10 }); // from the left
    const { x, y } = thrownBy(firstShadow, { angle: 315, distance: 20 }); // from the upper left
    expect([x, y]).toEqual([14, 14]);
    fc.assert(
      fc.property(fc.nat(359), fc.integer({ min: 5, max: 100 }), (angle, distance) => {
        const back = lightOf(thrownBy(firstShadow, { angle, distance }));
        const off = Math.abs(((back.angle - angle + 540) % 360) - 180);
        if (off > 60 / distance + 1) throw new Error(`${angle}° comes back as ${back.angle}°`);
        if (Math.abs(back.distance - distance) > 1) throw new Error(`${distance} comes back as ${back.distance}`);
      }),
    );
  });
});
