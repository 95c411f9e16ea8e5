import { lengthUnits } from '@core/geometry/units';
import { frameWith, type TestFrame } from '../../testing/frame';
import { inUnit } from './px-in-unit';

const text = '<p data-part="p">Boats go at nine</p><p data-part="q">and at noon.</p>';
/** Where a part stands: in the flow, in a row that shrinks what it holds, and out of the flow in a cell of a grid. */
const nestings: Readonly<Record<string, string>> = {
  flow: `<section data-part="s" style="padding:0 10%;font-size:17px"><div style="font-size:1.25em;width:61%">${text}</div></section>`,
  row: `<section data-part="s" style="display:flex;height:210px;column-gap:7px;font:15px/1.3 serif">${text}</section>`,
  cell: `<section data-part="s" style="display:grid;grid-template-columns:1fr 2fr"><i></i><div style="position:relative;height:160px;padding:9px;font-size:13px"><div style="position:absolute;inset:3px;display:grid">${text}</div></div></section>`,
};
const properties = [
  ...['width', 'min-width', 'max-width', 'height', 'min-height', 'max-height', 'flex-basis'],
  ...['padding-top', 'padding-left', 'margin-bottom', 'margin-left', 'top', 'left', 'row-gap', 'column-gap'],
  ...['font-size', 'line-height', 'letter-spacing', 'word-spacing', 'text-indent'],
  ...['border-top-left-radius', 'border-left-width', 'outline-offset'],
];

const boxes = ({ document }: TestFrame): number[] =>
  [...document.querySelectorAll('[data-part]')].flatMap((one) => {
    const range = document.createRange();
    range.selectNodeContents(one);
    return [one, range].flatMap((measured) => {
      const { x, y, width, height } = measured.getBoundingClientRect();
      return [x, y, width, height];
    });
  });
const farthest = (one: readonly number[], other: readonly number[]): number =>
  Math.max(...one.map((value, index) => Math.abs(value - other[index]!)));

describe('A length in another unit', () => {
  for (const [name, html] of Object.entries(nestings))
    it(`leaves every box where it is (${name}), whatever the property and the unit`, () => {
      const frame = frameWith(html, 640, 480, 'p{position:relative;display:grid;border:0 solid}');
      const part = frame.find('p');
      const offered = new Set<string>();
      for (const property of properties)
        for (const value of [38, 7.5]) {
          part.style.setProperty(property, `${value}px`);
          const before = boxes(frame);
          for (const unit of lengthUnits) {
            const written = inUnit(part, property, value, unit);
            if (written === undefined) continue;
            expect(farthest(boxes(frame), before))
              .withContext('measuring moves nothing')
              .toBe(0);
            part.style.setProperty(property, written);
            expect(farthest(boxes(frame), before))
              .withContext(`${property}: ${value}px as ${written}`)
              .toBeLessThanOrEqual(0.1);
            part.style.setProperty(property, `${value}px`);
            offered.add(`${property} ${unit}`);
          }
          part.style.removeProperty(property);
        }
      for (const property of properties)
        for (const unit of lengthUnits)
          if (unit !== '%')
            expect(offered.has(`${property} ${unit}`))
              .withContext(`${property} in ${unit}`)
              .toBeTrue();
      for (const property of ['width', 'padding-top', 'margin-left', 'left', 'font-size', 'line-height', 'column-gap'])
        expect(offered.has(`${property} %`))
          .withContext(`${property} in %`)
          .toBeTrue();
      for (const property of ['row-gap', 'border-top-left-radius', 'outline-offset', 'border-left-width'])
        expect(offered.has(`${property} %`))
          .withContext(`${property} in %`)
          .toBeFalse();
      expect(offered.has('height %'))
        .withContext('a share of a height that depends on it')
        .toBe(name === 'row'); // rows of a grid are as high as what stands in them
      expect(frame.document.adoptedStyleSheets).toEqual([]);
      frame.remove();
    });

  it('of type is measured by the parent’s', () => {
    const frame = frameWith(
      '<section data-part="s" style="font-size:20px"><p data-part="p" style="font-size:38px">a</p></section>',
    );
    const written = (['em', '%', 'rem'] as const).map((unit) => inUnit(frame.find('p'), 'font-size', 38, unit));
    expect(written).toEqual(['1.9em', '190%', '2.375rem']);
    frame.remove();
  });

  it('starts no transition', () => {
    const css = 'p{transition:all 10s}';
    const frame = frameWith(
      '<section data-part="s"><p data-part="p" style="width:100px">a</p></section>',
      400,
      400,
      css,
    );
    inUnit(frame.find('p'), 'width', 100, '%');
    inUnit(frame.find('p'), 'font-size', 20, 'em');
    expect(frame.find('p').getBoundingClientRect().width).toBe(100);
    expect(frame.document.getAnimations()).toEqual([]);
    frame.remove();
  });
});
