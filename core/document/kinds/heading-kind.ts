import * as z from 'zod';
import { inkRules } from '../text/ink';
import { wordsHtml } from '../text/line-html';
import { wordsOfAtMost } from '../text/running-text';
import { insideText, wordsIn } from '../text/words';
import { headingDefaults } from './heading-sizes';
import type { Kind } from './kind';

export const headingKind: Kind = {
  kind: 'heading',
  word: 'Heading',
  purpose: 'A title; its level is its meaning, its size is style.',
  synonyms: 'title headline h1 h2',
  glyph: 'M3 2v10 M11 2v10 M3 7h8',
  order: 9,
  text: 'title',
  examples: [
    ...['One', 'Two words', 'Less < more & "quoted"', 'A line\nand another'].map((text) => ({ text })),
    { text: ['Two ', { text: 'words', as: ['em'] }] },
  ],
  tags: ['h1', 'h2', 'h3', 'h4', 'h5', 'h6'],
  group: 'widget',
  holds: [],
  content: z.strictObject({ text: wordsOfAtMost(2000) }),
  fields: [{ key: 'text', label: 'text', editor: 'words', onPage: true, varies: true }],
  defaults: headingDefaults,
  uses: (content) => insideText(content['text']),
  rulesFor: (site, contents) =>
    inkRules(
      site,
      contents.map((one) => one['text']),
    ),
  markup: (content, context) => ({ inner: wordsHtml(wordsIn(content['text']), context) }),
  fresh: () => ({ tag: 'h2', content: { base: { text: 'A new heading' } }, style: {} }),
};
