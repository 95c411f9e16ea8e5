import { inOrder } from './blocks';
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

const isText = (value: unknown): value is RunningText | Words =>
  // a field that says words, read by its kind's schema
  typeof value === 'string' || (typeof value === 'object' && value !== null);

const linesIn = (text: RunningText | Words): Words[] =>
  typeof text === 'string' || Array.isArray(text) ? [text] : inOrder(text).flatMap(linesOf);

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
  if (!Array.isArray(value)) inOrder(value as RunningText).forEach(visit); // read by its kind's schema
  return { tags: [...tags], classes: [...classes], values: [...values] };
}

/** A text whose links are others where `change` says so; the same object where none is. */
export function withLinks<Text extends RunningText | Words>(
  text: Text,
  change: (to: string) => string | undefined,
): Text {
  const put = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(put);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(
      Object.entries(value).map(([key, inner]) => {
        const link = key === 'link' ? (inner as PhraseLink) : undefined; // only phrases have this field
        return [key, link ? { ...link, to: change(link.to) ?? link.to } : put(inner)];
      }),
    );
  };
  return linksIn(text).some(({ to }) => (change(to) ?? to) !== to) ? (put(text) as Text) : text; // of the same shape
}
