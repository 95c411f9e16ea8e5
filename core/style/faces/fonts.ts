import type { FaceMetrics } from '../../document/library/face';
import type { Generic } from './stand-in';

/** A typeface that ships with the application, as a variable font file. */
export interface Font {
  readonly family: string;
  readonly file: string;
  readonly weights: string;
  readonly stack: string;
  readonly generic: Generic;
  readonly metrics: FaceMetrics;
}

type Row = readonly [
  family: string,
  weights: string,
  generic: Generic,
  unitsPerEm: number,
  ascent: number,
  descent: number,
  width: number,
];

/** With units an em, ascent, descent and average width of each (Capsize's collection); none has a gap between lines. */
const rows: readonly Row[] = [
  ['Schibsted Grotesk', '400 900', 'sans-serif', 2048, 2000, -528, 954],
  ['Karla', '200 800', 'sans-serif', 2000, 1834, -504, 913],
  ['Work Sans', '100 900', 'sans-serif', 1000, 930, -243, 499],
  ['Jost', '100 900', 'sans-serif', 1000, 1070, -375, 428],
  ['Oswald', '200 700', 'sans-serif', 1000, 1193, -289, 363],
  ['Fraunces', '100 900', 'serif', 2000, 1956, -510, 938],
  ['Literata', '200 900', 'serif', 1000, 1177, -308, 480],
  ['Newsreader', '200 800', 'serif', 2000, 1470, -530, 857],
  ['Source Serif 4', '200 900', 'serif', 1000, 1036, -335, 479],
  ['Bitter', '100 900', 'serif', 1000, 935, -265, 465],
  ['Playfair Display', '400 900', 'serif', 1000, 1082, -251, 452],
  ['Spline Sans Mono', '300 700', 'monospace', 2000, 1927, -473, 1200],
];

/**
 * The typefaces that ship, open ones with the weights their files have; those a page names are copied into its
 * release.
 */
export const fonts: readonly Font[] = rows.map(([family, weights, generic, unitsPerEm, ascent, descent, width]) => ({
  ...{ family, weights, generic },
  metrics: { unitsPerEm, ascent, descent, lineGap: 0, width },
  file: `${family.toLowerCase().replaceAll(' ', '-')}-latin-wght-normal.woff2`,
  stack: `${/[ \d]/.test(family) ? `"${family}"` : family}, ${generic}`,
}));

/** Where the package that brings a font file has it. */
export const fontInPackage = (file: string): string => `@fontsource-variable/${file.split('-latin-')[0]}/files/${file}`;

export const fontOf = (family: string): Font | undefined => fonts.find((font) => font.family === family);
