import * as z from 'zod';
import { baseOf } from '../breakpoint';
import { stackDefaults } from './box-defaults';
import type { Kind } from './kind';

export const containerKind: Kind = {
  kind: 'container',
  word: 'Container',
  purpose: 'A box that lays out what it holds, in a column, a row or a grid.',
  tags: ['div', 'article', 'aside', 'nav'],
  group: 'box',
  holds: ['box', 'widget'],
  content: z.strictObject({}),
  fields: [],
  defaults: () => stackDefaults,
  markup: () => ({}),
  fresh: (site) => ({
    tag: 'div',
    content: { base: {} },
    style: { [baseOf(site.breakpoints).id]: { normal: { 'row-gap': '16px', 'column-gap': '16px' } } },
  }),
};
