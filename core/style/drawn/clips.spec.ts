import fc from 'fast-check';
import { blankSite } from '../../document/site';
import { checkValue } from '../value';
import { clipOf, clipPoints, clipText, firstClips, withClipPoint, withCorner, type Clip, type Place } from './clips';

const box = { width: 300, height: 160 };

/** Whether Chromium finds a part that is cut so at a place, in percent of its box. */
function isHit(value: string, places: readonly Place[]): boolean[] {
  const one = document.createElement('div');
  one.style.cssText = `position:fixed;left:40px;top:40px;width:${box.width}px;height:${box.height}px;z-index:99999`;
  one.style.clipPath = value;
  document.body.append(one);
  const hits = places.map(
    ({ x, y }) => document.elementFromPoint(40 + (x / 100) * box.width, 40 + (y / 100) * box.height) === one,
  );
  one.remove();
  return hits;
}
function computed(value: string): string {
  const one = document.createElement('div');
  one.style.clipPath = value;
  document.body.append(one);
  const said = getComputedStyle(one).clipPath;
  one.remove();
  return said;
}

describe('A shape a part is cut to', () => {
  const share = fc.integer({ min: 0, max: 100 });
  const place = fc.record({ x: share, y: share });
  const clip: fc.Arbitrary<Clip> = fc.oneof(
    fc.record({ shape: fc.constant('circle' as const), x: share, y: share, radius: share }),
    fc.record({ shape: fc.constant('ellipse' as const), x: share, y: share, across: share, down: share }),
    fc.record({
      ...{ shape: fc.constant('inset' as const), top: share, right: share, bottom: share, left: share },
      round: fc.constantFrom('', '8px'),
    }),
    fc.record({ shape: fc.constant('polygon' as const), points: fc.array(place, { minLength: 3, maxLength: 6 }) }),
  );

  // Chromium's own computed style.
  it('is read as it was written, and means the same to Chromium', () => {
    fc.assert(
      fc.property(clip, (one) => {
        expect(clipOf(clipText(one))).toEqual(one);
        expect(clipOf(computed(clipText(one)))).toEqual(one);
      }),
    );
  });

  it('may be written in fewer words; in lengths, or by a token, it is left to be typed', () => {
    expect(clipOf('circle(40%)')).toEqual({ shape: 'circle', x: 50, y: 50, radius: 40 });
    expect(clipOf('ellipse(20% 30% at left top)')).toEqual({
      ...firstClips.ellipse,
      x: 0,
      y: 0,
      across: 20,
      down: 30,
    } as Clip);
    expect(clipOf('inset(5% 10%)')).toEqual({ shape: 'inset', top: 5, right: 10, bottom: 5, left: 10, round: '' });
    for (const other of [
      'none',
      'circle(closest-side)',
      'inset(4px)',
      'polygon(0 0, 10px 0, 0 4px)',
      'var(--cut)',
      'circle(-4%)',
    ])
      expect(clipOf(other)).withContext(other).toBeUndefined();
  });

  // Chromium finds what is under a pointer only inside the shape.
  it('has its points where Chromium cuts', () => {
    const cases: readonly (readonly [Clip, number, Place])[] = [
      [firstClips.circle, 1, { x: 70, y: 50 }],
      [firstClips.ellipse, 1, { x: 75, y: 50 }],
      [firstClips.ellipse, 2, { x: 50, y: 70 }],
    ];
    for (const [from, at, to] of cases) {
      const moved = withClipPoint(from, at, to, box);
      const edge = clipPoints(moved, box)[at]!;
      expect([edge.x, edge.y].map(Math.round)).toEqual([to.x, to.y]);
      const inward = { x: edge.x + (50 - edge.x) * 0.08, y: edge.y + (50 - edge.y) * 0.08 };
      const outward = { x: edge.x - (50 - edge.x) * 0.08, y: edge.y - (50 - edge.y) * 0.08 };
      expect(isHit(clipText(moved), [inward, outward]))
        .withContext(clipText(moved))
        .toEqual([true, false]);
    }
    const cut = withClipPoint(firstClips.inset, 0, { x: 30, y: 40 }, box);
    expect(
      isHit(clipText(cut), [
        { x: 32, y: 43 },
        { x: 28, y: 43 },
        { x: 32, y: 37 },
      ]),
    ).toEqual([true, false, false]);
    expect(clipText(withClipPoint(cut, 1, { x: 10, y: 10 }, box))).toBe('inset(40% 70% 60% 30%)'); // no further than the other
  });

  it('of corners gets another one between two, and looks the same', () => {
    const { points } = firstClips.polygon as Extract<Clip, { shape: 'polygon' }>;
    const more = withCorner(points, 3);
    expect(more[4]).toEqual({ x: 0, y: 50 });
    const places = Array.from({ length: 40 }, (_, at) => ({ x: (at * 37) % 100, y: (at * 61) % 100 }));
    expect(isHit(clipText({ shape: 'polygon', points: more }), places)).toEqual(
      isHit(clipText(firstClips.polygon), places),
    );
    const site = blankSite('s', 'Site', 'site');
    for (const one of Object.values(firstClips))
      expect(checkValue(site, 'clip-path', clipText(one))).toEqual({ ok: true, value: clipText(one) });
  });
});
