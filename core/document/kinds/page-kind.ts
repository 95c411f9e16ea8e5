import * as z from 'zod';
import { Identifier } from '../identifier';
import { Language } from '../language';
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
    /** The picture that stands for the page where it is shared. */
    share: Identifier.optional(),
    /** It goes without its title where its frame would show it. */
    untitled: z.boolean().optional(),
    /** What stands around its own sections. */
    frame: Identifier.optional(),
    /** The language it is written in, where that is another than its site's. */
    language: Language.optional(),
    /** The page it says the same as, in another language. */
    original: Identifier.optional(),
    /** Search engines are asked to leave it out. */
    unlisted: z.boolean().optional(),
  }),
  fields: [
    { key: 'title', label: 'title', editor: 'line' },
    { key: 'untitled', label: 'hide page title', editor: 'switch' },
    { key: 'description', label: 'description', editor: 'lines' },
    { key: 'share', label: 'picture when shared', editor: 'picture' },
    { key: 'frame', label: 'page frame', editor: 'frame' },
    { key: 'language', label: 'language', editor: 'language' },
    { key: 'original', label: 'translation of', editor: 'page' },
    { key: 'unlisted', label: 'hide from search engines', editor: 'switch' },
  ],
  defaults: () => noMargins,
  markup: () => ({}),
  fresh: () => ({ tag: 'body', content: { base: { title: 'Untitled', description: '' } }, style: {} }),
};
