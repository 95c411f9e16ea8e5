import * as z from 'zod';
import { stackDefaults } from './box-defaults';
import type { Kind } from './kind';
import { baseOf } from '../breakpoint';

export const columnKind: Kind = {
  kind: 'column',
  word: 'Column',
  purpose: 'One of several columns; it stacks what it holds.',
  tags: ['div', 'article', 'aside'],
  group: 'column',
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
