import fc from 'fast-check';
import { properties } from '../properties';
import {
  borderValues,
  edgeSides,
  quoteBar,
  radiusOf,
  radiusText,
  strokeAs,
  strokeOf,
  strokePlace,
  strokePlaces,
  strokeValues,
  type Said,
} from './edges';
import { painted } from '../testing/painted';

type Values = Readonly<Record<string, string>>;
const initial = new Map(properties.map(({ name, initial: value }) => [name, value]));
const saying =
  (values: Values): Said =>
  (property) =>
    values[property] ?? initial.get(property) ?? '';

const start: Values = Object.fromEntries(
  edgeSides.flatMap((side) => [
    [`border-${side}-width`, '6px'],
    [`border-${side}-style`, 'solid'],
    [`border-${side}-color`, 'rgb(255 0 0)'],
  ]),
);
const cssOf = (values: Values): string =>
  Object.entries(values)
    .map((one) => one.join(':'))
    .join(';');

/** What is seen along the middle row of a box of 40 px in a field of 80: how many red px outside of it, and inside. */
async function seen(values: Values): Promise<{ outside: number; inside: number; width: number }> {
  const box = 'box-sizing:content-box;position:absolute;left:20px;top:20px;width:40px;height:40px';
  const probe = document.body.appendChild(document.createElement('div'));
  probe.style.cssText = `${box};${cssOf(values)}`;
  const width = probe.offsetWidth;
  probe.remove();
  const row = await painted(`${box};${cssOf(values)}`, { width: 80, height: 80 });
  const isRed = (x: number): boolean => row[(40 * 80 + x) * 4]! > 200 && row[(40 * 80 + x) * 4 + 3]! > 200;
  const reds = Array.from({ length: 80 }, (_, x) => x).filter(isRed);
  const right = 20 + width;
  return {
    outside: reds.filter((x) => x < 20 || x >= right).length,
    inside: reds.filter((x) => x >= 20 && x < right).length,
    width,
  };
}

describe('A line along an edge', () => {
  // Chromium: what it paints, and how wide the box becomes.
  it('stands on the edge, outside or inside of it, with the same width and colour', async () => {
    const of = async (place: (typeof strokePlaces)[number], from: Values = start): Promise<Values> => ({
      ...from,
      ...strokeAs(place, saying(from)),
    });
    const [on, outside, inside] = [await of('on'), await of('outside'), await of('inside')];
    expect(await seen(on)).toEqual({ outside: 0, inside: 12, width: 52 });
    expect(await seen(outside)).toEqual({ outside: 12, inside: 0, width: 40 });
    expect(await seen(inside)).toEqual({ outside: 0, inside: 12, width: 40 });
    for (const from of [on, outside, inside])
      for (const place of strokePlaces) {
        const again = await of(place, from);
        expect(strokePlace(saying(again))).toBe(place);
        expect(strokeOf(saying(again))).toEqual({
          width: '6px',
          style: 'solid',
          colour: jasmine.stringMatching(/^rgb\(255 0 0\)$/),
        });
        expect((await seen(again)).width).toBe(place === 'on' ? 52 : 40);
      }
  });

  it('becomes wider, of another colour or none, wherever it stands', async () => {
    for (const place of strokePlaces) {
      const line = { ...start, ...strokeAs(place, saying(start)) };
      const wide = { ...line, ...strokeValues(saying(line), { width: '9px' }) };
      const found = await seen(wide);
      expect(found.inside + found.outside)
        .withContext(place)
        .toBe(18);
      const blue = { ...wide, ...strokeValues(saying(wide), { colour: 'blue' }) };
      expect([strokeOf(saying(blue)).colour, (await seen(blue)).inside])
        .withContext(place)
        .toEqual(['blue', 0]);
      const none = { ...wide, ...strokeValues(saying(wide), { style: 'none' }) };
      expect(strokePlace(saying(none)))
        .withContext(place)
        .toBeUndefined();
    }
  });

  it('leaves other shadows as they are, and begins where there is none', () => {
    const shadow = { 'box-shadow': '0 4px 16px rgb(0 0 0/0.25)' };
    const inside = { ...shadow, ...strokeAs('inside', saying({ ...shadow, ...start })) };
    expect(inside['box-shadow']).toBe('inset 0 0 0 6px rgb(255 0 0), 0 4px 16px rgb(0 0 0/0.25)');
    expect(strokeAs('on', saying(inside))['box-shadow']).toBe('0 4px 16px rgb(0 0 0/0.25)');
    expect(strokePlace(saying({}))).toBeUndefined();
    expect(strokeAs('outside', saying({}))).toEqual({
      'outline-width': '2px',
      'outline-style': 'solid',
      'outline-color': 'currentcolor',
    });
  });

  it('is seen once its kind, its width or its colour is chosen for a side', () => {
    expect(borderValues(saying({}), ['left'], { style: 'dashed' })).toEqual({
      'border-left-style': 'dashed',
      'border-left-width': '2px',
    });
    expect(borderValues(saying({}), ['left'], { width: '5px' })).toEqual({
      'border-left-style': 'solid',
      'border-left-width': '5px',
    });
    expect(borderValues(saying({}), ['top'], { colour: 'red' })).toEqual({
      'border-top-style': 'solid',
      'border-top-width': '2px',
      'border-top-color': 'red',
    });
    expect(borderValues(saying(start), ['top', 'left'], { colour: 'blue' })).toEqual({
      'border-top-color': 'blue',
      'border-left-color': 'blue',
    });
    expect(borderValues(saying(start), ['top'], { style: 'none' })).toEqual({ 'border-top-style': 'none' });
  });

  // common practice: a quote with a bar on its left
  it('is a quote’s bar in one step, and the words keep off it', async () => {
    const values = quoteBar('rgb(255 0 0)');
    expect(await seen(values)).toEqual({ outside: 0, inside: 4, width: 60 });
  });
});

describe('The radius of a corner', () => {
  // Chromium: what it computes of it.
  it('is read in px across and down, and written as Chromium would', () => {
    fc.assert(
      fc.property(fc.nat(90), fc.nat(90), (x, y) => {
        const text = radiusText({ x, y });
        expect(radiusOf(text)).toEqual({ x, y });
        const probe = document.body.appendChild(document.createElement('div'));
        probe.style.borderTopLeftRadius = text;
        expect(getComputedStyle(probe).borderTopLeftRadius).toBe(text);
        probe.remove();
      }),
    );
    for (const other of ['50%', '1em', 'var(--soft)', 'calc(1px + 1px)', '1px 2px 3px'])
      expect(radiusOf(other)).withContext(other).toBeUndefined();
    expect(radiusOf('0')).toEqual({ x: 0, y: 0 });
  });
});
