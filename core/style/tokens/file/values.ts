import { formatHex, parse, type Color } from 'culori';
import * as z from 'zod';
import { kindOfValue } from '../tokens';
import type { FileType } from './format';

/** A reference within a value, as it stands once it is resolved to a token's name. */
const Named = z.string().regex(/^var\(--[a-z][a-z0-9-]*\)$/);

const amount = (units: readonly string[]) =>
  z.union([
    Named,
    z
      .object({ value: z.number(), unit: z.string().refine((unit) => units.includes(unit)) })
      .transform(({ value, unit }) => `${value}${unit}`),
    z.string().regex(new RegExp(`^-?\\d*\\.?\\d+(${units.join('|')})$`)), // as drafts before 2025 wrote it
    z.literal([0, '0']).transform(() => `0${units[0]}`),
  ]);
const Dimension = amount(['px', 'rem']);
const Duration = amount(['ms', 's']);

/** Colour spaces of the format that CSS Color 4 has functions for; the others stand in `color()`. */
const functions = ['hsl', 'hwb', 'lab', 'lch', 'oklab', 'oklch'];
const inColor = ['srgb', 'srgb-linear', 'display-p3', 'a98-rgb', 'prophoto-rgb', 'rec2020', 'xyz-d65', 'xyz-d50'];

const Colour = z.union([
  Named,
  z
    .object({
      colorSpace: z.enum([...functions, ...inColor]),
      components: z.array(z.union([z.number(), z.literal('none')])).length(3),
      alpha: z.number().min(0).max(1).optional(),
      hex: z
        .string()
        .regex(/^#[0-9a-f]{6}$/i)
        .optional(),
    })
    .transform(({ colorSpace, components, alpha = 1, hex }) => {
      if (hex !== undefined && alpha === 1 && colorSpace === 'srgb') return hex.toLowerCase();
      const inPercent = colorSpace === 'hsl' || colorSpace === 'hwb';
      const parts = components.map((one, at) => (inPercent && at > 0 && one !== 'none' ? `${one}%` : String(one)));
      const inside = `${parts.join(' ')}${alpha === 1 ? '' : ` / ${alpha}`}`;
      return functions.includes(colorSpace) ? `${colorSpace}(${inside})` : `color(${colorSpace} ${inside})`;
    }),
  z.string().refine((text) => parse(text) !== undefined), // as drafts before 2025 wrote it
]);

const family = (name: string): string => (/^-?[a-z_][\w-]*$/i.test(name) ? name : `"${name.replace(/["\\]/g, '')}"`);
const FontFamily = z.union([
  Named,
  z.string().min(1).transform(family),
  z
    .array(z.string().min(1).transform(family))
    .min(1)
    .transform((names) => names.join(', ')),
]);

/** Names of weights (section 8.4, those of OpenType). */
const weights: Readonly<Record<string, number>> = {
  ...{
    thin: 100,
    hairline: 100,
    'extra-light': 200,
    'ultra-light': 200,
    light: 300,
    normal: 400,
    regular: 400,
    book: 400,
  },
  ...{ medium: 500, 'semi-bold': 600, 'demi-bold': 600, bold: 700, 'extra-bold': 800, 'ultra-bold': 800 },
  ...{ black: 900, heavy: 900, 'extra-black': 950, 'ultra-black': 950 },
};
const FontWeight = z.union([
  Named,
  z.number().min(1).max(1000).transform(String),
  z.enum(Object.keys(weights)).transform((name) => String(weights[name])),
]);

const share = z.number().min(0).max(1);
const CubicBezier = z.union([
  Named,
  z.tuple([share, z.number(), share, z.number()]).transform((points) => `cubic-bezier(${points.join(', ')})`),
]);

const OneShadow = z
  .object({
    color: Colour,
    offsetX: Dimension,
    offsetY: Dimension,
    blur: Dimension,
    spread: Dimension,
    inset: z.boolean().optional(),
  })
  .transform(({ color, offsetX, offsetY, blur, spread, inset = false }) =>
    [...(inset ? ['inset'] : []), offsetX, offsetY, blur, spread, color].join(' '),
  );
const Shadow = z.union([
  Named,
  OneShadow,
  z
    .array(z.union([Named, OneShadow]))
    .min(1)
    .transform((all) => all.join(', ')),
]);

const lineStyles = ['solid', 'dashed', 'dotted', 'double', 'groove', 'ridge', 'outset', 'inset'];
const Border = z.union([
  Named,
  z
    .object({ color: Colour, width: Dimension, style: z.union([Named, z.enum(lineStyles)]) })
    .transform(({ color, width, style }) => `${width} ${style} ${color}`),
]);

/** The value of a token of each type, as CSS. */
export const cssOf: Readonly<Record<FileType, z.ZodType<string>>> = {
  color: Colour,
  dimension: Dimension,
  fontFamily: FontFamily,
  fontWeight: FontWeight,
  duration: Duration,
  cubicBezier: CubicBezier,
  number: z.union([Named, z.number().transform(String)]),
  border: Border,
  shadow: Shadow,
};

const rounded = (number: number): number => Math.round(number * 1e5) / 1e5;

/** The modes of culori by the format's names, with their components in its order. */
const modes: Readonly<Record<string, readonly [string, readonly string[]]>> = {
  rgb: ['srgb', ['r', 'g', 'b']],
  lrgb: ['srgb-linear', ['r', 'g', 'b']],
  p3: ['display-p3', ['r', 'g', 'b']],
  a98: ['a98-rgb', ['r', 'g', 'b']],
  prophoto: ['prophoto-rgb', ['r', 'g', 'b']],
  rec2020: ['rec2020', ['r', 'g', 'b']],
  xyz65: ['xyz-d65', ['x', 'y', 'z']],
  xyz50: ['xyz-d50', ['x', 'y', 'z']],
  hsl: ['hsl', ['h', 's', 'l']],
  hwb: ['hwb', ['h', 'w', 'b']],
  lab: ['lab', ['l', 'a', 'b']],
  lch: ['lch', ['l', 'c', 'h']],
  oklab: ['oklab', ['l', 'a', 'b']],
  oklch: ['oklch', ['l', 'c', 'h']],
};

function colourValue(css: string): unknown {
  const read: Color | undefined = parse(css);
  const mode = read && modes[read.mode];
  if (!read || !mode) return undefined;
  const [colorSpace, keys] = mode;
  const inPercent = colorSpace === 'hsl' || colorSpace === 'hwb';
  const components = keys.map((key, at) => {
    const one: unknown = Reflect.get(read, key);
    return typeof one !== 'number' ? 'none' : rounded(inPercent && at > 0 ? one * 100 : one);
  });
  const alpha = read.alpha === undefined || read.alpha === 1 ? {} : { alpha: rounded(read.alpha) };
  return { colorSpace, components, ...alpha, ...(colorSpace === 'srgb' && { hex: formatHex(read) }) };
}

const reference = (css: string): string | undefined => {
  const name = /^var\(--([a-z][a-z0-9-]*)\)$/.exec(css)?.[1];
  return name === undefined ? undefined : `{${name}}`;
};

function amountValue(css: string, units: readonly string[]): unknown {
  const [, number, unit = ''] = /^(-?\d*\.?\d+)([a-z]*)$/i.exec(css) ?? [];
  if (number === undefined) return undefined;
  if (Number(number) === 0 && unit === '') return { value: 0, unit: units[0] };
  return units.includes(unit.toLowerCase()) ? { value: Number(number), unit: unit.toLowerCase() } : undefined;
}

/** What stands between these signs at the top of a value, not within brackets or quotes. */
function split(css: string, sign: ',' | ' '): string[] {
  const pieces: string[] = [''];
  for (const piece of css.match(/"[^"]*"|'[^']*'|[(),]|\s+|[^\s"'(),]+/g) ?? []) {
    const open = (pieces.at(-1)!.match(/\(/g) ?? []).length - (pieces.at(-1)!.match(/\)/g) ?? []).length;
    const parts = open === 0 && (sign === ',' ? piece === ',' : /^\s+$/.test(piece));
    if (parts) pieces.push('');
    else pieces[pieces.length - 1] += piece;
  }
  return pieces.map((one) => one.trim()).filter((one) => one !== '');
}

/** The easing keywords as the curves they stand for (CSS Easing 1, section 2.2). */
const curves: Readonly<Record<string, readonly number[]>> = {
  linear: [0, 0, 1, 1],
  ease: [0.25, 0.1, 0.25, 1],
  'ease-in': [0.42, 0, 1, 1],
  'ease-out': [0, 0, 0.58, 1],
  'ease-in-out': [0.42, 0, 0.58, 1],
};

function curveValue(css: string): unknown {
  const points = /^cubic-bezier\(([^)]*)\)$/i.exec(css)?.[1]?.split(',').map(Number);
  return points?.length === 4 && points.every(Number.isFinite) ? points : curves[css];
}

const whole = <T extends object>(fields: T): T | undefined =>
  Object.values(fields).every((one) => one !== undefined) ? fields : undefined;

function shadowValue(css: string): unknown {
  const all = split(css, ',').map((one) => {
    const words = split(one, ' ');
    const inset = words.includes('inset');
    const lengths = words.filter((word) => dimension(word) !== undefined && kindOfValue(word) !== 'colour');
    const color = words.find((word) => word !== 'inset' && !lengths.includes(word));
    const [offsetX, offsetY, blur = '0', spread = '0'] = lengths;
    if (offsetX === undefined || offsetY === undefined || color === undefined) return undefined;
    const amounts = {
      offsetX: dimension(offsetX),
      offsetY: dimension(offsetY),
      blur: dimension(blur),
      spread: dimension(spread),
    };
    return whole({ color: reference(color) ?? colourValue(color), ...amounts, ...(inset && { inset }) });
  });
  if (all.length === 0 || all.some((one) => one === undefined)) return undefined;
  return all.length === 1 ? all[0] : all;
}

const dimension = (css: string): unknown => amountValue(css, ['px', 'rem']);

function borderValue(css: string): unknown {
  const words = split(css, ' ');
  const style = words.find((word) => lineStyles.includes(word));
  const width = words.find((word) => dimension(word) !== undefined);
  const color = words.find((word) => word !== style && word !== width);
  if (words.length !== 3 || width === undefined || color === undefined) return undefined;
  return whole({ color: reference(color) ?? colourValue(color), width: dimension(width), style });
}

const written: Readonly<Record<FileType, (css: string) => unknown>> = {
  color: colourValue,
  dimension,
  fontFamily: (css) => {
    const names = split(css, ',').map((one) => one.replace(/^["']|["']$/g, ''));
    return names.length === 1 ? names[0] : names;
  },
  fontWeight: (css) => (/^\d+$/.test(css) ? Number(css) : undefined),
  duration: (css) => amountValue(css, ['ms', 's']),
  cubicBezier: curveValue,
  number: (css) => (Number.isFinite(Number(css)) && css !== '' ? Number(css) : undefined),
  border: borderValue,
  shadow: shadowValue,
};

/** A CSS value, by names, as the value of a token of a type; undefined where the format has no words for it. */
export const fileValueOf = (type: FileType, css: string): unknown => reference(css) ?? written[type](css);
