import * as z from 'zod';
import { linesToHtml } from './escape';
import type { Kind } from './kind';
import { noMargins } from './no-margins';

export const textKind: Kind = {
  kind: 'text',
  word: 'Text',
  purpose: 'A paragraph to read.',
  glyph: 'M2 3h10 M2 6h10 M2 9h10 M2 12h6',
  order: 10,
  text: 'prose',
  examples: ['One', 'Two words', 'Less < more & "quoted"', 'A line\nand another'].map((text) => ({ text })),
  tags: ['p'],
  group: 'widget',
  holds: [],
  content: z.strictObject({ text: z.string().max(100_000) }),
  fields: [{ key: 'text', label: 'text', editor: 'lines', onPage: true, varies: true }],
  defaults: () => noMargins,
  markup: (content) => ({ inner: linesToHtml(String(content['text'] ?? '')) }),
  fresh: () => ({
    tag: 'p',
    content: { base: { text: 'Write here what visitors should read. Double-click to begin.' } },
    style: {},
  }),
};
