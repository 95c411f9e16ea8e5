import * as z from 'zod';
import { linesToHtml } from './escape';
import type { Kind } from './kind';
import { noMargins } from './no-margins';

export const textKind: Kind = {
  kind: 'text',
  word: 'Text',
  purpose: 'A paragraph to read.',
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
