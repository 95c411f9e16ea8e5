import type { Transformed } from '@core/geometry/transformed';

/** The numbers of a computed value: `1.2 1` has two, `none` none. */
const numbersIn = (value: string): number[] => (value === 'none' ? [] : value.split(' ').map(Number.parseFloat));

/** A translation in px; what it says in percent is of the part itself. */
function shiftOf(value: string, width: number, height: number): { x: number; y: number } {
  const [x = '0', y = '0'] = value === 'none' ? [] : value.split(' ');
  const px = (text: string, whole: number): number =>
    (Number.parseFloat(text) / (text.endsWith('%') ? 100 : 1)) * (text.endsWith('%') ? whole : 1);
  return { x: px(x, width), y: px(y, height) };
}

/** How a part is transformed, as its leaf computes it. */
export function transformedPart(element: HTMLElement): Transformed {
  const style = element.ownerDocument.defaultView!.getComputedStyle(element); // it is on a leaf that is shown
  const { offsetWidth: width, offsetHeight: height } = element;
  const [turn = 0] = numbersIn(style.rotate);
  const [scaleX = 1, scaleY = scaleX] = numbersIn(style.scale);
  const [originX = width / 2, originY = height / 2] = numbersIn(style.transformOrigin);
  const { a, b, c, d } = new DOMMatrix().rotate(turn).scale(scaleX, scaleY).multiply(new DOMMatrix(style.transform));
  const { left, top, width: wide, height: high } = element.getBoundingClientRect();
  return {
    ...{ box: { left, top, width: wide, height: high }, width, height, turn },
    origin: { x: originX, y: originY },
    linear: { a, b, c, d },
    scale: { x: scaleX, y: scaleY },
    shift: shiftOf(style.translate, width, height),
  };
}
