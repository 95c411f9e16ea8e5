import { rangeOf, type Breakpoint } from '../../document/breakpoint';
import { layersOf } from '../../style/layers';

/** How a background stands, as computed. */
export interface ComputedBackground {
  readonly image: string;
  readonly size: string;
  readonly attachment: string;
}
interface Size {
  readonly width: number;
  readonly height: number;
}

/** How many px wide a picture has to be to stand at this size over a box (CSS Backgrounds 3 §3.9); 0 at its own. */
function widthFor(size: string, { width, height }: Size, ratio: number): number {
  if (size === 'cover') return Math.max(width, height * ratio);
  if (size === 'contain') return Math.min(width, height * ratio);
  const [across = 'auto', down = 'auto'] = size.split(' ');
  const length = (text: string, of: number): number | undefined => {
    const number = Number.parseFloat(text);
    if (Number.isNaN(number)) return undefined;
    return text.endsWith('%') ? (number / 100) * of : number;
  };
  return length(across, width) ?? (length(down, height) ?? 0) * ratio;
}

/**
 * How many px wide the pictures behind a box have to be, at least; undefined where there are none, or only such as
 * stand at their own size.
 * @param box its padding box, px
 * @param screen what a background that stays on the screen stands over, px
 * @param ratioOf width by height of the picture a file is of
 */
export function backdropWidth(
  { image, size, attachment }: ComputedBackground,
  box: Size,
  screen: Size,
  ratioOf: (file: string) => number | undefined,
): number | undefined {
  const [sizes, attachments] = [layersOf(size), layersOf(attachment)];
  const at = (list: readonly string[], index: number): string => list[index % list.length] ?? '';
  const widths = layersOf(image).flatMap((layer, index) => {
    const file = /^url\(\s*["']?[^"')]*\/([^"')/]+)["']?\s*\)$/i.exec(layer)?.[1];
    const ratio = file === undefined ? undefined : ratioOf(file);
    if (ratio === undefined) return [];
    const over = at(attachments, index) === 'fixed' ? screen : box;
    return [widthFor(at(sizes, index).toLowerCase(), over, ratio)];
  });
  const widest = Math.max(0, ...widths);
  return widest > 0 ? widest : undefined;
}

/** So fine widths are told apart, in px: a picture is made in few. */
const step = 20;

/** By breakpoint, the most its pictures have to have on any of its screens that was measured. */
export function backdropFrom(
  breakpoints: readonly Breakpoint[],
  samples: ReadonlyMap<number, number>,
): Record<string, number> {
  return Object.fromEntries(
    breakpoints.flatMap((one) => {
      const { from, to } = rangeOf(breakpoints, one);
      const within = [...samples].filter(([width]) => width >= from && width <= to).map(([, needed]) => needed);
      return within.length === 0 ? [] : [[one.id, Math.ceil(Math.max(...within) / step) * step] as const];
    }),
  );
}
