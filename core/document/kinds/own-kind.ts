import * as z from 'zod';
import { Identifier } from '../identifier';
import { insideText } from '../text/words';
import type { Kind } from './kind';

/** What one use says for itself: the part within, a point, and the field of that part. */
const differing = /^[a-z][a-z0-9-]{0,39}\.[a-z][A-Za-z0-9-]{0,39}$/;
const most = 400;

/**
 * Stands for an own part of the site, which stands once, in the site: what it shows is that, with what it says for
 * itself of the fields that may differ.
 */
export const ownKind: Kind = {
  kind: 'own',
  word: 'Own part',
  purpose: 'A part the site has made: the same wherever it is used.',
  glyph: 'M2.5 2.5h9v9h-9z M5 5h4v4h-4z',
  order: 98,
  examples: [{ section: 'nowhere' }],
  tags: ['div'],
  group: 'box',
  holds: ['fill'],
  refers: true,
  content: z
    .object({ section: Identifier })
    .catchall(z.json())
    .refine(
      (content) => Object.keys(content).every((key) => key === 'section' || differing.test(key)),
      'An own part has no such field.',
    )
    .refine((content) => Object.keys(content).length <= most, `A use of an own part says at most ${most} things.`),
  fields: [],
  uses: (content) => {
    const all = Object.values(content).map(insideText);
    return {
      tags: all.flatMap(({ tags }) => tags),
      classes: all.flatMap(({ classes }) => classes),
      values: all.flatMap(({ values }) => values),
    };
  },
  defaults: () => ({}),
  markup: () => ({}),
  fresh: () => ({ tag: 'div', content: { base: { section: 'nowhere' } }, style: {} }),
};
