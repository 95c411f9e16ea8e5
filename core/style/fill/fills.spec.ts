import fc from 'fast-check';
import { blankSite } from '../../document/site';
import { checkValue } from '../value';
import {
  fillChanges,
  fillLayersOf,
  layerProperties,
  newLayer,
  paintedLayers,
  readLayers,
  typedLayers,
  type FillLayer,
  type LayerProperty,
} from './fills';
import { firstGradient } from './gradient';

const initial = (property: LayerProperty): string => newLayerText[property] ?? 'none';
const newLayerText: Partial<Record<LayerProperty, string>> = { ...newLayer({ is: 'text', text: '' }).values };
type Values = Partial<Record<LayerProperty, string>>;
const saying =
  (values: Values) =>
  (property: LayerProperty): string =>
    values[property] ?? initial(property);
const read = (values: Values): FillLayer[] => fillLayersOf(saying(values));

/** What Chromium computes of every layer's own value, one after the other. */
function computed(values: Readonly<Record<string, string>>): string[][] {
  const probe = document.body.appendChild(document.createElement('p'));
  for (const [property, value] of Object.entries(values)) probe.style.setProperty(property, value);
  const style = getComputedStyle(probe);
  const found = layerProperties.map((property) =>
    style.getPropertyValue(property).split(property === 'background-image' ? /, (?=[a-z]+-gradient)/ : ', '),
  );
  probe.remove();
  const count = found[0]!.length;
  return Array.from({ length: count }, (_, index) => found.map((list) => list[index % list.length]!));
}

const images = fc.constantFrom(
  'linear-gradient(rgb(255, 0, 0), rgb(0, 0, 255))',
  'linear-gradient(45deg, rgb(255, 0, 0) 10%, rgb(0, 0, 255) 80%)',
  'radial-gradient(circle at 20% 30%, rgb(255, 0, 0), rgb(0, 128, 0))',
  'linear-gradient(rgb(0, 0, 0), rgb(0, 0, 0))',
);
const values = fc.record({
  'background-image': fc.array(images, { minLength: 1, maxLength: 4 }).map((all) => all.join(', ')),
  'background-size': fc
    .array(fc.constantFrom('cover', 'contain', '40%', 'auto'), { minLength: 1, maxLength: 3 })
    .map((all) => all.join(', ')),
  'background-position-x': fc.constantFrom('0%', '10%, 90%', 'left, 40%, 60%'),
  'background-repeat': fc.constantFrom('repeat', 'no-repeat, repeat', 'no-repeat'),
  'background-blend-mode': fc.constantFrom('normal', 'multiply, normal, screen'),
});

describe('The layers of a background', () => {
  // Chromium: the value it computes for each layer, where lists begin again and where layers change places.
  it('have the values Chromium gives each of them, in whatever order they are put', () => {
    fc.assert(
      fc.property(values, fc.nat(), (some, seed) => {
        const before = read(some);
        const each = computed(some);
        expect(before.length).toBe(each.length);
        const order = before
          .map((_, index) => index)
          .toSorted((a, b) => (((a + 1) * (seed + 7)) % 5) - (((b + 1) * (seed + 7)) % 5));
        const changes = fillChanges(
          saying(some),
          order.map((index) => before[index]!),
        );
        expect(computed({ ...some, ...changes })).toEqual(order.map((index) => each[index]!));
      }),
    );
  });

  it('say nothing new where nothing is another', () => {
    fc.assert(fc.property(values, (some) => expect(fillChanges(saying(some), read(some))).toEqual({})));
    expect(
      fillChanges(saying({ 'background-size': 'initial' }), [newLayer({ is: 'gradient', gradient: firstGradient })]),
    ).toEqual({
      'background-image': 'linear-gradient(rgb(0 0 0 / 0), rgb(0 0 0 / 0.7))',
    });
    expect(fillChanges(saying({ 'background-image': 'linear-gradient(red, blue)' }), [])).toEqual({
      'background-image': 'none',
    });
    for (const none of ['none', 'inherit', 'initial', '']) expect(read({ 'background-image': none })).toEqual([]);
  });

  it('are a colour, a gradient, a picture, or what can only be typed', () => {
    const is = (image: string): string =>
      read({ 'background-image': image })
        .map(({ fill }) => fill.is)
        .join(' ');
    // common practice: black at 50 % over a photograph
    expect(is('linear-gradient(rgb(0 0 0 / 0.5), rgb(0 0 0 / 0.5)), url("picture:pier")')).toBe('colour picture');
    expect(is('linear-gradient(red, blue), none, var(--sky), linear-gradient(red 3px, blue)')).toBe(
      'gradient text text text',
    );
  });

  it('are switched off without being lost, and painted nowhere then', () => {
    const site = blankSite('s', 'Site', 'site');
    const both: Values = { 'background-image': 'linear-gradient(red, blue), url("picture:pier")' };
    const two = read(both);
    const { 'background-image': off } = fillChanges(saying(both), two.with(0, { ...two[0]!, isOff: true }));
    expect(off).toBe('var(--_off, linear-gradient(red, blue)), url("picture:pier")');
    expect(paintedLayers(off!)).toBe('none, url("picture:pier")');
    expect(readLayers(off!)).toBe('off(linear-gradient(red, blue)), url("picture:pier")');
    expect(typedLayers(readLayers(off!))).toBe(off!);
    expect(read({ 'background-image': off! })).toEqual(two.with(0, { ...two[0]!, isOff: true }));
    expect(checkValue(site, 'background-image', 'var(--_off, linear-gradient(red, blue)), none')).toEqual({
      ok: true,
      value: 'var(--_off, linear-gradient(red, blue)), none',
    });
    for (const [property, unkind] of [
      ['color', 'var(--_off, red)'],
      ['background-image', 'var(--_off, red)'],
      ['background-image', 'var(--_off)'],
      ['background-image', 'var(--_off,)'],
      ['background-image', 'linear-gradient(var(--_off, red), blue)'],
      ['background-image', 'var(--_off, var(--_off, none))'],
      ['background-image', 'var(--_off, url(http://elsewhere))'],
      ['background-image', 'var(--_off, image-set("http://elsewhere" 1x))'],
      ['background-image', 'var(--_off, none, none)'],
    ] as const)
      expect(checkValue(site, property, unkind).ok)
        .withContext(unkind)
        .toBeFalse();
  });
});
