import { blocksOf, inOrder } from './blocks';
import type { Block, Phrase, PhraseLink, RunningText, Words } from './running-text';

/** The words of a line, without what they are besides. */
export const plainWords = (words: Words): string =>
  typeof words === 'string' ? words : words.map((one) => (typeof one === 'string' ? one : one.text)).join('');

/** The lines of a block and of all it holds, in order. */
export function linesOf(block: Block): Words[] {
  switch (block.tag) {
    case 'ul':
    case 'ol':
      return block.items.flat().flatMap(linesOf);
    case 'blockquote':
      return block.holds.flatMap(linesOf);
    default:
      return [block.says];
  }
}

/** Whether a field of a document says words of one line; what a document holds is read by its schema. */
export const isWords = (value: unknown): value is Words => typeof value === 'string' || Array.isArray(value);

/** Whether a field of a document says a running text. */
export const isRunningText = (value: unknown): value is RunningText =>
  typeof value === 'string' || (typeof value === 'object' && value !== null && !Array.isArray(value));

/** What a field of a document says in one line; nothing where it says no such thing. */
export const wordsIn = (value: unknown): Words => (isWords(value) ? value : '');

/** What a field of a document says as a running text; nothing where it says no such thing. */
export const runningTextIn = (value: unknown): RunningText => (isRunningText(value) ? value : '');

/** Whether a field of a document says words, in a line or running. */
export const isText = (value: unknown): value is RunningText | Words => isWords(value) || isRunningText(value);

const linesIn = (text: RunningText | Words): Words[] => (isWords(text) ? [text] : inOrder(text).flatMap(linesOf));

/** What a field of text says in plain words, a line for each paragraph; empty where it says nothing. */
export const inPlain = (value: unknown): string => (isText(value) ? linesIn(value).map(plainWords).join('\n') : '');

/** The phrases of a field of text that are more than plain words. */
export const phrasesOf = (value: unknown): Phrase[] =>
  isText(value)
    ? linesIn(value).flatMap((line) => (typeof line === 'string' ? [] : line.filter((one) => typeof one !== 'string')))
    : [];

/** Where the words of a text lead. */
export const linksIn = (value: unknown): PhraseLink[] =>
  typeof value === 'string' ? [] : phrasesOf(value).flatMap((one) => one.link ?? []);

/** What stands inside a text's own element, and is no part. */
export interface Inside {
  readonly tags: readonly string[];
  /** Ids of classes. */
  readonly classes: readonly string[];
  /** CSS values. */
  readonly values: readonly string[];
}

export const nothingInside: Inside = { tags: [], classes: [], values: [] };

/** The tags, classes and colours of the elements inside a text. */
export function insideText(value: unknown): Inside {
  if (typeof value !== 'object' || value === null) return nothingInside;
  const tags = new Set<string>();
  const classes = new Set<string>();
  const values = new Set<string>();
  for (const { as = [], link, class: name, color } of phrasesOf(value)) {
    for (const tag of as) tags.add(tag);
    if (link) tags.add('a');
    if (name !== undefined) classes.add(name);
    if (color !== undefined) values.add(color);
  }
  const visit = (block: Block): void => {
    tags.add(block.tag);
    if ('items' in block) {
      tags.add('li');
      block.items.flat().forEach(visit);
    }
    if ('holds' in block) block.holds.forEach(visit);
  };
  if (isRunningText(value)) inOrder(value).forEach(visit);
  return { tags: [...tags], classes: [...classes], values: [...values] };
}

/** A text whose links are others where `change` says so; the same object where none is. */
export function withLinks(text: RunningText | Words, change: (to: string) => string | undefined): RunningText | Words {
  if (!linksIn(text).some(({ to }) => (change(to) ?? to) !== to)) return text;
  return withPhrases(text, (one) =>
    one.link ? { ...one, link: { ...one.link, to: change(one.link.to) ?? one.link.to } } : one,
  );
}

/** A text without its links to an address; their words stay. */
export const withoutLinks = (text: RunningText | Words, to: string): RunningText | Words =>
  withPhrases(text, (one) => {
    if (one.link?.to !== to) return one;
    const { link: _gone, ...rest } = one;
    return rest;
  });

/** A text whose phrases are others; one that is nothing but its words any more is plain. */
export function withPhrases(text: RunningText | Words, change: (phrase: Phrase) => Phrase): RunningText | Words {
  const changed = (one: string | Phrase): string | Phrase => {
    if (typeof one === 'string') return one;
    const next = change(one);
    return Object.keys(next).length === 1 ? next.text : next;
  };
  const inLine = (line: Words): Words => (typeof line === 'string' ? line : line.map(changed));
  if (isWords(text)) return inLine(text);
  if (typeof text === 'string') return text;
  return Object.fromEntries(
    Object.entries(blocksOf(text)).map(([id, placed]) => [id, { ...placed, block: withLines(placed.block, inLine) }]),
  );
}

/** A block whose lines, and those of all it holds, are others. */
function withLines(block: Block, change: (line: Words) => Words): Block {
  const inside = (blocks: readonly Block[]): Block[] => blocks.map((one) => withLines(one, change));
  switch (block.tag) {
    case 'ul':
    case 'ol':
      return { ...block, items: block.items.map(inside) };
    case 'blockquote':
      return { ...block, holds: inside(block.holds) };
    case 'pre':
      return block;
    default:
      return { ...block, says: change(block.says) };
  }
}
