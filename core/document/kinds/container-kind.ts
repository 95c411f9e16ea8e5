import * as z from 'zod';
import { stackDefaults } from './box-defaults';
import type { Kind } from './kind';
import { Link, linkAttributes, linkFields } from './link';
import { noMargins } from './no-margins';
import { stackKind } from './stack-kind';

const stack = stackKind({
  kind: 'container',
  word: 'Container',
  purpose: 'A box that lays out what it holds, in a column, a row or a grid.',
  synonyms: 'box div group flex card',
  glyph: 'M2 2h10v10h-10z M4.5 5h5 M4.5 7h5 M4.5 9h5',
  order: 3,
  tags: ['div', 'article', 'aside', 'nav', 'figure', 'a', 'ul', 'ol', 'li'],
  group: 'box',
  begins: { 'row-gap': '16px', 'column-gap': '16px' },
});

/** Whether a box of this tag holds items alone (HTML, section 4.4.5). */
export const isListTag = (tag: string): boolean => tag === 'ul' || tag === 'ol';

/** A container is a link as a whole where its tag is `a`. */
export const containerKind: Kind = {
  ...stack,
  content: z.strictObject({ ...linkFields, link: Link.optional() }),
  fields: [
    { key: 'link', label: 'link', editor: 'link', onlyFor: 'a' },
    { key: 'newTab', label: 'opens a new tab', editor: 'switch', onlyFor: 'a' },
    { key: 'linkLabel', label: 'words for screen readers', editor: 'line', onlyFor: 'a' },
  ],
  examples: [{}, { link: '/fares' }],
  marks: { a: '_box', ul: '_list', ol: '_list', li: '_entry' },
  inside: 'a:where(._box){all:revert-layer}', // what buttons are by nature is not for boxes
  defaults: (tag) => {
    if (tag === 'a') return { ...stackDefaults, color: 'inherit', 'text-decoration-line': 'none', cursor: 'pointer' };
    if (isListTag(tag)) return { ...noMargins, ...stackDefaults, 'padding-left': '0px', 'list-style-type': 'none' };
    return tag === 'figure' ? { ...noMargins, ...stackDefaults } : stackDefaults;
  },
  markup: (content, context, _id, tag) =>
    tag === 'a' ? { attributes: linkAttributes(content, (link) => context.addressOf(link)) } : {},
};
