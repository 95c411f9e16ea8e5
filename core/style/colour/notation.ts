import { clampChroma, converter, formatHex, formatHex8, parse, type Oklch } from 'culori';

/** The ways a colour is written here. */
export const notations = ['hex', 'rgb', 'hsl', 'oklch'] as const;
export type Notation = (typeof notations)[number];

/** A colour as eyes part it: OKLCH of CSS Color 4 §9.4, with its opacity. */
export interface Mixed {
  /** From 0, black, to 1, white. */
  readonly lightness: number;
  /** From 0, grey, to about 0.37, the strongest that screens show. */
  readonly chroma: number;
  /** In degrees, from 0 to under 360. */
  readonly hue: number;
  /** From 0 to 1. */
  readonly alpha: number;
}

/** The strongest chroma that is offered: no colour of sRGB has more (the most is 0.323, a magenta). */
export const mostChroma = 0.33;

const toOklch = converter('oklch');
const toRgb = converter('rgb');
const toHsl = converter('hsl');

/** A CSS colour by lightness, chroma and hue; undefined for what is no colour by itself, such as a name of a token. */
export function mixed(value: string): Mixed | undefined {
  const read = parse(value.trim());
  if (!read) return undefined;
  const { l, c, h = 0, alpha = 1 } = toOklch(read);
  return { lightness: within(l, 1), chroma: Math.max(c, 0), hue: ((h % 360) + 360) % 360, alpha: within(alpha, 1) };
}

const within = (value: number, most: number): number => Math.min(Math.max(value, 0), most);

const asOklch = ({ lightness, chroma, hue, alpha }: Mixed): Oklch => ({
  ...{ mode: 'oklch', l: lightness, c: chroma, h: hue },
  alpha,
});

/** Half a step of a channel that is kept as a byte. */
const halfByte = 0.5 / 255;

/** Whether every screen can show it: it lies in sRGB, but for what a byte rounds away. */
export function isInSrgb(colour: Mixed): boolean {
  const { r, g, b } = toRgb(asOklch(colour));
  return [r, g, b].every((channel) => channel >= -halfByte && channel <= 1 + halfByte);
}

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));
const percent = (share: number, digits: number): string => `${rounded(share * 100, digits)}%`;

/**
 * A colour as CSS. What lies outside sRGB is brought into it by less chroma (CSS Color 4 §13) in every notation but
 * `oklch()`, which can say it.
 */
export function written(colour: Mixed, notation: Notation): string {
  const { alpha } = colour;
  const through = alpha < 1 ? ` / ${rounded(alpha, 3)}` : '';
  if (notation === 'oklch') {
    const { lightness, chroma, hue } = colour;
    return `oklch(${percent(lightness, 2)} ${rounded(chroma, 4)} ${rounded(hue, 2) % 360}${through})`;
  }
  const shown = isInSrgb(colour) ? asOklch(colour) : clampChroma(asOklch(colour), 'oklch', 'rgb');
  if (notation === 'hex') return alpha < 1 ? formatHex8(shown) : formatHex(shown);
  if (notation === 'rgb') {
    const { r, g, b } = toRgb(shown);
    const byte = (share: number): number => Math.round(within(share, 1) * 255);
    return `rgb(${byte(r)} ${byte(g)} ${byte(b)}${through})`;
  }
  const { h = 0, s, l } = toHsl(shown);
  return `hsl(${rounded(h, 2) % 360} ${percent(within(s, 1), 2)} ${percent(within(l, 1), 2)}${through})`;
}

/** A colour with something of it changed; one of which nothing is seen becomes solid, so that what is mixed is seen. */
export const remixed = (colour: Mixed, change: Partial<Mixed>): Mixed => ({
  ...colour,
  ...(colour.alpha === 0 && { alpha: 1 }),
  ...change,
});

/** How a colour is written; `hex` for names and for what is written in none of the ways here. */
export function notationOf(value: string): Notation {
  const name = /^\s*(rgb|hsl|oklch)a?\(/i.exec(value)?.[1]?.toLowerCase();
  return notations.find((one) => one === name) ?? 'hex';
}
