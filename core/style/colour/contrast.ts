import { wcagContrast, wcagLuminance, type Rgb } from 'culori';

/** A colour in sRGB: channels from 0 to 255, alpha from 0 to 1. */
export interface Colour {
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly a: number;
}

const inCulori = ({ r, g, b }: Colour): Rgb => ({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });

/** Relative luminance of an opaque colour, from 0 (black) to 1 (white) (WCAG 2.2, “relative luminance”). */
export const relativeLuminance = (colour: Colour): number => wcagLuminance(inCulori(colour));

/** The contrast ratio of two opaque colours, from 1 to 21 (WCAG 2.2, “contrast ratio”). */
export const contrastRatio = (one: Colour, other: Colour): number => wcagContrast(inCulori(one), inCulori(other));

/** A colour laid over an opaque one (Compositing 1 §5.1, source over, in sRGB as browsers do). */
export function over(top: Colour, ground: Colour): Colour {
  const mix = (a: number, b: number): number => a * top.a + b * (1 - top.a);
  return { r: mix(top.r, ground.r), g: mix(top.g, ground.g), b: mix(top.b, ground.b), a: 1 };
}

/**
 * The ratio a text needs (WCAG 2.2, 1.4.3 AA): 3 for large type, from 24 px, or 18.66 px when bold; 4.5 for any
 * other.
 */
export const neededRatio = (fontSize: number, bold: boolean): number =>
  fontSize >= 24 || (bold && fontSize >= 18.66) ? 3 : 4.5;

/**
 * The least strength, in whole percent, of a black or white overlay under a text at which every sample of its ground
 * gives the ratio needed;
 * undefined when none does, because the text itself is too near to that colour.
 */
export function overlayThatSuffices(
  text: Colour,
  samples: readonly Colour[],
  needed: number,
): { readonly colour: 'black' | 'white'; readonly percent: number } | undefined {
  const dark = relativeLuminance(text) > 0.18; // light text wants a darker ground
  const shade: Colour = dark ? { r: 0, g: 0, b: 0, a: 1 } : { r: 255, g: 255, b: 255, a: 1 };
  const suffices = (percent: number): boolean =>
    samples.every(
      (one) =>
        contrastRatio(
          over(text, over({ ...shade, a: percent / 100 }, one)),
          over({ ...shade, a: percent / 100 }, one),
        ) >= needed,
    );
  for (let percent = 1; percent <= 100; percent++)
    if (suffices(percent)) return { colour: dark ? 'black' : 'white', percent };
  return undefined;
}
