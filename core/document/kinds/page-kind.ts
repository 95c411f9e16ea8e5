import * as z from 'zod';
import type { Kind } from './kind';
import { noMargins } from './no-margins';

export const pageKind: Kind = {
  kind: 'page',
  word: 'Page',
  purpose: 'The page itself; it holds sections.',
  glyph: 'M3 1.5h6l2.5 2.5v8.5h-8.5z M9 1.5v2.5h2.5',
  order: 1,
  examples: [{ title: 'Two words', description: '' }],
  tags: ['body'],
  group: 'page',
  holds: ['section'],
  content: z.strictObject({
    title: z.string().trim().min(1, 'A page needs a title.').max(200),
    description: z.string().max(500),
  }),
  fields: [
    { key: 'title', label: 'title', editor: 'line' },
    { key: 'description', label: 'description', editor: 'lines' },
  ],
  defaults: () => noMargins,
  markup: () => ({}),
  fresh: () => ({ tag: 'body', content: { base: { title: 'Untitled', description: '' } }, style: {} }),
};
