import { clampChroma, converter, formatHex, parse, type Oklch, type Rgb } from 'culori';
import { contrastRatio, over, type Colour } from './contrast';

const toRgb = converter('rgb');
const toOklch = converter('oklch');
const white: Colour = { r: 255, g: 255, b: 255, a: 1 };

const channels = ({ r, g, b, alpha = 1 }: Rgb): Colour => ({
  ...{ r: within(r), g: within(g), b: within(b) },
  a: alpha,
});
const within = (share: number): number => Math.min(1, Math.max(0, share)) * 255;

/**
 * A CSS colour in sRGB (CSS Color 4, read by culori); undefined for what is none. What lies outside sRGB is brought
 * to its edge channel by channel.
 */
export function colourOf(value: string): Colour | undefined {
  const read = parse(value);
  return read && channels(toRgb(read));
}

/** How far words of one colour can be read on another: the ratio of WCAG 2.2, and what it suffices for. */
export interface Readable {
  /** From 1 to 21. */
  readonly ratio: number;
  /** 1.4.3 and 1.4.6: AAA, AA, AA for large type alone, or nothing. */
  readonly level: 'AAA' | 'AA' | 'AA large' | '';
}

/**
 * The ratios a text of normal size needs, and large type (from 24 px, or 18.66 px when bold), by level (WCAG 2.2,
 * 1.4.3 and 1.4.6).
 */
export const ratios = { AA: { normal: 4.5, large: 3 }, AAA: { normal: 7, large: 4.5 } } as const;

/**
 * Words on a ground, what shows through laid over it, and the ground itself over white. Undefined where either is no
 * colour.
 */
export function readable(text: string, ground: string): Readable | undefined {
  const [above, below] = [colourOf(text), colourOf(ground)];
  if (!above || !below) return undefined;
  const paper = over(below, white);
  const ratio = contrastRatio(over(above, paper), paper);
  return { ratio, level: levelOf(ratio) };
}

function levelOf(ratio: number): Readable['level'] {
  if (ratio >= ratios.AAA.normal) return 'AAA';
  if (ratio >= ratios.AA.normal) return 'AA';
  return ratio >= ratios.AA.large ? 'AA large' : '';
}

const step = 0.0025;

/**
 * The colour nearest to one of words that reaches a ratio on a ground: of the same hue, lighter or darker by as
 * little as suffices (lightness of
 * OKLCH, brought into sRGB by less chroma). As hexadecimal; undefined where neither black nor white would do, or
 * where either is no colour.
 */
export function nearestReadable(text: string, ground: string, ratio: number): string | undefined {
  const read = parse(text);
  if (!read || !colourOf(ground)) return undefined;
  if ((readable(text, ground)?.ratio ?? 0) >= ratio) return formatHex(read);
  const from: Oklch = toOklch(read);
  for (let by = 0; by <= 1; by += step)
    for (const l of [from.l - by, from.l + by]) {
      if (l < 0 || l > 1) continue;
      const hex = formatHex(clampChroma({ ...from, l, alpha: 1 }, 'oklch'));
      if ((readable(hex, ground)?.ratio ?? 0) >= ratio) return hex;
    }
  return undefined;
}
