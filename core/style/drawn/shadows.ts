import { generate, parse, type CssNode } from 'css-tree';
import { layersOf } from '../layers';

/** One shadow of a list, in px (CSS Backgrounds 3 §6.1; CSS Text Decoration 3 §4). */
export interface Shadow {
  readonly x: number;
  readonly y: number;
  readonly blur: number;
  /** How much larger than the box it is; shadows of words have none. */
  readonly spread: number;
  /** As CSS; empty for the colour of the words. */
  readonly colour: string;
  readonly inset: boolean;
}

/** Where the light stands that throws a shadow: clockwise in degrees, 0 straight above; and how far it is thrown. */
export interface Light {
  readonly angle: number;
  readonly distance: number;
}

const lengthOf = (node: CssNode): number | undefined => {
  if (node.type === 'Dimension') return node.unit.toLowerCase() === 'px' ? Number(node.value) : undefined;
  return node.type === 'Number' && Number(node.value) === 0 ? 0 : undefined;
};

const sums = /^(calc|min|max|clamp)$/i;

/** One shadow of a value; undefined where it has lengths that are not in px, or is a token as a whole. */
function shadowOf(layer: string): Shadow | undefined {
  const value = parse(layer, { context: 'value' });
  if (value.type !== 'Value') return undefined;
  const lengths: number[] = [];
  const colours: string[] = [];
  let inset = false;
  for (const node of value.children) {
    const length = lengthOf(node);
    if (length !== undefined) lengths.push(length);
    else if (node.type === 'Dimension' || (node.type === 'Function' && sums.test(node.name))) return undefined;
    else if (node.type === 'Identifier' && node.name.toLowerCase() === 'inset') inset = true;
    else colours.push(generate(node));
  }
  const [x, y, blur = 0, spread = 0, ...more] = lengths;
  if (x === undefined || y === undefined || more.length > 0 || colours.length > 1) return undefined;
  return { x, y, blur, spread, colour: colours[0] ?? '', inset };
}

/** The shadows of a value, the topmost first; undefined where one of them cannot be drawn in px. */
export function shadowsOf(value: string): Shadow[] | undefined {
  const shadows = layersOf(value).map(shadowOf);
  return shadows.every((one) => one !== undefined) ? shadows : undefined;
}

const px = (length: number): string => {
  const rounded = Number(length.toFixed(2));
  return rounded === 0 ? '0' : `${rounded}px`;
};

const written = ({ x, y, blur, spread, colour, inset }: Shadow): string =>
  [
    ...(inset ? ['inset'] : []),
    ...[px(x), px(y)],
    ...(blur > 0 || spread !== 0 ? [px(Math.max(blur, 0))] : []),
    ...(spread !== 0 ? [px(spread)] : []),
    ...(colour !== '' ? [colour] : []),
  ].join(' ');

/** Shadows as CSS. */
export const shadowText = (shadows: readonly Shadow[]): string =>
  shadows.length === 0 ? 'none' : shadows.map(written).join(', ');

const degrees = 180 / Math.PI;

/** The light that throws a shadow so. */
export const lightOf = ({ x, y }: Shadow): Light => ({
  angle: (Math.round(Math.atan2(-x, y) * degrees) + 360) % 360,
  distance: Math.round(Math.hypot(x, y) * 10) / 10,
});

/** A shadow as a light throws it, to the whole px. */
export const thrownBy = (shadow: Shadow, { angle, distance }: Light): Shadow => ({
  ...shadow,
  x: Math.round(-Math.sin(angle / degrees) * distance) + 0,
  y: Math.round(Math.cos(angle / degrees) * distance) + 0,
});

/** A shadow to begin with: soft, from a light above. */
export const firstShadow: Shadow = { x: 0, y: 4, blur: 16, spread: 0, colour: 'rgb(0 0 0 / 0.25)', inset: false };
