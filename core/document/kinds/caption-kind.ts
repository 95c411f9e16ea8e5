import { noMargins } from './no-margins';
import { headingKind } from './heading-kind';
import type { Kind } from './kind';

/** What is said of a picture below it, or above it: a `figcaption` in a figure, first or last (HTML, section 4.4.13), and plain words elsewhere. */
export const captionKind: Kind = {
  kind: 'caption',
  word: 'Caption',
  purpose: 'Words on a picture, with whose it is; they stand with it in a figure.',
  synonyms: 'figcaption legend',
  glyph: 'M2 2h10v6.5h-10z M3 10.5h8 M5 12.5h4',
  order: 11.5,
  text: 'prose',
  examples: headingKind.examples,
  tags: ['p', 'figcaption'],
  group: 'widget',
  holds: [],
  content: headingKind.content,
  fields: headingKind.fields,
  mark: '_caption',
  defaults: () => ({ ...noMargins, 'font-size': '14px', 'line-height': '1.45' }),
  ...(headingKind.uses && { uses: headingKind.uses }),
  ...(headingKind.rulesFor && { rulesFor: headingKind.rulesFor }),
  markup: headingKind.markup,
  fresh: () => ({
    tag: 'p',
    content: { base: { text: 'What the picture shows, and whose it is' } },
    style: {},
  }),
};
