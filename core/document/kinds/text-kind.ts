import * as z from 'zod';
import { isLineTag, tagOf } from '../text/blocks';
import { textHtml } from '../text/html';
import { inkRules } from '../text/ink';
import { headingTags, RunningText } from '../text/running-text';
import { insideText, runningTextIn } from '../text/words';
import { headingDefaults, headingsInside } from './heading-sizes';
import type { Kind } from './kind';
import { noBox, noMargins } from './no-margins';

/** What a part says; nothing where it says nothing. */
const textIn = (content: Record<string, unknown>): RunningText => runningTextIn(content['text']);

const indent = '1.5em';

/** What a text is by nature, from the element it is published as. */
function defaultsOf(tag: string): Kind['defaults'] extends (tag: string) => infer Style ? Style : never {
  if (tag === 'p') return noMargins;
  if (isLineTag(tag)) return headingDefaults(tag);
  if (tag === 'ul') return { ...noBox, 'padding-left': indent };
  if (tag === 'ol') return { ...noBox, 'padding-left': indent, 'list-style-type': 'decimal' };
  if (tag === 'pre') return { ...noBox, 'white-space-collapse': 'preserve', 'text-wrap-mode': 'wrap' };
  return noBox;
}

export const textKind: Kind = {
  kind: 'text',
  word: 'Text',
  purpose: 'Paragraphs to read, with lists, quotes and links.',
  synonyms: 'paragraph copy list quote rich text',
  glyph: 'M2 3h10 M2 6h10 M2 9h10 M2 12h6',
  order: 10,
  text: 'prose',
  examples: [
    ...['One', 'Two words', 'Less < more & "quoted"', 'A line\nand another'].map((text) => ({ text })),
    { text: { first: { at: 'a0', block: { tag: 'p', says: ['A ', { text: 'bold', as: ['strong'] }, ' word'] } } } },
    {
      text: {
        first: { at: 'a0', block: { tag: 'h3', says: 'A heading' } },
        two: { at: 'a1', block: { tag: 'ul', items: [[{ tag: 'p', says: 'One' }], [{ tag: 'p', says: 'Two' }]] } },
        three: { at: 'a2', block: { tag: 'blockquote', holds: [{ tag: 'p', says: 'Said < written' }] } },
      },
    },
  ],
  tags: ['p', ...headingTags, 'ul', 'ol', 'blockquote', 'pre', 'div'],
  group: 'widget',
  holds: [],
  content: z.strictObject({ text: RunningText }),
  fields: [{ key: 'text', label: 'text', editor: 'blocks', onPage: true, varies: true }],
  tagFor: (contents) => tagOf(contents.map(textIn)),
  uses: (content) => insideText(content['text']),
  mark: '_text',
  markedTags: ['ul', 'ol', 'blockquote', 'pre', 'div'],
  defaults: defaultsOf,
  inside:
    ':where(._text :is(p,h2,h3,h4,h5,h6,ul,ol,blockquote,pre)){margin:0}._text>*+*,._text>[class^=_at-]>*+*{margin-top:.75em}._text li>*+*{margin-top:.25em}' +
    `:where(._text :is(ul,ol)){padding-left:${indent}}:where(._text blockquote){padding-left:1em;border-left:3px solid}:where(._text pre){white-space:pre-wrap}` +
    headingsInside('._text'),
  rulesFor: (site, contents) =>
    inkRules(
      site,
      contents.map((one) => one['text']),
    ),
  markup: (content, context, _id, tag = 'p') => ({ inner: textHtml(textIn(content), tag, context) }),
  varied: (variants, context, _id, tag = 'p') => {
    const around = tag === 'div' ? 'div' : 'span';
    return {
      inner: variants
        .map(
          ({ className, content }) =>
            `<${around} class="${className}">${textHtml(textIn(content), tag, context)}</${around}>`,
        )
        .join(''),
    };
  },
  fresh: () => ({
    tag: 'p',
    content: { base: { text: 'Write here what visitors should read. Double-click to begin.' } },
    style: {},
  }),
};
