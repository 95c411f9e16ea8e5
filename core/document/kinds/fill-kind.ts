import * as z from 'zod';
import { Identifier } from '../identifier';
import type { Kind } from './kind';

/**
 * Holds, below a use of an own part, what stands in one of its slots there; seen, it is the part within that is the
 * slot.
 */
export const fillKind: Kind = {
  kind: 'fill',
  word: 'Slot',
  purpose: 'What stands in a slot of an own part where it is used.',
  glyph: 'M2.5 2.5h9v9h-9z',
  order: 97,
  examples: [{ slot: 'nowhere' }],
  tags: ['div'],
  group: 'fill',
  holds: ['box', 'widget'],
  refers: true,
  content: z.strictObject({ slot: Identifier }),
  fields: [],
  defaults: () => ({}),
  markup: () => ({}),
  fresh: () => ({ tag: 'div', content: { base: { slot: 'nowhere' } }, style: {} }),
};
