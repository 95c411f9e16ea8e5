import fc from 'fast-check';
import { frameWith } from '../../../testing/frame';
import { measurePage } from '../measuring';
import { randomly } from '@core/document/testing/randomly';
import { flexLengths, type FlexItem } from '@core/geometry/flex-lengths';
import { areaBox, cellsBetween, gridLines, placement } from '@core/geometry/grid-cells';
import { expanded, readTracks, trackSizes } from '@core/geometry/grid-tracks';
import { flexStory, sizeOfFr } from '@core/geometry/space-shared';

const px = (number: number, unit: string): number | undefined =>
  unit === 'px' ? number : unit === 'em' ? number * 14 : undefined;
const item = (basis: number, grow = 0, shrink = 1, min = 0, max = Infinity): FlexItem => ({
  basis,
  grow,
  shrink,
  around: 0,
  min,
  max,
});
const sizes = (items: readonly FlexItem[], room: number, gaps = 0): number[] =>
  flexLengths(items, room, gaps).map((one) => Math.round(one.size * 100) / 100);

describe('Flexible lengths (CSS Flexbox 1 §9.7)', () => {
  // CSS Flexbox 1 §7.1.1, the figure of “basic values of flex”, and the notes of §7.3 and §9.7.
  it('follow the standard’s own examples', () => {
    // “flex: 1 1 0”: space in proportion
    expect(sizes([item(0, 1), item(0, 1), item(0, 2)], 400)).toEqual([100, 100, 200]);
    // “flex: 1 1 auto”: only the extra space
    expect(sizes([item(40, 1), item(60, 1), item(100, 2)], 400)).toEqual([90, 110, 200]);
    // factors summing to less than 1 take less than all
    expect(sizes([item(100, 0.5), item(100, 0)], 400)).toEqual([200, 100]);
    expect(sizes([item(300, 0, 1), item(100, 0, 1)], 200)).toEqual([150, 50]); // shrinking is scaled by the base size
    expect(sizes([item(300, 0, 0), item(100, 0, 1)], 200)).toEqual([300, 0]);
  });
  it('stop at minimum and maximum and give the rest to the others', () => {
    expect(sizes([item(0, 1, 1, 0, 50), item(0, 1), item(0, 1)], 350)).toEqual([50, 150, 150]);
    expect(sizes([item(200, 0, 1, 180), item(200, 0, 1)], 300)).toEqual([180, 120]);
    expect(flexLengths([item(0, 1, 1, 0, 50), item(0, 1)], 200).map((one) => one.stopped)).toEqual(['max', undefined]);
  });
  it('are Chromium’s, on random lines', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const items = Array.from({ length: 1 + random.below(5) }, () => {
          const min = random.chance(0.3) ? random.below(150) : 0;
          return item(
            random.below(250),
            random.pick([0, 0.2, 0.5, 1, 2]),
            random.pick([0, 0.3, 1, 3]),
            min,
            random.chance(0.3) ? min + random.below(150) : Infinity,
          );
        });
        const gap = random.pick([0, 10]);
        const room = 100 + random.below(700);
        const frame = frameWith(
          `<div style="display:flex;width:${room}px;gap:${gap}px">${items.map((one) => `<i data-part="x" style="flex:${one.grow} ${one.shrink} ${one.basis}px;min-width:${one.min}px;${one.max < Infinity ? `max-width:${one.max}px` : ''}"></i>`).join('')}</div>`,
          1000,
        );
        const theirs = [...frame.document.querySelectorAll('i')].map((one) => one.getBoundingClientRect().width);
        frame.remove();
        flexLengths(items, room, gap * (items.length - 1)).forEach(({ size }, index) => {
          if (Math.abs(size - theirs[index]!) > 0.1)
            throw new Error(`${size} but Chromium has ${theirs.join()} for ${JSON.stringify(items)} in ${room}`);
        });
      }),
      { numRuns: 200 },
    );
  });
});

describe('Grid tracks (CSS Grid 1 §11)', () => {
  const track = (list: string, room: number, gap = 0): number[] =>
    trackSizes(expanded(readTracks(list, px)!, room, gap), room, gap).map((one) => Math.round(one * 100) / 100);
  // CSS Grid 1 §7.2, §7.2.3 and §7.2.4: the standard's own examples, sizes worked out for a definite room.
  it('follow the standard’s own examples', () => {
    expect(track('100px 1fr 200px', 600)).toEqual([100, 300, 200]);
    expect(track('1fr 2fr', 300)).toEqual([100, 200]);
    expect(track('repeat(4, 10px 30px)', 400)).toEqual([10, 30, 10, 30, 10, 30, 10, 30]);
    expect(track('repeat(auto-fill, 100px)', 350)).toEqual([100, 100, 100]);
    expect(track('0.2fr 0.2fr', 100)).toEqual([20, 20]); // flex factors below one take only that much
    expect(track('minmax(100px, 1fr) 4fr', 200)).toEqual([100, 100]);
  });
  it('say nothing about lists they do not know', () => {
    expect(readTracks('subgrid', px)).toBeUndefined();
    expect(readTracks('fit-content(40px) 1fr', px)).toBeUndefined();
    expect(readTracks('[a] 1fr [b] 2fr', px)?.tracks.length).toBe(2);
  });
  it('are Chromium’s, on random lists', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const one = (): string =>
          random.pick([
            '1fr',
            '2fr',
            '0.3fr',
            '80px',
            '20%',
            'minmax(50px, 1fr)',
            'minmax(40px, 160px)',
            'minmax(10%, 2fr)',
            'auto',
            '3em',
            'repeat(2, 1fr)',
            'repeat(2, 30px 1fr)',
          ]);
        const auto = random.chance(0.25)
          ? `repeat(${random.pick(['auto-fill', 'auto-fit'])}, ${random.pick(['60px', 'minmax(90px, 1fr)'])}) `
          : '';
        const fixed = (): string => random.pick(['80px', '20%', 'minmax(50px, 1fr)']);
        const list = auto + Array.from({ length: 1 + random.below(4) }, auto === '' ? one : fixed).join(' ');
        const gap = random.pick([0, 10, 24]);
        const room = 200 + random.below(800);
        const read = expanded(readTracks(list, px)!, room, gap);
        const frame = frameWith(
          `<div data-part="g" style="display:grid;width:${room}px;column-gap:${gap}px;grid-template-columns:${list}">${'<i></i>'.repeat(read.length)}</div>`,
          1200,
        );
        const theirs = frame.view
          .getComputedStyle(frame.find('g'))
          .gridTemplateColumns.split(' ')
          .map(Number.parseFloat);
        frame.remove();
        const mine = trackSizes(read, room, gap);
        if (mine.length !== theirs.length || mine.some((size, index) => Math.abs(size - theirs[index]!) > 0.1))
          throw new Error(`${list} in ${room}, gap ${gap}: ${mine.join()} but Chromium has ${theirs.join()}`);
      }),
      { numRuns: 200 },
    );
  });
});

describe('How space was shared, told', () => {
  it('is the story of Chromium’s own sizes for flex items of a definite basis', () => {
    const frame = frameWith(
      '<div data-part="row" style="display:flex;width:500px;gap:10px"><i data-part="a" style="flex:1 1 0px;padding:5px"></i><i data-part="b" style="flex:2 1 100px;max-width:150px"></i><i data-part="c" style="flex:0 0 20%"></i></div>',
      600,
    );
    const page = measurePage(frame.document);
    const all = ['a', 'b', 'c'].map((id) => page.parts.get(id)!);
    const [a, b, c] = all.map((one) => flexStory(one, page.parts.get('row')!, all));
    expect(a).toEqual({ basis: 0, share: 220, free: 270, stopped: undefined });
    expect(b).toEqual({ basis: 100, share: 50, free: 270, stopped: 'max' });
    expect(c?.share).toBe(0);
    frame.remove();
  });
  it('is left untold where contents decide', () => {
    const frame = frameWith(
      '<div data-part="row" style="display:flex;width:500px"><i data-part="a" style="flex:1">words</i><i data-part="b" style="flex:0 1 auto">more words</i></div>',
      600,
    );
    const page = measurePage(frame.document);
    const all = ['a', 'b'].map((id) => page.parts.get(id)!);
    expect(flexStory(all[0]!, page.parts.get('row')!, all)).toBeUndefined();
    frame.remove();
  });
  it('says what one fr came to', () => {
    expect(sizeOfFr('1fr 2fr', [100, 200], 300, 0)).toBe(100);
    expect(sizeOfFr('100px 1fr', [100, 190], 300, 10)).toBe(190);
    expect(sizeOfFr('1fr 1fr', [180, 120], 300, 0)).toBeUndefined();
    expect(sizeOfFr('100px 50px', [100, 50], 300, 0)).toBeUndefined();
  });
});

describe('Cells of a laid-out grid', () => {
  const grid = (style: string): string =>
    `<div data-part="g" style="display:grid;width:420px;height:300px;padding:10px;gap:20px;${style}"><b data-part="b"></b></div>`;
  // Chromium: a part placed by these lines fills exactly the box drawn for them.
  for (const style of [
    'grid-template:1fr 1fr / 1fr 1fr',
    'grid-template:50px 80px / 100px 60px 40px;justify-content:center;align-content:space-between',
    'grid-template:repeat(3,1fr) / 2fr 1fr;justify-content:end',
  ])
    it(`are where Chromium has them: ${style}`, () => {
      const frame = frameWith(grid(style), 500);
      const lines = gridLines(measurePage(frame.document).parts.get('g')!)!;
      for (let column = 1; column <= lines.columns.length; column++)
        for (let row = 1; row <= lines.rows.length; row++) {
          const area = { column: { start: column, end: lines.columns.length + 1 }, row: { start: row, end: row + 1 } };
          Object.entries(placement(area)).forEach(([property, value]) =>
            frame.find('b').style.setProperty(property, value),
          );
          const { left, top, width, height } = frame.find('b').getBoundingClientRect();
          const box = areaBox(lines, area);
          for (const [mine, theirs] of [
            [box.left, left],
            [box.top, top],
            [box.width, width],
            [box.height, height],
          ])
            expect(Math.abs(mine! - theirs!)).toBeLessThan(0.6);
        }
      frame.remove();
    });
  it('are taken by dragging over them, whichever way', () => {
    const lines = {
      columns: [
        { start: 0, size: 100 },
        { start: 120, size: 100 },
      ],
      rows: [
        { start: 0, size: 50 },
        { start: 70, size: 50 },
      ],
    };
    const wanted = { column: { start: 1, end: 3 }, row: { start: 1, end: 2 } };
    expect(cellsBetween(lines, { x: 10, y: 10 }, { x: 180, y: 20 })).toEqual(wanted);
    expect(cellsBetween(lines, { x: 180, y: 20 }, { x: 10, y: 10 })).toEqual(wanted);
    expect(placement(wanted)).toEqual({
      'grid-column-start': '1',
      'grid-column-end': 'span 2',
      'grid-row-start': '1',
      'grid-row-end': 'auto',
    });
  });
});
