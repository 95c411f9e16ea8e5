import fc from 'fast-check';
import { RandomPages } from '@core/document/testing/random-page';
import { randomly } from '@core/document/testing/randomly';
import { frameWith } from '../../../testing/frame';
import { measurePage, partsAt } from '../measuring';
import type { Point } from '@core/geometry/box';
import type { MeasuredPage } from '@core/geometry/measured';
import { stackingContextOf, formsContext, paintOrder, pileAt, pileWithReasons } from '@core/geometry/paint-order';

/** Nested boxes that overlap by negative margins, insets, transforms and z-indexes. */
function pile(random: RandomPages, depth: number, count: { n: number }): string {
  let out = '';
  for (let left = 1 + random.below(3); left > 0 && count.n < 16; left--) {
    const id = `p${++count.n}`;
    const style = [
      `width:${60 + random.below(160)}px`,
      `height:${30 + random.below(120)}px`,
      `margin:${random.below(30) - 20}px 0 0 ${random.below(60) - 20}px`,
      `flex:none`,
      random.chance(0.5)
        ? `position:${random.pick(['relative', 'absolute', 'sticky', 'fixed', 'static'])};left:${random.below(80)}px;top:${random.below(60)}px`
        : '',
      random.chance(0.4) ? `z-index:${random.pick([-2, -1, 0, 1, 2])}` : '',
      depth === 0 && random.chance(0.4) ? `order:${random.pick([-1, 1, 2])}` : '',
      random.chance(0.15) ? `opacity:${random.pick(['0.5', '0.9', '1'])}` : '',
      random.chance(0.1) ? 'transform:translate(8px,-6px)' : '',
      random.chance(0.08)
        ? random.pick([
            'isolation:isolate',
            'filter:blur(0px)',
            'mix-blend-mode:multiply',
            'will-change:transform',
            'contain:paint',
            'contain:layout',
            'will-change:opacity',
            'perspective:300px',
            'rotate:0deg',
          ])
        : '',
      random.chance(0.15) ? `overflow:${random.pick(['hidden', 'clip', 'auto'])};scrollbar-width:none` : '',
      random.chance(0.05) ? 'visibility:hidden' : '',
      `display:${random.pick(['block', 'block', 'flex', 'grid', 'flex', 'contents'])}`,
    ];
    out += `<div data-part="${id}" style="${style.filter(Boolean).join(';')}">${depth > 0 ? pile(random, depth - 1, count) : ''}</div>`;
  }
  return out;
}

/** Chromium tests hits on whole pixels: a point at a fractional edge says nothing. */
const atAnEdge = (page: MeasuredPage, { x, y }: Point): boolean =>
  [...page.parts.values()].some(({ box, lines }) =>
    [box, ...lines].some(
      (one) =>
        [one.left, one.left + one.width].some((edge) => Math.abs(edge - x) < 1) ||
        [one.top, one.top + one.height].some((edge) => Math.abs(edge - y) < 1),
    ),
  );

/**
 * Chromium paints an item with an order beside positioned boxes inside its neighbours as if it had none, where a
 * parent without a box (`contents`) brings the two together; CSS Flexbox 1 §5.4 has the order count there too.
 */
function withoutStrayOrder(document: Document): void {
  for (const one of document.querySelectorAll<HTMLElement>('[data-part]'))
    if (one.parentElement?.style.display === 'contents') one.style.order = '';
}

describe('What lies over what', () => {
  // Chromium's own answer: Document.elementsFromPoint (CSSOM View 1 §5) over random piles of boxes.
  it('is what Chromium says, at every point of random pages', () => {
    let compared = 0;
    let deep = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const frame = frameWith(pile(random, 3, { n: 0 }));
        withoutStrayOrder(frame.document);
        const page = measurePage(frame.document);
        const painted = paintOrder(page);
        for (let count = 0; count < 30; count++) {
          const point = { x: random.below(380) + 0.5, y: random.below(380) + 0.5 };
          if (atAnEdge(page, point)) continue;
          const theirs = frame.document
            .elementsFromPoint(point.x, point.y)
            .flatMap((one) => (one as HTMLElement).dataset['part'] ?? []);
          const mine = pileAt(page, point, painted);
          const there = partsAt(frame.document, point);
          expect(
            pileAt(
              measurePage(frame.document, (id) => there.has(id)),
              point,
            ),
          ).toEqual(mine); // what lies there is enough to know
          compared++;
          if (theirs.length > 3) deep++;
          if (mine.filter((id) => id !== 'root').join() !== theirs.filter((id) => id !== 'root').join())
            throw new Error(
              `at ${point.x}, ${point.y}: ${mine.join()} but Chromium has ${theirs.join()}\n${JSON.stringify(theirs.map((id) => ({ id, ...page.parts.get(id)?.box, l: page.parts.get(id)?.lines })))}\n${frame.document.body.innerHTML}`,
            );
        }
        frame.remove();
      }),
      { numRuns: 150 },
    );
    expect(compared).toBeGreaterThan(2500);
    expect(deep).toBeGreaterThan(100); // of random piles: about twice as many
  });

  // CSS 2.2 Appendix E.2, steps 1 to 10, in words: background, negative z-index, blocks, floats and inline, z-index
  // 0 and auto, positive.
  it('follows the ten steps of CSS 2.2 Appendix E', () => {
    const box = (id: string, style: string, inside = ''): string =>
      `<div data-part="${id}" style="width:100px;height:100px;margin-bottom:-100px;${style}">${inside}</div>`;
    const frame = frameWith(
      box('positive', 'position:relative;z-index:1') +
        box('auto', 'position:relative') +
        box('zero', 'position:relative;z-index:0') +
        box('inline', 'display:inline-block;vertical-align:top') +
        box('block', '') +
        box('negative', 'position:relative;z-index:-1'),
    );
    const order = paintOrder(measurePage(frame.document)).map((one) => one.part);
    expect(order).toEqual(['root', 'negative', 'block', 'inline', 'auto', 'zero', 'positive']);
    frame.remove();
  });

  it('names the stacking context of each, and why it is one', () => {
    const frame = frameWith(
      '<section data-part="faded" style="opacity:0.9"><p data-part="high" style="position:relative;z-index:99;margin:0">High</p></section><p data-part="low" style="position:relative;z-index:1;margin:-20px 0 0;height:40px">Low</p>',
    );
    const page = measurePage(frame.document);
    expect(pileAt(page, { x: 5, y: 5 }).slice(0, 3)).toEqual(['low', 'high', 'faded']);
    expect(stackingContextOf(page, 'high')).toBe('faded');
    expect(stackingContextOf(page, 'low')).toBeUndefined();
    expect(formsContext(page, page.parts.get('faded')!)).toBe('its opacity is 0.9');
    const [low, high] = pileWithReasons(page, { x: 5, y: 5 });
    expect(low).toEqual({ part: 'low', context: undefined, forms: 'its z-index is 1', because: 'z-index 1' });
    expect(high?.context).toBe('faded');
    frame.remove();
  });
});
