import fc from 'fast-check';
import { originMoved, pivotOf, shifted, skewed, stretched, turned, type Point } from '@core/geometry/transformed';
import { frameWith } from '../../../testing/frame';
import { transformedPart } from './transformed-part';

const held = { unsnapped: true, both: false };
const transforms = fc.record({
  rotate: fc.integer({ min: -170, max: 170 }).map((angle) => `${angle}deg`),
  scale: fc.constantFrom('none', '0.5', '1.4', '1.2 0.8'),
  translate: fc.constantFrom('none', '12px -8px', '-50% 10px'),
  transform: fc.constantFrom('none', 'skewX(-8deg)', 'skewY(4deg)'),
  'transform-origin': fc.constantFrom('50% 50%', '0% 0%', '100% 20%', '10px 30px'),
});
type Transforms = Readonly<Record<string, string | undefined>>;

/** A part so transformed, with a speck at a place of its own. */
function withPart<T>(values: Transforms, look: (part: HTMLElement, seen: (place: Point) => Point) => T): T {
  const frame = frameWith(
    '<div data-part="p" style="position:absolute;left:120px;top:150px;width:140px;height:60px"><i data-part="speck" style="position:absolute;width:0;height:0"></i></div>',
  );
  const [part, speck] = [frame.find('p'), frame.find('speck')];
  for (const [property, value] of Object.entries(values)) part.style.setProperty(property, value ?? '');
  const seen = ({ x, y }: Point): Point => {
    speck.style.left = `${x}px`;
    speck.style.top = `${y}px`;
    const { left, top } = speck.getBoundingClientRect();
    return { x: left, y: top };
  };
  try {
    return look(part, seen);
  } finally {
    frame.remove();
  }
}
const apart = (one: Point, other: Point): number => Math.hypot(one.x - other.x, one.y - other.y);
const angle = (from: Point, to: Point): number => (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
const set = (part: HTMLElement, values: Transforms | undefined): void => {
  for (const [property, value] of Object.entries(values ?? {})) part.style.setProperty(property, value ?? '');
};

// Chromium: where it lays a speck inside the part.
describe('A transformed part', () => {
  it('stays at the point it is turned about', () => {
    fc.assert(
      fc.property(transforms, (values) =>
        withPart(values, (part, seen) => {
          const whole = transformedPart(part);
          expect(apart(pivotOf(whole), seen(whole.origin))).toBeLessThan(0.6);
        }),
      ),
      { numRuns: 60 },
    );
  });

  it('is turned so that what is held lies the way it is dragged', () => {
    fc.assert(
      fc.property(transforms, fc.integer({ min: 0, max: 399 }), fc.integer({ min: 0, max: 399 }), (values, x, y) =>
        withPart({ ...values, transform: 'none', scale: '1.2' }, (part, seen) => {
          const whole = transformedPart(part);
          const [corner, to] = [
            { x: 140, y: -40 },
            { x, y },
          ];
          const from = seen(corner);
          const pivot = pivotOf(whole);
          if (apart(pivot, to) < 20) return;
          set(part, turned(whole, from, to, held));
          const off = Math.abs(angle(pivot, seen(corner)) - angle(pivot, to)) % 360;
          expect(Math.min(off, 360 - off)).toBeLessThan(1.2); // whole degrees
        }),
      ),
      { numRuns: 60 },
    );
  });

  it('is scaled, moved and skewed so that what is held is where it is dragged', () => {
    fc.assert(
      fc.property(transforms, fc.integer({ min: 30, max: 250 }), (values, far) =>
        withPart({ ...values, transform: 'none' }, (part, seen) => {
          const corner = { x: 140, y: 60 };
          const before = transformedPart(part);
          const pivot = pivotOf(before);
          const from = seen(corner);
          if (apart(pivot, from) < 25) return;
          const way = far / apart(pivot, from);
          set(
            part,
            stretched(
              before,
              from,
              { x: pivot.x + (from.x - pivot.x) * way, y: pivot.y + (from.y - pivot.y) * way },
              held,
            ),
          );
          expect(apart(pivot, seen(corner)) / far).toBeGreaterThan(0.9);
          expect(apart(pivot, seen(corner)) / far).toBeLessThan(1.1);

          const start = seen(corner);
          set(part, shifted(transformedPart(part), values.translate, { x: 33, y: -21 }, held));
          const moved = seen(corner);
          expect(apart({ x: moved.x - start.x, y: moved.y - start.y }, { x: 33, y: -21 })).toBeLessThan(1);
        }),
      ),
      { numRuns: 60 },
    );
    withPart({}, (part, seen) => {
      const edge = { x: 70, y: 0 };
      const start = seen(edge);
      set(part, skewed(transformedPart(part), 'x', 'none', { x: 20, y: 0 }, held));
      expect(Math.abs(seen(edge).x - start.x - 20)).toBeLessThan(1);
      expect(part.style.transform).toMatch(/^skewX\(-3[34]deg\)$/);
      const whole = transformedPart(part);
      expect(skewed(whole, 'y', part.style.transform, { x: 0, y: 9 }, held)).toBeUndefined();
      expect(skewed(whole, 'x', 'matrix(1, 0, 0, 1, 0, 0)', { x: 9, y: 0 }, held)).toBeUndefined();
    });
  });

  it('has the point that stays where it is dragged, and is drawn to its corners', () => {
    fc.assert(
      fc.property(transforms, fc.integer({ min: 0, max: 140 }), fc.integer({ min: 0, max: 60 }), (values, x, y) =>
        withPart(values, (part, seen) => {
          const to = seen({ x, y });
          set(part, originMoved(transformedPart(part), to, held));
          const after = transformedPart(part).origin;
          expect(apart(after, { x, y })).toBeLessThan(2);
        }),
      ),
      { numRuns: 60 },
    );
    withPart({ rotate: '10deg' }, (part, seen) => {
      const near = seen({ x: 3, y: 58 });
      expect(originMoved(transformedPart(part), near, { unsnapped: false, both: false })).toEqual({
        'transform-origin': '0% 100%',
      });
    });
  });

  // common practice: a picture turned by −10°
  it('is drawn to every fifteenth degree, to round scales, and is free with Shift', () => {
    withPart({}, (part, seen) => {
      const whole = transformedPart(part);
      const [pivot, from] = [pivotOf(whole), seen({ x: 70, y: -30 })];
      const by = (degrees: number): Point => {
        const at = ((-90 + degrees) * Math.PI) / 180;
        return { x: pivot.x + Math.cos(at) * 60, y: pivot.y + Math.sin(at) * 60 };
      };
      const snapped = { unsnapped: false, both: false };
      expect(turned(whole, from, by(-10), snapped)).toEqual({ rotate: '-10deg' });
      expect(turned(whole, from, by(43), snapped)).toEqual({ rotate: '45deg' });
      expect(turned(whole, from, by(43), held)).toEqual({ rotate: '43deg' });
      expect(turned(whole, from, by(1), snapped)).toEqual({ rotate: 'none' });
      expect(stretched(whole, { x: pivot.x + 50, y: pivot.y }, { x: pivot.x + 51, y: pivot.y }, snapped)).toEqual({
        scale: 'none',
      });
      expect(stretched(whole, { x: pivot.x + 50, y: pivot.y }, { x: pivot.x + 76, y: pivot.y }, snapped)).toEqual({
        scale: '1.5',
      });
    });
  });
});
