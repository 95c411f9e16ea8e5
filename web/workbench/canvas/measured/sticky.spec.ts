import fc from 'fast-check';
import { frameWith, type TestFrame } from '../../../testing/frame';
import { measurePage, naturalBox } from '../measuring';
import { randomly } from '@core/document/testing/randomly';
import { paintOrder } from '@core/geometry/paint-order';
import { keepingOffset, metOnTheWay, stickyStops, stickyTravel } from '@core/geometry/sticky';

const name = (id: string): string => id;
const facts = (frame: TestFrame) => ({ page: measurePage(frame.document), natural: naturalBox(frame.find('s')) });
const kinds = (frame: TestFrame): string[] => {
  const { page, natural } = facts(frame);
  return stickyStops(page, 's', natural, name).map((one) => one.kind);
};
/** Two columns: the sticky one beside long content. */
const twoColumns = (sticky: string, section = '', row = 'display:flex', inner = ''): string =>
  `<section data-part="sec" style="padding:100px 20px;${section}"><div data-part="row" style="${row}"><div data-part="s" style="position:sticky;width:100px;height:80px;${sticky}">${inner}</div><div data-part="long" style="width:200px;height:1200px"></div></div></section><section data-part="next" style="height:900px"></section>`;

describe('Sticky travel', () => {
  // Chromium itself: the page is scrolled, and where the part stands is measured (CSS Positioned Layout 3 §6.3).
  it('is where Chromium lets it stick and where its parent takes it along, on random pages', () => {
    let stuck = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const edge = random.pick(['top', 'bottom']);
        const offset = random.pick([0, 20, 100, 150]);
        const padding = random.below(80);
        const frame = frameWith(
          `<div style="height:${100 + random.below(500)}px"></div><div data-part="sec" style="padding:${padding}px 0 ${random.below(60)}px;border-top:${random.below(5)}px solid;${random.chance(0.3) ? 'overflow:clip' : ''}"><div style="height:${random.below(300)}px"></div><div data-part="s" style="position:sticky;${edge}:${offset}px;height:${20 + random.below(120)}px;margin:${random.below(20)}px 0 ${random.below(20)}px"></div><div style="height:${random.below(900)}px"></div></div><div style="height:1500px"></div>`,
        );
        frame.view.scrollTo(0, random.below(1200));
        const { page, natural } = facts(frame);
        const [travel] = stickyTravel(page, 's', natural);
        const flow = natural.top + frame.view.scrollY;
        for (const scroll of [
          0,
          travel!.from - 5,
          travel!.from + 1,
          (travel!.from + travel!.to) / 2,
          travel!.to - 1,
          travel!.to + 30,
          travel!.to + 200,
        ]) {
          frame.view.scrollTo(0, Math.max(Math.round(scroll), 0));
          const at = frame.view.scrollY;
          const top = frame.find('s').getBoundingClientRect().top;
          const shift =
            edge === 'top'
              ? Math.min(Math.max(at - travel!.from, 0), travel!.to - travel!.from)
              : -Math.min(Math.max(travel!.to - at, 0), travel!.to - travel!.from);
          if (shift !== 0) stuck++;
          if (Math.abs(top - (flow - at + shift)) > 1)
            throw new Error(`at ${at}: ${top}, said ${flow - at + shift}; travel ${JSON.stringify(travel)}`);
        }
        frame.remove();
      }),
      { numRuns: 60 },
    );
    expect(stuck).toBeGreaterThan(60);
  });

  // Common practice: an offset equal to the section's top padding keeps the place it had: 100 → 100, 120 → 120.
  it('offers the offset that keeps the place it had', () => {
    for (const padding of [100, 120]) {
      const frame = frameWith(twoColumns('align-self:start', `padding-top:${padding}px`));
      const { page, natural } = facts(frame);
      expect(keepingOffset(page, 's', natural)).toBe(padding);
      frame.remove();
    }
  });

  it('counts in the scroll of a box that scrolls inside', () => {
    const frame = frameWith(
      '<div data-part="box" style="height:200px;overflow:auto"><div style="height:50px"></div><div data-part="in" style="height:600px"><div data-part="s" style="position:sticky;top:10px;height:40px"></div></div></div>',
    );
    const { page, natural } = facts(frame);
    expect(stickyTravel(page, 's', natural)).toEqual([{ edge: 'top', offset: 10, from: 40, to: 600, scroller: 'box' }]);
    frame.find('box').scrollTop = 300;
    expect(frame.find('s').getBoundingClientRect().top).toBe(10);
    frame.remove();
  });
});

describe('What stops a sticky part', () => {
  const cases: readonly (readonly [string, string, string[]])[] = [
    ['nothing, when it sticks', twoColumns('top:100px;align-self:start'), []],
    ['no inset', twoColumns('align-self:start'), ['no-inset']],
    ['an ancestor’s overflow', twoColumns('top:0;align-self:start', 'overflow:hidden'), ['overflow']],
    ['stretching', twoColumns('top:0;height:auto'), ['stretched']],
    [
      'a parent no taller than itself',
      '<div data-part="sec" style="padding:40px"><div data-part="p"><div data-part="s" style="position:sticky;top:0;height:80px"></div></div></div><div style="height:2000px"></div>',
      ['no-room'],
    ],
  ];
  for (const [what, html, expected] of cases)
    it(`is ${what}, as Chromium’s scrolling shows`, () => {
      const frame = frameWith(html);
      expect(kinds(frame)).toEqual(expected);
      const flow = frame.find('s').getBoundingClientRect().top;
      frame.view.scrollTo(0, 400);
      const stuck = Math.abs(frame.find('s').getBoundingClientRect().top - (flow - 400)) > 1;
      expect(stuck).toBe(expected.length === 0);
      frame.remove();
    });

  it('is cured by the cure it names', () => {
    for (const [what, html, expected] of cases) {
      const frame = frameWith(html);
      const { page, natural } = facts(frame);
      const cure = stickyStops(page, 's', natural, name)[0]?.cure;
      if (expected.length > 0 && expected[0] !== 'no-room') {
        expect(cure).withContext(what).toBeDefined();
        for (const property of cure!.properties) frame.find(cure!.part).style.setProperty(property, cure!.value);
        expect(kinds(frame)).withContext(what).toEqual([]);
      }
      frame.remove();
    }
  });

  // Common practice: a section with a z-index lets its sticky text show over the next section, unless that one has
  // a higher one.
  it('is a later section that passes over it, or lets it show over that one', () => {
    const html = (z: string): string =>
      `<section data-part="sec" style="position:relative;z-index:1"><div data-part="s" style="position:sticky;top:0;height:100px;margin-bottom:-300px"></div><div data-part="tall" style="height:500px"></div></section><section data-part="next" style="position:relative;z-index:${z};height:900px;margin-top:-200px"></section>`;
    for (const [z, kind] of [
      ['2', 'covered'],
      ['0', 'covers'],
    ] as const) {
      const frame = frameWith(html(z));
      const { page, natural } = facts(frame);
      const order = paintOrder(page).map((one) => one.part);
      const met = metOnTheWay(page, 'sec', page.parts.get('sec')!.box, () => true, name);
      expect(met).toEqual([]);
      const over = (other: string): boolean => order.indexOf(other) > order.indexOf('s');
      const said = metOnTheWay(page, 's', natural, over, name).filter((one) => one.sentence.includes('next'));
      frame.view.scrollTo(0, 260);
      const box = frame.find('s').getBoundingClientRect();
      const next = frame.find('next').getBoundingClientRect();
      if (next.top < box.bottom) {
        const top = (frame.document.elementsFromPoint(10, Math.max(next.top + 1, box.top + 1))[0] as HTMLElement)
          .dataset['part'];
        expect(top).toBe(z === '2' ? 'next' : 's');
        expect(said.map((one) => one.kind)).toEqual([kind]);
      }
      frame.remove();
    }
  });
});
