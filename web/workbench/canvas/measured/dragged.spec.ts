import fc from 'fast-check';
import { frameWith } from '../../../testing/frame';
import { measurePage } from '../measuring';
import { containingBlock } from '@core/geometry/containing-block';
import { dragLine, gapValues, radiusValues, sizeValues, spaceValues } from '@core/geometry/dragged';
import { grips, resize } from '@core/geometry/resize';
import type { Basis } from '@core/geometry/units';

const basis: Basis = { whole: 400, fontSize: 20, rootFontSize: 16, viewport: { width: 400, height: 400 }, ch: 8 };
const held = { unsnapped: false, both: false };

describe('Values of a drag', () => {
  it('make a width without a unit a share of its parent, and keep a unit that is there', () => {
    const frame = frameWith('<section data-part="s" style="width:400px"><p data-part="p">a</p></section>');
    const part = measurePage(frame.document).parts.get('p')!;
    const after = { ...part.box, width: 300 };
    expect(
      sizeValues(
        part,
        after,
        { width: 'auto', height: 'auto', heightProperty: 'height', pinned: undefined },
        basis,
        basis,
      ),
    ).toEqual({ width: '75%' });
    expect(
      sizeValues(
        part,
        after,
        { width: '20em', height: 'auto', heightProperty: 'height', pinned: undefined },
        basis,
        basis,
      ),
    ).toEqual({ width: '15em' });
    frame.remove();
  });
  // Chromium: the part lies in the very box it was dragged to, whichever edges it is pinned to.
  it('give a part out of the flow the box it was dragged to', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...grips),
        fc.integer({ min: -30, max: 90 }),
        fc.integer({ min: -30, max: 90 }),
        fc.constantFrom('left:20px;top:10px', 'right:10%;bottom:5px', 'left:2em;bottom:10%'),
        (grip, x, y, pins) => {
          const frame = frameWith(
            `<section data-part="s" style="position:relative;width:400px;height:300px"><p data-part="p" style="position:absolute;width:100px;height:60px;${pins}">a</p></section>`,
          );
          const page = measurePage(frame.document);
          const part = page.parts.get('p')!;
          const { style } = frame.find('p');
          const after = resize(part.box, grip, { x, y }, { x: [], y: [] }, { unsnapped: true, both: false }).box;
          const insets = {
            top: style.top || 'auto',
            right: style.right || 'auto',
            bottom: style.bottom || 'auto',
            left: style.left || 'auto',
          };
          const values = sizeValues(
            part,
            after,
            {
              width: '100px',
              height: '60px',
              heightProperty: 'height',
              pinned: { block: containingBlock(page, 'p').box, insets },
            },
            { ...basis, fontSize: 14 },
            { ...basis, fontSize: 14 },
          );
          Object.entries(values).forEach(([name, value]) => style.setProperty(name, value!));
          const box = frame.find('p').getBoundingClientRect();
          frame.remove();
          for (const [mine, theirs] of [
            [after.left, box.left],
            [after.top, box.top],
            [after.width, box.width],
            [after.height, box.height],
          ])
            expect(Math.abs(mine! - theirs!)).toBeLessThan(0.2);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('step spaces to round sizes unless held free, and take the opposite side along', () => {
    expect(spaceValues('padding', 'top', 20, 10.6, '20px', basis, held)).toEqual({ 'padding-top': '30px' });
    expect(spaceValues('padding', 'top', 64, 35.1, '64px', basis, held)).toEqual({ 'padding-top': '100px' });
    expect(spaceValues('padding', 'left', 20, 20, '5%', basis, { unsnapped: true, both: true })).toEqual({
      'padding-left': '10%',
      'padding-right': '10%',
    });
    expect(spaceValues('padding', 'top', 20, -50, '20px', basis, held)).toEqual({ 'padding-top': '0px' });
    expect(spaceValues('margin', 'top', 0, -24, '0px', basis, held)).toEqual({ 'margin-top': '-24px' });
    expect(gapValues('row', 16, 9, '1rem', basis, { unsnapped: false, both: true })).toEqual({
      'row-gap': '1.5rem',
      'column-gap': '1.5rem',
    });
  });
  it('round all corners, or one, up to half the shorter side', () => {
    expect(Object.values(radiusValues({ left: 0, top: 0, width: 80, height: 30 }, 99, held))).toEqual([
      '15px',
      '15px',
      '15px',
      '15px',
    ]);
    expect(radiusValues({ left: 0, top: 0, width: 80, height: 30 }, 9, { unsnapped: true, both: true })).toEqual({
      'border-top-left-radius': '9px',
    });
  });
});

describe('Dragging a grid line', () => {
  it('shares anew what two tracks in fr have, and gives a length to one beside a fixed one', () => {
    expect(dragLine('1fr 1fr 2fr', [100, 100, 200], 0, 50)).toBe('1.5fr 0.5fr 2fr');
    expect(dragLine('100px 1fr', [100, 300], 0, 40)).toBe('140px 1fr');
    expect(dragLine('1fr 100px', [300, 100], 0, 40)).toBe('1fr 60px');
    expect(dragLine('repeat(2, 1fr)', [100, 100], 0, 20)).toBe('1.2fr 0.8fr');
    expect(dragLine('subgrid', [100], 0, 5)).toBeUndefined();
    expect(dragLine('repeat(auto-fit, 50px)', [50, 50], 0, 5)).toBeUndefined();
  });
});
