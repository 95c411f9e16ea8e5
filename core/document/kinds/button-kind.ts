import * as z from 'zod';
import { escapeHtml } from './escape';
import type { Kind } from './kind';
import { linkAttributes, linkFields } from './link';
import { noMargins } from './no-margins';

export const buttonKind: Kind = {
  kind: 'button',
  word: 'Button',
  purpose: 'A link that asks to be followed.',
  synonyms: 'cta call to action',
  glyph: 'M1.5 4.5h11v5h-11z M4.5 7h5',
  order: 12,
  text: 'label',
  examples: ['', '/fares', '#place', 'https://tidewick.example/', 'mailto:kiosk@tidewick.example'].map((link) => ({
    text: 'Two words',
    link,
  })),
  tags: ['a'],
  group: 'widget',
  holds: [],
  content: z.strictObject({ text: z.string().max(200), ...linkFields }),
  fields: [
    { key: 'text', label: 'label', editor: 'line', onPage: true, varies: true },
    { key: 'link', label: 'link', editor: 'link' },
    { key: 'newTab', label: 'opens a new tab', editor: 'switch' },
    { key: 'linkLabel', label: 'words for screen readers', editor: 'line' },
  ],
  defaults: () => ({
    ...noMargins,
    cursor: 'pointer',
    width: 'fit-content',
    'padding-top': '12px',
    'padding-right': '24px',
    'padding-bottom': '12px',
    'padding-left': '24px',
    'background-color': '#22333b',
    color: '#ffffff',
    'font-weight': '600',
    'text-align': 'center',
    'text-decoration-line': 'none',
    'border-top-left-radius': '6px',
    'border-top-right-radius': '6px',
    'border-bottom-right-radius': '6px',
    'border-bottom-left-radius': '6px',
  }),
  markup: (content, context) => ({
    attributes: linkAttributes(content, (link) => context.addressOf(link)),
    inner: escapeHtml(String(content['text'] ?? '')),
  }),
  fresh: () => ({ tag: 'a', content: { base: { text: 'Read more', link: '' } }, style: {} }),
};
