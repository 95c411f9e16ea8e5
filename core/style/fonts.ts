/** A typeface that ships with the application, as a variable font file. */
export interface Font {
  readonly family: string;
  readonly file: string;
  readonly weights: string;
  readonly stack: string;
}

/** The typefaces a site may use; their files are copied into every release that uses them. */
export const fonts: readonly Font[] = [
  {
    family: 'Schibsted Grotesk',
    file: 'schibsted-grotesk-latin-wght-normal.woff2',
    weights: '400 900',
    stack: '"Schibsted Grotesk", sans-serif',
  },
  { family: 'Fraunces', file: 'fraunces-latin-wght-normal.woff2', weights: '100 900', stack: 'Fraunces, serif' },
  {
    family: 'Spline Sans Mono',
    file: 'spline-sans-mono-latin-wght-normal.woff2',
    weights: '300 700',
    stack: '"Spline Sans Mono", monospace',
  },
];

export const fontOf = (family: string): Font | undefined => fonts.find((font) => font.family === family);
