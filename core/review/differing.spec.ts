import fc from 'fast-check';
import { placesThatDiffer, type PaintedPage } from './differing';

interface Patch {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Painted by hand: white, with black patches. */
function painted(width: number, sections: PaintedPage['sections'], patches: readonly Patch[] = []): PaintedPage {
  const height = sections.reduce((most, one) => Math.max(most, one.top + one.height), 0);
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (const { x, y, w, h } of patches)
    for (let row = y; row < Math.min(height, y + h); row++)
      for (let column = x; column < Math.min(width, x + w); column++) {
        const at = (row * width + column) * 4;
        data[at] = data[at + 1] = data[at + 2] = 0;
      }
  return { width, height, data, sections };
}

describe('Where two pictures of a page differ', () => {
  const two = [
    { id: 'head', top: 0, height: 100 },
    { id: 'foot', top: 100, height: 80 },
  ];

  it('is nowhere where they are the same, and around what was painted where they are not', () => {
    const plain = painted(200, two, [{ x: 10, y: 10, w: 30, h: 20 }]);
    expect(placesThatDiffer(plain, plain)).toEqual([]);
    const box = { left: 120, top: 110, width: 40, height: 12 };
    const more = painted(200, two, [
      { x: 10, y: 10, w: 30, h: 20 },
      { x: 120, y: 110, w: 40, h: 12 },
    ]);
    expect(placesThatDiffer(plain, more)).toEqual([{ before: box, after: box }]);
  });

  it('is nowhere in what only moved, because something above it is higher now', () => {
    const before = painted(200, two, [{ x: 20, y: 130, w: 50, h: 20 }]);
    const lower = [two[0]!, { id: 'new', top: 100, height: 60 }, { id: 'foot', top: 160, height: 80 }];
    const after = painted(200, lower, [{ x: 20, y: 190, w: 50, h: 20 }]);
    expect(placesThatDiffer(before, after)).toEqual([{ after: { left: 0, top: 100, width: 200, height: 60 } }]);
    expect(placesThatDiffer(after, before)).toEqual([{ before: { left: 0, top: 100, width: 200, height: 60 } }]);
  });

  it('is below the old end of a section that grew, on the new side alone', () => {
    const [was, is] = [[{ id: 'a', top: 0, height: 50 }], [{ id: 'a', top: 0, height: 90 }]];
    const places = placesThatDiffer(painted(100, was), painted(100, is, [{ x: 5, y: 60, w: 20, h: 20 }]));
    expect(places.length).toBe(1);
    expect(places[0]?.before).toBeUndefined();
    expect(places[0]?.after?.top).toBe(50); // what was not there before is a difference, white or not
  });

  it('is the whole of both where the screens are not equally wide', () => {
    expect(placesThatDiffer(painted(100, two), painted(200, two))).toEqual([
      {
        before: { left: 0, top: 0, width: 100, height: 180 },
        after: { left: 0, top: 0, width: 200, height: 180 },
      },
    ]);
  });

  it('holds every pixel that differs, for patches anywhere, each box as small as what it holds', () => {
    const patch = fc.record({
      x: fc.integer({ min: 0, max: 190 }),
      y: fc.integer({ min: 0, max: 170 }),
      w: fc.integer({ min: 4, max: 60 }),
      h: fc.integer({ min: 4, max: 60 }),
    });
    fc.assert(
      fc.property(fc.array(patch, { minLength: 1, maxLength: 4 }), (patches) => {
        const whole = [{ id: 'a', top: 0, height: 180 }];
        const places = placesThatDiffer(painted(200, whole), painted(200, whole, patches)).map((one) => one.after!);
        for (const { x, y, w, h } of patches) {
          const [right, bottom] = [Math.min(200, x + w), Math.min(180, y + h)];
          const holds = places.some(
            (one) => one.left <= x && one.top <= y && one.left + one.width >= right && one.top + one.height >= bottom,
          );
          expect(holds).withContext(JSON.stringify({ patches, places })).toBeTrue();
        }
        const least = Math.min(...patches.map((one) => one.x));
        expect(Math.min(...places.map((one) => one.left))).toBe(least);
      }),
      { numRuns: 60 },
    );
  });
});
