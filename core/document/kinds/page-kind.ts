import * as z from 'zod';
import type { Kind } from './kind';

export const pageKind: Kind = {
  kind: 'page',
  word: 'Page',
  purpose: 'The page itself; it holds sections.',
  tags: ['body'],
  group: 'page',
  holds: ['section'],
  content: z.strictObject({ title: z.string().trim().min(1, 'A page needs a title.').max(200), description: z.string().max(500) }),
  fields: [
    { key: 'title', label: 'title', editor: 'line' },
    { key: 'description', label: 'description', editor: 'lines' },
  ],
  defaults: () => ({
    'box-sizing': 'border-box',
    'margin-top': '0px',
    'margin-right': '0px',
    'margin-bottom': '0px',
    'margin-left': '0px',
  }),
  markup: () => ({}),
  fresh: () => ({ tag: 'body', content: { base: { title: 'Untitled', description: '' } }, style: {} }),
};
