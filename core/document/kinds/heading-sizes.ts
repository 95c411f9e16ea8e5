import type { Declarations } from '../style-map';
import { noMargins } from './no-margins';

const sizes: Readonly<Record<string, string>> = {
  h1: '2.5rem',
  h2: '2rem',
  h3: '1.5rem',
  h4: '1.25rem',
  h5: '1rem',
  h6: '0.875rem',
};

/** What a heading is by nature, alone or in a text. */
export const headingDefaults = (tag: string): Declarations => ({
  ...noMargins,
  'font-size': sizes[tag] ?? '1rem',
  'font-weight': '700',
  'line-height': '1.2',
});

/** The same as rules of headings inside something, which weigh nothing. */
export const headingsInside = (within: string): string =>
  ['h2', 'h3', 'h4', 'h5', 'h6']
    .map((tag) => `:where(${within} ${tag}){font-size:${sizes[tag]};font-weight:700;line-height:1.2}`)
    .join('');
