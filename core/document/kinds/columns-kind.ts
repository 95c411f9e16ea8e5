import * as z from 'zod';
import { baseOf, outwards } from '../breakpoint';
import { stackDefaults } from './box-defaults';
import type { Kind } from './kind';

export const columnsKind: Kind = {
  kind: 'columns',
  word: 'Columns',
  purpose: 'Columns side by side, each with its share of the width.',
  synonyms: 'grid side by side layout',
  glyph: 'M1.5 2h4.6v10h-4.6z M7.9 2h4.6v10h-4.6z',
  order: 4,
  examples: [{}],
  tags: ['div'],
  group: 'box',
  holds: ['column'],
  content: z.strictObject({}),
  fields: [],
  mark: '_cols',
  defaults: () => ({ ...stackDefaults, display: 'grid' }),
  markup: () => ({}),
  fresh: (site) => {
    const narrowest = outwards(site.breakpoints)
      .filter((one) => one.side === 'down')
      .at(-1);
    return {
      tag: 'div',
      content: { base: {} },
      style: {
        [baseOf(site.breakpoints).id]: {
          normal: { 'grid-template-columns': '1fr 1fr', 'row-gap': '24px', 'column-gap': '24px' },
        },
        ...(narrowest && { [narrowest.id]: { normal: { 'grid-template-columns': '1fr' } } }),
      },
    };
  },
};
