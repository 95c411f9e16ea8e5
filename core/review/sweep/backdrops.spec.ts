import { standardBreakpoints } from '../../document/breakpoint';
import { backdropFrom, backdropWidth } from './backdrops';

const picture = { width: 300, height: 200 };
const ratioOf = (file: string): number | undefined =>
  file === 'pier.png' ? picture.width / picture.height : undefined;
const url = 'url("http://localhost/files/pier.png")';

const boxes = [
  { width: 400, height: 100 },
  { width: 120, height: 500 },
] as const;
const screen = { width: 800, height: 600 };

describe('How wide a picture behind a box has to be', () => {
  // CSS Backgrounds 3 §3.9, worked out by hand for a picture of 3 to 2
  it('follows its size: covering, contained, in percent, in px, by height', () => {
    const needed = (size: string, box: (typeof boxes)[number], attachment = 'scroll'): number | undefined =>
      backdropWidth({ image: url, size, attachment }, box, screen, ratioOf);
    expect(boxes.map((box) => needed('cover', box))).toEqual([400, 750]);
    expect(boxes.map((box) => needed('contain', box))).toEqual([150, 120]);
    expect(boxes.map((box) => needed('50%', box))).toEqual([200, 60]);
    expect(boxes.map((box) => needed('90px 20px', box))).toEqual([90, 90]);
    expect(boxes.map((box) => needed('auto 100%', box))).toEqual([150, 750]);
    expect(boxes.map((box) => needed('auto', box))).toEqual([undefined, undefined]);
    expect(boxes.map((box) => needed('cover', box, 'fixed'))).toEqual([900, 900]);
  });

  it('is the widest of its pictures, each by its own size; gradients and strangers need none', () => {
    const image = `linear-gradient(red, blue), ${url}, url("http://localhost/files/other.png"), ${url}`;
    expect(backdropWidth({ image, size: 'cover, contain', attachment: 'scroll' }, boxes[1], screen, ratioOf)).toBe(120);
    expect(
      backdropWidth({ image, size: 'auto, contain, auto, cover', attachment: 'scroll' }, boxes[1], screen, ratioOf),
    ).toBe(750);
    expect(
      backdropWidth({ image: 'linear-gradient(red, blue)', size: 'cover', attachment: '' }, boxes[0], screen, ratioOf),
    ).toBeUndefined();
  });

  it('is the most on any screen of a breakpoint; one that was not measured says nothing', () => {
    const samples = new Map([
      [320, 300],
      [600, 581],
      [601, 290],
      [1024, 500],
      [1025, 640],
      [1920, 901],
    ]);
    expect(backdropFrom(standardBreakpoints, samples)).toEqual({ wide: 920, tablet: 500, phone: 600 });
    expect(backdropFrom(standardBreakpoints, new Map([[390, 10]]))).toEqual({ phone: 20 });
  });
});
