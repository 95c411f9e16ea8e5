import * as z from 'zod';
import { baseOf } from '../breakpoint';
import type { Declarations } from '../style-map';
import { stackDefaults } from './box-defaults';
import type { Kind } from './kind';

type Facts = Pick<Kind, 'kind' | 'word' | 'purpose' | 'synonyms' | 'glyph' | 'order' | 'tags' | 'group'> & {
  readonly begins: Declarations;
};

/**
 * A kind of box that stacks boxes and widgets and has no content of its own; `begins` is the style a new one is given
 * at the base.
 */
export const stackKind = ({ begins, ...facts }: Facts): Kind => ({
  ...facts,
  holds: ['box', 'widget'],
  content: z.strictObject({}),
  examples: [{}],
  fields: [],
  defaults: () => stackDefaults,
  markup: () => ({}),
  fresh: (site) => ({
    tag: facts.tags[0]!,
    content: { base: {} },
    style: { [baseOf(site.breakpoints).id]: { normal: begins } },
  }),
});
