import * as z from 'zod';
import { escapeHtml } from './escape';
import { headingDefaults } from './heading-sizes';
import type { Kind } from './kind';
import { noMargins } from './no-margins';

/** Says the title of the page it is seen on, in a page frame of each page its own; a page may go without. */
export const pageTitleKind: Kind = {
  kind: 'page-title',
  word: 'Page title',
  purpose: 'The title of the page it is on, whichever that is; a page may leave it out.',
  synonyms: 'h1 heading',
  glyph: 'M2 2.5h10v9h-10z M4 5.5h6 M7 5.5v4',
  order: 9.5,
  namesPages: true,
  examples: [{}],
  tags: ['h1', 'h2', 'h3', 'p'],
  group: 'widget',
  holds: [],
  content: z.strictObject({}),
  fields: [],
  defaults: (tag) => (tag === 'p' ? noMargins : headingDefaults(tag)),
  inside: ':where(h1,h2,h3,p)[hidden]{display:none!important}',
  markup: (_content, context) => ({
    attributes: { hidden: context.hidesTitle ? '' : undefined },
    inner: escapeHtml((context.page !== undefined && context.titleOf(context.page)) || ''),
  }),
  fresh: () => ({ tag: 'h1', content: { base: {} }, style: {} }),
};
