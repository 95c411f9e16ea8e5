import fc from 'fast-check';
import { blankSite } from '../../document/site';
import { checkValue } from '../value';
import type { Place } from './clips';
import { cropOf, cropValues, mayBeCropped, nearest, placeAt, ratioText, seenOf, widerBy, type Crop } from './crops';

const fresh: Readonly<Record<string, string>> = {
  'object-fit': 'cover',
  'object-position': '50% 50%',
  'aspect-ratio': 'auto',
  'object-view-box': 'none',
};
const saying =
  (values: Readonly<Record<string, string>>) =>
  (property: string): string =>
    values[property] ?? fresh[property] ?? '0';

const share = fc.integer({ min: 0, max: 1000 }).map((one) => one / 10);
const crop: fc.Arbitrary<Crop> = fc.record({
  ratio: fc.constantFrom(undefined, 1, 3 / 2, 4 / 3, 16 / 9, 3 / 4, 1.618),
  at: fc.record({ x: share, y: share }),
  zoom: fc.integer({ min: 100, max: nearest * 100 }).map((one) => one / 100),
});

/** A picture of 60 by 40 squares, each of a colour that tells its place, as a file. */
async function tellingPicture(width: number, height: number): Promise<string> {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d')!;
  const data = context.createImageData(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      data.data.set([(x * 255) / (width - 1), (y * 255) / (height - 1), 0, 255], (y * width + x) * 4);
  context.putImageData(data, 0, 0);
  await Promise.resolve();
  return canvas.toDataURL('image/png');
}

const frame = { width: 120, height: 90 };
/**
 * What Chromium paints of a picture with these values at places of its box, in percent of the picture: its colour
 * there. The page is drawn into an SVG, the only way a page may see its own pixels.
 */
async function paintedAt(
  values: Readonly<Record<string, string>>,
  picture: { readonly width: number; readonly height: number },
  places: readonly Place[],
): Promise<(Place | undefined)[]> {
  const style = Object.entries({ ...values, display: 'block', width: '80px', height: '60px', margin: '15px 20px' })
    .map(([property, value]) => `${property}:${value}`)
    .join(';');
  const file = await tellingPicture(picture.width, picture.height);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${frame.width}" height="${frame.height}"><foreignObject width="100%" height="100%"><img xmlns="http://www.w3.org/1999/xhtml" src="${file}" style="${style}"/></foreignObject></svg>`;
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [frame.width, frame.height];
  const context = canvas.getContext('2d')!;
  context.drawImage(image, 0, 0);
  return places.map(({ x, y }) => {
    const [red = 0, green = 0, , seen = 0] = context.getImageData(20 + (x / 100) * 80, 15 + (y / 100) * 60, 1, 1).data;
    return seen < 200 ? undefined : { x: (red / 255) * 100, y: (green / 255) * 100 };
  });
}

describe('A crop', () => {
  it('is read from the values it is written as, which every site takes', () => {
    const site = blankSite('s', 'S', 'site');
    fc.assert(
      fc.property(crop, (one) => {
        const values = cropValues(saying({}), one);
        for (const [property, value] of Object.entries(values))
          expect(checkValue(site, property, value))
            .withContext(`${property}: ${value}`)
            .toEqual({ ok: true, value });
        const read = cropOf(saying(values))!;
        expect(read.at).toEqual(one.at);
        expect(Math.abs(read.zoom - one.zoom)).toBeLessThan(0.03); // what is left out is written in tenths of a percent
        expect(read.ratio === undefined ? undefined : Math.abs(read.ratio - one.ratio!) < 0.001).toBe(
          one.ratio === undefined ? undefined : true,
        );
        expect(Object.keys(cropValues(saying(values), { ...read, zoom: one.zoom }))).toEqual([]); // nothing is said twice
      }),
    );
  });

  it('that is let go of shows the whole picture again', () => {
    const values = cropValues(saying({}), { ratio: 1, at: { x: 20, y: 30 }, zoom: 2 });
    const back = cropValues(saying(values), { ratio: undefined, at: { x: 50, y: 50 }, zoom: 1 });
    expect({ ...fresh, ...values, ...back }).toEqual({ ...fresh, height: 'auto' });
  });

  it('tells how many times wider than its box the picture is drawn', () => {
    expect(widerBy('none')).toBe(1);
    expect(widerBy('inset(0% 50% 50% 0%)')).toBe(2);
    expect(widerBy('inset(30% 37.5% 30% 37.5%)')).toBe(2.5); // the side that is cropped less decides
    expect(widerBy('inset(60% 60% 60% 60%)')).toBe(1);
  });

  it('is no crop where the place, or the part that is shown, are somebody’s own', () => {
    for (const [property, value] of [
      ['object-view-box', 'inset(10% 20% 10% 0%)'],
      ['object-view-box', 'inset(4px)'],
      ['object-position', '12px 4px'],
    ] as const)
      expect(cropOf(saying({ [property]: value })))
        .withContext(value)
        .toBeUndefined();
    expect(cropOf(saying({ 'object-fit': 'contain' }))).toBeUndefined();
    expect(mayBeCropped(saying({ 'object-fit': 'contain' }))).toBeTrue();
    expect(mayBeCropped(saying({ 'object-view-box': 'inset(4px)' }))).toBeFalse();
    const nearer = cropValues(saying({}), { ratio: undefined, at: { x: 20, y: 30 }, zoom: 2 });
    expect(cropOf(saying({ ...nearer, 'object-position': '50% 50%' }))).toBeUndefined();
    for (const [written, x, y] of [
      ['left top', 0, 0],
      ['top', 50, 0],
      ['right', 100, 50],
      ['bottom left', 0, 100],
      ['25%', 25, 50],
    ] as const)
      expect(cropOf(saying({ 'object-position': written }))?.at)
        .withContext(written)
        .toEqual({ x, y });
  });

  // Chromium’s own pixels.
  it('shows of a picture what it says, and nothing outside its box', async () => {
    const picture = { width: 120, height: 60 };
    const inside = [
      { x: 4, y: 5 },
      { x: 50, y: 50 },
      { x: 95, y: 94 },
    ];
    const outside = [
      { x: -8, y: 50 },
      { x: 108, y: 50 },
      { x: 50, y: -10 },
      { x: 50, y: 110 },
    ];
    for (const one of [
      { at: { x: 50, y: 50 }, zoom: 1 },
      { at: { x: 0, y: 100 }, zoom: 1 },
      { at: { x: 20, y: 30 }, zoom: 1.5 },
      { at: { x: 100, y: 0 }, zoom: 2 },
      { at: { x: 71.5, y: 12.5 }, zoom: 4 },
    ]) {
      const seen = seenOf(one, picture, { width: 80, height: 60 });
      const values = cropValues(saying({}), { ...one, ratio: undefined });
      const painted = await paintedAt({ 'object-fit': 'cover', ...values }, picture, [...inside, ...outside]);
      expect(painted.slice(inside.length)).toEqual(outside.map(() => undefined));
      inside.forEach((place, index) => {
        const is = painted[index]!;
        const meant = {
          x: seen.x + ((place.x + 0.6) / 100) * seen.width,
          y: seen.y + ((place.y + 0.8) / 100) * seen.height,
        };
        expect(Math.abs(is.x - meant.x))
          .withContext(JSON.stringify([one, place, is, meant]))
          .toBeLessThan(2);
        expect(Math.abs(is.y - meant.y))
          .withContext(JSON.stringify([one, place, is, meant]))
          .toBeLessThan(2);
      });
    }
  });

  // Chromium’s own pixels.
  it('keeps its corners as round as they were', async () => {
    const picture = { width: 80, height: 60 };
    const round = Object.fromEntries(
      ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => [`border-${corner}-radius`, '24px']),
    );
    const corners = [
      { x: 2, y: 2 },
      { x: 6, y: 8 },
      { x: 12, y: 16 },
      { x: 97, y: 96 },
    ];
    const plain = await paintedAt({ 'object-fit': 'cover', ...round }, picture, corners);
    const values = cropValues(saying({}), { ratio: undefined, at: { x: 30, y: 60 }, zoom: 2.5 });
    const nearer = await paintedAt({ 'object-fit': 'cover', ...round, ...values }, picture, corners);
    expect(nearer.map((one) => one === undefined)).toEqual(plain.map((one) => one === undefined));
    expect(plain.map((one) => one === undefined)).toEqual([true, true, false, true]);
  });

  it('moves as far as what is seen of the picture does', () => {
    const [picture, box] = [
      { width: 300, height: 200 },
      { width: 100, height: 100 },
    ];
    fc.assert(
      fc.property(share, share, fc.integer({ min: 110, max: 400 }), (x, y, zoom) => {
        const seen = seenOf({ at: { x, y }, zoom: zoom / 100 }, picture, box);
        const same = placeAt(seen, seen, { x, y });
        expect(same.x).toBeCloseTo(x, 6);
        expect(same.y).toBeCloseTo(y, 6);
        expect(placeAt(seen, { x: 1000, y: -1000 }, { x, y })).toEqual({ x: 100, y: 0 });
      }),
    );
    const whole = seenOf({ at: { x: 30, y: 40 }, zoom: 1 }, picture, { width: 300, height: 200 });
    expect(placeAt(whole, { x: 10, y: 10 }, { x: 30, y: 40 })).toEqual({ x: 30, y: 40 });
  });

  it('writes ratios as people do', () => {
    expect([1, 3 / 2, 16 / 9, 4 / 3, 3 / 4, 4 / 5, 1.618, 2.35].map(ratioText)).toEqual([
      '1/1',
      '3/2',
      '16/9',
      '4/3',
      '3/4',
      '4/5',
      '1.618',
      '2.35',
    ]);
  });
});
