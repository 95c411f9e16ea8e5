import { stillPart as still } from './testing/still-part';
import type { Slice, SweptPart } from '../review/sweep/slice';
import { faultsAt } from '../review/sweep/faults';
import { sumOf, troubleAt } from './trouble';

/** A part as laid out, calm in everything that is not said. */
function laid(id: string, kind: string, over: Partial<SweptPart> = {}): SweptPart {
  const box = over.box ?? { left: 0, top: 0, width: 390, height: 100 };
  return { id, kind, parent: undefined, ...still, box, port: box, ...over };
}

/** Lines of 24 px below each other. */
const lines = (count: number, width = 300, top = 0) =>
  Array.from({ length: count }, (_, index) => ({ left: 0, top: top + index * 24, width, height: 24 }));
const slice = (parts: readonly SweptPart[], width = 390, scrollWidth = width): Slice => ({
  width,
  scrollWidth,
  parts: new Map(parts.map((one) => [one.id, one])),
});
const weight = (...parts: SweptPart[]): number => troubleAt(slice(parts), 844).weight;

const title = (fontSize: number, over: Partial<SweptPart> = {}): SweptPart =>
  laid('title', 'heading', { level: 1, fontSize, ...over });
const below = (fontSize: number): SweptPart => laid('below', 'heading', { level: 2, fontSize });
const reading = (fontSize: number): SweptPart => laid('reading', 'text', { fontSize, characters: 400 });

describe('The trouble of a layout', () => {
  it('is none of a calm one', () => {
    expect(
      troubleAt(
        slice([
          laid('s', 'section', { paddingX: 40, paddingY: 96 }),
          title(40, { lines: lines(2) }),
          below(28),
          reading(16),
        ]),
        844,
      ),
    ).toEqual({ faults: 0, weight: 0 });
  });

  it('counts every fault the sweep tells, and more the further something sticks out', () => {
    const wide = (by: number): Slice =>
      slice([laid('image', 'image', { box: { left: 0, top: 0, width: 390 + by, height: 200 } })], 390, 390 + by);
    for (const by of [30, 120]) expect(troubleAt(wide(by), 844).faults).toBe(faultsAt(wide(by)).length);
    expect(troubleAt(wide(30), 844).faults).toBe(1);
    expect(troubleAt(wide(120), 844).weight).toBeGreaterThan(troubleAt(wide(30), 844).weight);
  });

  // WCAG 2.2, 2.5.8: targets of 24 by 24 CSS px at least.
  it('weighs targets under 24 px, and none of 24', () => {
    const button = (height: number): SweptPart =>
      laid('button', 'button', { box: { left: 0, top: 0, width: 80, height } });
    expect(weight(button(23))).toBeGreaterThan(0);
    expect(weight(button(24))).toBe(0);
  });

  // Handbooks of typography: sizes follow the order of the headings' levels, and each heading stands off from what
  // is read (Bringhurst, chapter 8; from memory).
  it('weighs headings whose sizes do not follow their levels', () => {
    expect(weight(title(32), below(32), reading(16))).toBe(0);
    expect(weight(title(28), below(36), reading(16))).toBeGreaterThan(0);
    expect(weight(title(28), below(48), reading(16))).toBeGreaterThan(weight(title(28), below(36), reading(16)));
  });
  it('weighs a largest heading that does not stand off from the reading text by a step of the scale', () => {
    expect(weight(title(19.2), reading(16))).toBe(0);
    expect(weight(title(17), reading(16))).toBeGreaterThan(0);
    expect(weight(title(17))).toBe(0);
  });

  it('weighs headings of many lines or larger than the screen bears, and spaces that take much of it', () => {
    expect(weight(title(40, { lines: lines(6) }))).toBeGreaterThan(weight(title(40, { lines: lines(5) })));
    expect(weight(title(72))).toBeGreaterThan(0);
    expect(weight(laid('s', 'section', { paddingX: 160 }))).toBeGreaterThan(
      weight(laid('s', 'section', { paddingX: 100 })),
    );
    expect(weight(laid('s', 'section', { paddingY: 240 }))).toBeGreaterThan(0);
    expect(weight(laid('s', 'section', { paddingY: 240, display: 'none' }))).toBe(0);
  });

  it('of several widths is the sum of theirs', () => {
    expect(sumOf([])).toEqual({ faults: 0, weight: 0 });
    expect(
      sumOf([
        { faults: 1, weight: 12 },
        { faults: 2, weight: 0.5 },
      ]),
    ).toEqual({ faults: 3, weight: 12.5 });
  });
});
