import fc from 'fast-check';
import { distances } from './distances';
import { grips, guidesOf, moveBy, resize } from './resize';
import { lengthIn, unitOf, writtenIn, type Basis } from './units';

const basis: Basis = { whole: 400, fontSize: 20, rootFontSize: 16, viewport: { width: 1280, height: 800 }, ch: 10 };
const box = { left: 100, top: 100, width: 200, height: 100 };
const none = { x: [], y: [] };

describe('Units', () => {
  // Common practice: 100 px of a 400 px parent are 25 %; 5vw in a full-width section equal 5 %.
  it('change and keep the measured size', () => {
    expect(lengthIn(100, '%', basis)).toBe('25%');
    expect(lengthIn(64, 'vw', basis)).toBe('5vw');
    expect(lengthIn(64, '%', { ...basis, whole: 1280 })).toBe('5%');
    expect(lengthIn(50, 'em', basis)).toBe('2.5em');
    expect(lengthIn(400, 'svh', basis)).toBe('50svh');
    expect(lengthIn(100, '%', { ...basis, whole: undefined })).toBe('100px');
  });
  it('write at most 0.002 px more than there are, and never less, in few digits', () => {
    expect(writtenIn(38, 'rem', 16)).toBe('2.375rem');
    expect(writtenIn(-38, 'em', 19)).toBe('-2em');
    expect(writtenIn(0, 'em', 19)).toBe('0em');
    fc.assert(
      fc.property(fc.integer({ min: -2000, max: 4000 }), fc.double({ min: 0.5, max: 40, noNaN: true }), (px, one) => {
        const over = Math.abs(Number.parseFloat(writtenIn(px, 'em', one)) * one) - Math.abs(px);
        expect(over).toBeGreaterThan(-1e-4);
        expect(over).toBeLessThan(0.002);
      }),
    );
  });
  it('are known from single lengths alone', () =>
    expect(['5%', '0', 'auto', 'calc(1px + 2%)', '-3.5em'].map(unitOf)).toEqual([
      '%',
      'px',
      undefined,
      undefined,
      'em',
    ]));
});

describe('Dragging a grip', () => {
  it('moves its own edge and leaves the opposite one', () => {
    expect(resize(box, 'right', { x: 41, y: 99 }, none, { unsnapped: true, both: false }).box).toEqual({
      ...box,
      width: 241,
    });
    expect(resize(box, 'left', { x: -40, y: 0 }, none, { unsnapped: true, both: false }).box).toEqual({
      ...box,
      left: 60,
      width: 240,
    });
    expect(resize(box, 'bottom-right', { x: 10, y: -30 }, none, { unsnapped: true, both: false }).box).toEqual({
      ...box,
      width: 210,
      height: 70,
    });
  });
  it('moves both sides from the middle when asked to', () => {
    expect(resize(box, 'right', { x: 20, y: 0 }, none, { unsnapped: true, both: true }).box).toEqual({
      ...box,
      left: 80,
      width: 240,
    });
  });
  it('snaps to round sizes and to the edges of others, unless held free', () => {
    expect(resize(box, 'right', { x: 39, y: 0 }, none, { unsnapped: false, both: false }).box.width).toBe(240);
    const met = resize(box, 'right', { x: 45, y: 0 }, { x: [347], y: [] }, { unsnapped: false, both: false });
    expect(met.box.width).toBe(247);
    expect(met.met.x).toBe(347);
    expect(resize(box, 'right', { x: 45, y: 0 }, { x: [347], y: [] }, { unsnapped: true, both: false }).box.width).toBe(
      245,
    );
  });
  it('never turns a box inside out', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...grips),
        fc.integer({ min: -900, max: 900 }),
        fc.integer({ min: -900, max: 900 }),
        fc.boolean(),
        fc.boolean(),
        (grip, x, y, unsnapped, both) => {
          const after = resize(box, grip, { x, y }, guidesOf([{ left: 20, top: 30, width: 50, height: 60 }]), {
            unsnapped,
            both,
          }).box;
          expect(after.width).toBeGreaterThanOrEqual(0);
          expect(after.height).toBeGreaterThanOrEqual(0);
          if (!both && grip.includes('right')) expect(after.left).toBe(box.left);
          if (!both && grip.includes('left')) expect(after.left + after.width).toBeCloseTo(box.left + box.width, 6);
        },
      ),
    );
  });
  it('draws a moved part to the nearest edge or middle of others', () => {
    expect(moveBy(box, { x: 48, y: 0 }, { x: [150], y: [] }, { unsnapped: false, both: false })).toEqual({
      x: 50,
      y: 0,
      met: { x: 150, y: undefined },
    });
    expect(moveBy(box, { x: 48, y: 0 }, { x: [150], y: [] }, { unsnapped: true, both: false }).x).toBe(48);
  });
});

describe('Distances', () => {
  it('are the gaps between two parts that stand apart', () => {
    expect(distances(box, { left: 340, top: 120, width: 50, height: 50 })).toEqual([
      { axis: 'x', from: { x: 300, y: 145 }, length: 40 },
    ]);
    expect(distances(box, { left: 150, top: 20, width: 50, height: 50 })).toEqual([
      { axis: 'y', from: { x: 175, y: 70 }, length: 30 },
    ]);
    expect(distances(box, { left: 400, top: 300, width: 9, height: 9 }).map((one) => one.length)).toEqual([100, 100]);
  });
  it('are the four distances to what holds the part', () => {
    const around = distances(box, { left: 60, top: 80, width: 400, height: 300 });
    expect(around.map(({ axis, length }) => `${axis} ${length}`)).toEqual(['x 40', 'x 160', 'y 20', 'y 180']);
  });
});
