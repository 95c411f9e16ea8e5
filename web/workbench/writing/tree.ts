import type { JSONContent } from '@tiptap/core';
import {
  headingTags,
  phraseTags,
  type Block,
  type Phrase,
  type PhraseTag,
  type Words,
} from '@core/document/text/running-text';
import type { WrittenBlock } from '@core/document/text/changed-blocks';

/** The editor's names for what HTML names shorter. */
const markNames: Readonly<Record<PhraseTag, string>> = {
  strong: 'bold',
  em: 'italic',
  u: 'underline',
  s: 'strike',
  small: 'small',
  mark: 'mark',
  sub: 'sub',
  sup: 'sup',
  code: 'code',
};

type JsonMark = NonNullable<JSONContent['marks']>[number];

function marksOf({ as = [], link, lang, class: id, color }: Phrase): JsonMark[] {
  const valued = { lang, class: id, color };
  return [
    ...(link ? [{ type: 'link', attrs: { to: link.to, newTab: link.newTab ?? false, label: link.label ?? '' } }] : []),
    ...Object.entries(valued).flatMap(([type, value]) => (value === undefined ? [] : [{ type, attrs: { value } }])),
    ...phraseTags.filter((tag) => as.includes(tag)).map((tag) => ({ type: markNames[tag] })),
  ];
}

/** A line of text as the editor's inline nodes. */
export function inlineOf(words: Words): JSONContent[] {
  const phrases = typeof words === 'string' ? [words] : words;
  return phrases.flatMap((phrase) => {
    const { text, marks } =
      typeof phrase === 'string' ? { text: phrase, marks: [] } : { text: phrase.text, marks: marksOf(phrase) };
    const own = marks.length > 0 ? { marks } : {};
    return text
      .split(/(\n)/)
      .filter((piece) => piece !== '')
      .map((piece): JSONContent =>
        piece === '\n' ? { type: 'hardBreak', ...own } : { type: 'text', text: piece, ...own },
      );
  });
}

const listTypes = { ul: 'bulletList', ol: 'orderedList' } as const;

/** A block as a node of the editor. */
function nodeOf(block: Block, id?: string): JSONContent {
  const attrs = { ...(id !== undefined && { block: id }) };
  switch (block.tag) {
    case 'ul':
    case 'ol':
      return {
        type: listTypes[block.tag],
        attrs,
        content: block.items.map((item) => ({ type: 'listItem', content: item.map((one) => nodeOf(one)) })),
      };
    case 'blockquote':
      return { type: 'blockquote', attrs, content: block.holds.map((one) => nodeOf(one)) };
    case 'pre':
      return { type: 'codeBlock', attrs, content: block.says === '' ? [] : [{ type: 'text', text: block.says }] };
    case 'p':
      return { type: 'paragraph', attrs, content: inlineOf(block.says) };
    default:
      return { type: 'heading', attrs: { ...attrs, level: Number(block.tag.slice(1)) }, content: inlineOf(block.says) };
  }
}

/** Blocks as the editor's document; it always has a paragraph to write in. */
export const documentOf = (blocks: readonly WrittenBlock[]): JSONContent => ({
  type: 'doc',
  content: blocks.length === 0 ? [{ type: 'paragraph' }] : blocks.map(({ id, block }) => nodeOf(block, id)),
});

const valueOf = (marks: readonly JsonMark[], type: string): string | undefined => {
  const value: unknown = marks.find((one) => one.type === type)?.attrs?.['value'];
  return typeof value === 'string' && value !== '' ? value : undefined;
};

/** What words are, from the editor's marks. */
function phraseOf(text: string, marks: readonly JsonMark[]): string | Phrase {
  const as = phraseTags.filter((tag) => marks.some((one) => one.type === markNames[tag]));
  const link = marks.find((one) => one.type === 'link')?.attrs;
  const to: unknown = link?.['to'];
  const [lang, id, color] = ['lang', 'class', 'color'].map((type) => valueOf(marks, type));
  const phrase: Phrase = {
    text,
    ...(as.length > 0 && { as }),
    ...(typeof to === 'string' && {
      link: {
        to,
        ...(link?.['newTab'] === true && { newTab: true as const }),
        ...(typeof link?.['label'] === 'string' && link['label'] !== '' && { label: link['label'] }),
      },
    }),
    ...(lang !== undefined && { lang }),
    ...(id !== undefined && { class: id }),
    ...(color !== undefined && { color }),
  };
  return Object.keys(phrase).length === 1 ? text : phrase;
}

const withoutText = (phrase: string | Phrase): string =>
  typeof phrase === 'string' ? '' : JSON.stringify({ ...phrase, text: '' });

/** Inline nodes as a line of text: what is the same side by side is one phrase, and plain words are a string. */
export function wordsOf(nodes: readonly JSONContent[] = []): Words {
  const out: (string | Phrase)[] = [];
  for (const node of nodes) {
    const text = node.type === 'hardBreak' ? '\n' : (node.text ?? '').replace(/\u00a0/g, ' ');
    if (text === '') continue;
    const phrase = phraseOf(text, node.marks ?? []);
    const last = out.at(-1);
    if (last === undefined || withoutText(last) !== withoutText(phrase)) out.push(phrase);
    else if (typeof last === 'string') out[out.length - 1] = last + text;
    else out[out.length - 1] = { ...last, text: last.text + text };
  }
  if (out.length === 0) return '';
  return out.length === 1 && typeof out[0] === 'string' ? out[0] : out;
}

const titleTag = (level: unknown): (typeof headingTags)[number] =>
  headingTags.find((tag) => tag === `h${String(level)}`) ?? 'h2';

/** A node of the editor as a block; undefined where a text has no such. */
function blockOf(node: JSONContent): Block | undefined {
  const held = (of: JSONContent): Block[] => (of.content ?? []).flatMap((one) => blockOf(one) ?? []);
  switch (node.type) {
    case 'paragraph':
      return { tag: 'p', says: wordsOf(node.content) };
    case 'heading':
      return { tag: titleTag(node.attrs?.['level']), says: wordsOf(node.content) };
    case 'codeBlock':
      return { tag: 'pre', says: (node.content ?? []).map((one) => one.text ?? '').join('') };
    case 'bulletList':
    case 'orderedList':
      return { tag: node.type === 'bulletList' ? 'ul' : 'ol', items: (node.content ?? []).map(held) };
    case 'blockquote':
      return { tag: 'blockquote', holds: held(node) };
    default:
      return undefined;
  }
}

/** What is written in the editor, block by block. */
export const writtenIn = (document: JSONContent): WrittenBlock[] =>
  (document.content ?? []).flatMap((node) => {
    const block = blockOf(node);
    const id: unknown = node.attrs?.['block'];
    return block ? [{ id: typeof id === 'string' ? id : undefined, block }] : [];
  });
