import fc from 'fast-check';
import { frameWith } from '../../../testing/frame';
import { measurePage } from '../measuring';
import { firstScreen, type Seen } from '@core/geometry/first-screen';

const kinds: Readonly<Record<string, Seen>> = {
  top: { kind: 'section', section: true },
  second: { kind: 'section', section: true },
  third: { kind: 'section', section: true },
  title: { kind: 'heading', section: false },
  go: { kind: 'button', section: false },
  photo: { kind: 'image', section: false, isPicture: true },
};
const looked = (html: string, width = 400, height = 400) => {
  const frame = frameWith(html, width, height);
  const found = firstScreen(measurePage(frame.document), (id) => kinds[id]);
  frame.remove();
  return found;
};

describe('The first screen', () => {
  it('tells what stands above the fold, what it cuts, and nothing of what lies below', () => {
    const { sections, heading, button } = looked(
      '<div data-part="top" style="height:300px"><h1 data-part="title" style="margin:0">A title</h1></div><div data-part="second" style="height:300px"><div style="height:120px"></div><a data-part="go">Go</a></div><div data-part="third" style="height:90px"></div>',
    );
    expect(sections).toEqual([
      { part: 'top', fold: 'above', end: 300 },
      { part: 'second', fold: 'cut', end: 600 },
    ]);
    expect(heading).toEqual(jasmine.objectContaining({ part: 'title', fold: 'above' }));
    expect(button).toEqual(jasmine.objectContaining({ part: 'go', fold: 'below' }));
  });
  it('ends where the screen ends: a part that ends there is above, one that begins there is below', () => {
    const { sections } = looked(
      '<div data-part="top" style="height:400px"></div><div data-part="second" style="height:10px"></div>',
    );
    expect(sections).toEqual([{ part: 'top', fold: 'above', end: 400 }]);
  });
  it('shares the screen out: a picture over its upper half, words on it, the rest empty', () => {
    const { picture, text, empty } = looked(
      '<div data-part="photo" style="height:200px"><p data-part="title" style="font:20px/20px monospace">words</p></div>',
    );
    expect(picture + text).toBeCloseTo(0.5, 2);
    expect(text).toBeGreaterThan(0.003);
    expect(empty).toBeCloseTo(0.5, 2);
    expect(looked('').empty).toBe(1);
  });
  it('counts what Chromium finds at random points: the share of those on a picture is the share told', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            left: fc.integer({ min: -50, max: 380 }),
            top: fc.integer({ min: -50, max: 380 }),
            width: fc.integer({ min: 8, max: 300 }),
            height: fc.integer({ min: 8, max: 300 }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        (boxes) => {
          const frame = frameWith(
            boxes
              .map(
                ({ left, top, width, height }) =>
                  `<div data-part="photo" style="position:absolute;left:${left}px;top:${top}px;width:${width}px;height:${height}px"></div>`,
              )
              .join(''),
          );
          let hits = 0;
          for (let x = 2; x < 400; x += 4)
            for (let y = 2; y < 400; y += 4)
              if (frame.document.elementFromPoint(x, y)?.getAttribute('data-part') === 'photo') hits++;
          const measured = measurePage(frame.document);
          const parts = new Map(
            boxes.map((box, index) => [`${index}`, { ...measured.parts.get('photo')!, box, id: `${index}` }]),
          );
          frame.remove();
          const { picture } = firstScreen({ ...measured, parts }, () => ({
            kind: 'image',
            section: false,
            isPicture: true,
          }));
          expect(Math.abs(picture - hits / 10_000)).toBeLessThan(0.03); // cells are rounded to 4 px
        },
      ),
      { numRuns: 40 },
    );
  });
});
