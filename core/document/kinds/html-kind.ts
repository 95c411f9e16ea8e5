import * as z from 'zod';
import { escapeHtml } from './escape';
import type { Kind } from './kind';
import { noBox } from './no-margins';

/**
 * HTML of one's own, in a frame of its own: it can neither read nor break the page around it, and in the editor no
 * script of it runs.
 */
export const htmlKind: Kind = {
  kind: 'html',
  word: 'HTML',
  purpose: 'HTML of your own, in a frame of its own that cannot reach the page.',
  synonyms: 'code embed iframe script',
  glyph: 'M4.5 4L1.5 7l3 3 M9.5 4l3 3-3 3 M8 2.5l-2 9',
  order: 15,
  interactive: true,
  examples: [{ html: '<p>Two words</p>', title: 'Two words' }],
  tags: ['div'],
  group: 'widget',
  holds: [],
  content: z.strictObject({ html: z.string().max(200_000), title: z.string().max(200) }),
  fields: [
    { key: 'html', label: 'HTML', editor: 'code', varies: true },
    { key: 'title', label: 'what it is, for those who cannot see it', editor: 'line' },
  ],
  mark: '_html',
  defaults: () => ({ ...noBox, height: '320px' }),
  inside: '._html iframe{display:block;width:100%;height:100%;border:0}',
  markup: ({ html, title }) => ({
    inner: `<iframe loading="lazy" sandbox="allow-scripts allow-forms allow-popups" title="${escapeHtml(String(title ?? '') || 'Embedded content')}" srcdoc="${escapeHtml(String(html ?? ''))}"></iframe>`,
  }),
  loads: () => ({ ownCode: true }),
  fresh: () => ({
    tag: 'div',
    content: { base: { html: '<p>HTML of your own stands here.</p>', title: '' } },
    style: {},
  }),
};
