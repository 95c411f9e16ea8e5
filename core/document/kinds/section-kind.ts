import * as z from 'zod';
import { baseOf } from '../breakpoint';
import { stackDefaults } from './box-defaults';
import type { Kind } from './kind';

export const sectionKind: Kind = {
  kind: 'section',
  word: 'Section',
  purpose: 'A band across the whole page.',
  tags: ['section', 'header', 'footer', 'nav', 'aside', 'div'],
  group: 'section',
  holds: ['box', 'widget'],
  content: z.strictObject({}),
  fields: [],
  defaults: () => stackDefaults,
  markup: () => ({}),
  fresh: (site) => ({
    tag: 'section',
    content: { base: {} },
    style: {
      [baseOf(site.breakpoints).id]: {
        normal: {
          'min-height': '320px',
          'padding-top': '64px',
          'padding-right': '5%',
          'padding-bottom': '64px',
          'padding-left': '5%',
          'row-gap': '24px',
          'column-gap': '24px',
        },
      },
    },
  }),
};
