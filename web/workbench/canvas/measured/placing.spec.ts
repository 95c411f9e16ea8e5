import { frameWith, type TestFrame } from '../../../testing/frame';
import { measurePage, naturalBox } from '../measuring';
import { containingBlock, likelyParent } from '@core/geometry/containing-block';
import { cutOff, hiddenReach } from '@core/geometry/cut-off';
import { bringBack, dragPins, pinTo, takeOut, type Edge } from '@core/geometry/pins';
import type { Basis } from '@core/geometry/units';

const basis: Basis = { whole: undefined, fontSize: 14, rootFontSize: 16, viewport: { width: 400, height: 400 }, ch: 8 };
const apply = (frame: TestFrame, part: string, values: Readonly<Record<string, string | undefined>>): void =>
  Object.entries(values).forEach(([name, value]) => frame.find(part).style.setProperty(name, value ?? ''));
const boxOf = (frame: TestFrame, part: string): number[] => {
  const { left, top, width, height } = frame.find(part).getBoundingClientRect();
  return [left, top, width, height].map((one) => Math.round(one * 10) / 10);
};
const insetsOf = (frame: TestFrame, part: string): Record<Edge, string> => {
  const { style } = frame.find(part);
  return {
    top: style.top || 'auto',
    right: style.right || 'auto',
    bottom: style.bottom || 'auto',
    left: style.left || 'auto',
  };
};

describe('The containing block (CSS Positioned Layout 3 §2.1)', () => {
  // Chromium: an absolute part at 0, 0 stands in the corner of its containing block.
  const holders: readonly (readonly [string, string])[] = [
    ['position:relative', 'its position is relative'],
    ['position:sticky', 'its position is sticky'],
    ['transform:rotate(0deg)', 'it is transformed'],
    ['filter:blur(0)', 'it has a filter'],
    ['will-change:transform', 'will-change is transform'],
    ['contain:layout', 'contain is layout'],
    ['rotate:1deg', 'it is transformed'],
    ['', 'nothing that holds it is positioned, so the page’s first screen counts'],
    ['opacity:0.5', 'nothing that holds it is positioned, so the page’s first screen counts'],
  ];
  for (const [style, because] of holders)
    it(`is the one Chromium uses under “${style || 'nothing'}”, and says why`, () => {
      const frame = frameWith(
        `<div style="height:900px"></div><section data-part="sec" style="margin:30px;border:3px solid;padding:10px;${style}"><div data-part="div" style="padding:15px"><p data-part="a" style="position:absolute">a</p></div></section>`,
      );
      frame.view.scrollTo(0, 200);
      const page = measurePage(frame.document);
      const block = containingBlock(page, 'a');
      expect(block.because).toBe(because);
      expect(block.part).toBe(because.startsWith('nothing') ? undefined : 'sec');
      apply(frame, 'a', { left: '0px', top: '0px' });
      const { left, top } = frame.find('a').getBoundingClientRect();
      if (!style.startsWith('rotate'))
        expect([left, top].map(Math.round)).toEqual([block.box.left, block.box.top].map(Math.round));
      expect(likelyParent(page, 'a')).toBe('div');
      frame.remove();
    });
  it('names no likely parent once that is positioned', () => {
    const frame = frameWith(
      '<section data-part="sec" style="position:relative"><p data-part="a" style="position:absolute">a</p></section>',
    );
    expect(likelyParent(measurePage(frame.document), 'a')).toBeUndefined();
    frame.remove();
  });
});

describe('Pins', () => {
  const page =
    '<section data-part="sec" style="position:relative;width:400px;height:300px;border:2px solid"><div data-part="div" style="padding:20px"><p data-part="a" style="width:80px;height:40px;STYLE">a</p></div></section>';
  for (const [style, pinned] of [
    ['left:10px;top:20px', 'left top'],
    ['right:10%;bottom:5px', 'bottom right'],
    ['left:-40px;top:2em', 'left top'],
    ['left:10px;right:30px;top:0;width:auto', 'left right top'],
    ['', 'left top'],
  ] as const)
    it(`keep under a drag: “${style || 'none'}”, measured in Chromium`, () => {
      const frame = frameWith(page.replace('STYLE', `position:absolute;${style}`));
      const before = boxOf(frame, 'a');
      const measured = measurePage(frame.document);
      const insets = insetsOf(frame, 'a');
      const values = dragPins(
        measured.parts.get('a')!,
        containingBlock(measured, 'a').box,
        insets,
        { x: 33, y: -12 },
        basis,
      );
      apply(frame, 'a', values);
      expect(boxOf(frame, 'a')).toEqual([before[0]! + 33, before[1]! - 12, before[2]!, before[3]!]);
      const after = insetsOf(frame, 'a');
      expect(
        Object.keys(after)
          .filter((edge) => after[edge as Edge] !== 'auto')
          .sort()
          .join(' '),
      ).toBe([...pinned.split(' ')].sort().join(' '));
      for (const edge of Object.keys(values) as Edge[])
        if (insets[edge] !== 'auto' && insets[edge] !== '0px')
          expect(after[edge].replace(/[-\d.]/g, '')).toBe(insets[edge].replace(/[-\d.]/g, ''));
      frame.remove();
    });
  it('change edge and unit and leave the part where it stands', () => {
    const frame = frameWith(page.replace('STYLE', 'position:absolute;left:10px;top:20px'));
    const before = boxOf(frame, 'a');
    const measured = measurePage(frame.document);
    apply(
      frame,
      'a',
      pinTo(measured.parts.get('a')!, containingBlock(measured, 'a').box, ['right', 'bottom'], '%', basis),
    );
    expect(boxOf(frame, 'a')).toEqual(before);
    expect(frame.find('a').style.right).toMatch(/%$/);
    frame.remove();
  });
  for (const position of ['absolute', 'fixed'] as const)
    it(`take a part out of the flow as ${position} and bring it back, and it stays where it stands`, () => {
      const frame = frameWith(
        `<div data-part="h" style="height:50px"></div>${page.replace('STYLE', 'margin:7px 0 0 9px')}<div style="height:900px"></div>`.replace(
          'width:80px',
          'width:50%',
        ),
      );
      frame.view.scrollTo(0, 30);
      const before = boxOf(frame, 'a');
      const measured = measurePage(frame.document);
      apply(
        frame,
        'a',
        takeOut(measured.parts.get('a')!, position, containingBlock(measured, 'a', position), {
          width: '50%',
          height: '40px',
        }),
      );
      expect(boxOf(frame, 'a')).toEqual(before);
      const out = measurePage(frame.document).parts.get('a')!;
      apply(frame, 'a', bringBack(out, naturalBox(frame.find('a'))));
      expect(boxOf(frame, 'a')).toEqual(before);
      frame.remove();
    });
});

describe('What overflow takes from view', () => {
  it('is named with its side and by how much, and whether scrolling reaches it', () => {
    const frame = frameWith(
      '<section data-part="sec" style="width:200px;height:100px;overflow-x:hidden;overflow-y:auto;scrollbar-width:none"><p data-part="wide" style="width:260px;height:40px">a</p><p data-part="low" style="height:130px">b</p></section>',
    );
    const page = measurePage(frame.document);
    expect(cutOff(page, 'sec')).toEqual([
      { part: 'wide', side: 'right', by: 60, reachable: false },
      { part: 'low', side: 'bottom', by: 70, reachable: true },
    ]);
    expect(hiddenReach(page, 'sec')).toEqual({
      left: 0,
      top: 0,
      width: frame.find('sec').scrollWidth,
      height: frame.find('sec').scrollHeight,
    });
    frame.remove();
  });
  it('is nothing for what escapes: an absolute part placed against something further out', () => {
    const frame = frameWith(
      '<div data-part="out" style="position:relative"><section data-part="sec" style="width:200px;height:100px;overflow:hidden"><p data-part="a" style="position:absolute;left:190px;width:60px">a</p></section></div>',
    );
    expect(cutOff(measurePage(frame.document), 'sec')).toEqual([]);
    frame.remove();
  });
  it('is nothing where overflow is visible', () => {
    const frame = frameWith(
      '<section data-part="sec" style="width:200px"><p data-part="a" style="width:300px">a</p></section>',
    );
    expect(cutOff(measurePage(frame.document), 'sec')).toEqual([]);
    expect(hiddenReach(measurePage(frame.document), 'sec')).toBeUndefined();
    frame.remove();
  });
});
