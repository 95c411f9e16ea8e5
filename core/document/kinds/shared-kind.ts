import * as z from 'zod';
import { Identifier } from '../identifier';
import type { Kind } from './kind';

/** Stands on a page for a section that stands once, in the site: what it shows is that section. */
export const sharedKind: Kind = {
  kind: 'shared',
  word: 'Shared section',
  purpose: 'A section that is the same on every page that has it.',
  glyph: 'M1 2.5h12v3.5h-12z M1 8h12v3.5h-12z',
  order: 99,
  examples: [{ section: 'nowhere' }],
  tags: ['section'],
  group: 'section',
  holds: [],
  refers: true,
  content: z.strictObject({ section: Identifier }),
  fields: [],
  defaults: () => ({}),
  markup: () => ({}),
  fresh: () => ({ tag: 'section', content: { base: { section: 'nowhere' } }, style: {} }),
};
