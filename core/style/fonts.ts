/** A typeface that ships with the application, as a variable font file. */
export interface Font {
  readonly family: string;
  readonly file: string;
  readonly weights: string;
  readonly stack: string;
}

type Row = readonly [family: string, weights: string, generic: 'sans-serif' | 'serif' | 'monospace'];

const rows: readonly Row[] = [
  ['Schibsted Grotesk', '400 900', 'sans-serif'],
  ['Karla', '200 800', 'sans-serif'],
  ['Work Sans', '100 900', 'sans-serif'],
  ['Jost', '100 900', 'sans-serif'],
  ['Oswald', '200 700', 'sans-serif'],
  ['Fraunces', '100 900', 'serif'],
  ['Literata', '200 900', 'serif'],
  ['Newsreader', '200 800', 'serif'],
  ['Source Serif 4', '200 900', 'serif'],
  ['Bitter', '100 900', 'serif'],
  ['Playfair Display', '400 900', 'serif'],
  ['Spline Sans Mono', '300 700', 'monospace'],
];

/**
 * The typefaces that ship, open ones with the weights their files have; those a page names are copied into its
 * release.
 */
export const fonts: readonly Font[] = rows.map(([family, weights, generic]) => ({
  ...{ family, weights },
  file: `${family.toLowerCase().replaceAll(' ', '-')}-latin-wght-normal.woff2`,
  stack: `${/[ \d]/.test(family) ? `"${family}"` : family}, ${generic}`,
}));

export const fontOf = (family: string): Font | undefined => fonts.find((font) => font.family === family);
