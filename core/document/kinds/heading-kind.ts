import * as z from 'zod';
import { linesToHtml } from './escape';
import type { Kind } from './kind';
import { noMargins } from './no-margins';

const sizes: Readonly<Record<string, string>> = {
  h1: '2.5rem',
  h2: '2rem',
  h3: '1.5rem',
  h4: '1.25rem',
  h5: '1rem',
  h6: '0.875rem',
};

export const headingKind: Kind = {
  kind: 'heading',
  word: 'Heading',
  purpose: 'A title; its level is its meaning, its size is style.',
  glyph: 'M3 2v10 M11 2v10 M3 7h8',
  order: 9,
  text: 'title',
  examples: ['One', 'Two words', 'Less < more & "quoted"', 'A line\nand another'].map((text) => ({ text })),
  tags: ['h1', 'h2', 'h3', 'h4', 'h5', 'h6'],
  group: 'widget',
  holds: [],
  content: z.strictObject({ text: z.string().max(2000) }),
  fields: [{ key: 'text', label: 'text', editor: 'lines', onPage: true, varies: true }],
  defaults: (tag) => ({
    ...noMargins,
    'font-size': sizes[tag] ?? '1rem',
    'font-weight': '700',
    'line-height': '1.2',
  }),
  markup: (content) => ({ inner: linesToHtml(String(content['text'] ?? '')) }),
  fresh: () => ({ tag: 'h2', content: { base: { text: 'A new heading' } }, style: {} }),
};
