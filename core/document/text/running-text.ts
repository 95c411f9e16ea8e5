import * as z from 'zod';
import { ClassName } from '../class-name';
import { Identifier } from '../identifier';
import { Link } from '../kinds/link';

/** What words can be, by the names HTML has for it; the outermost first. */
export const phraseTags = ['strong', 'em', 'u', 's', 'small', 'mark', 'sub', 'sup', 'code'] as const;
export type PhraseTag = (typeof phraseTags)[number];

/** A language as BCP 47 writes it, as far as a page needs: `fr`, `pt-BR`, `zh-Hant`. */
export const Language = z
  .string()
  .max(35)
  .regex(/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'A language is written like fr, pt-BR or zh-Hant.');

/** Where words lead. */
export const PhraseLink = z.strictObject({
  to: Link.refine((link) => link !== '', 'A link leads somewhere.'),
  /** It opens a tab of its own. */
  newTab: z.literal(true).optional(),
  /** What is read out instead of the words. */
  label: z.string().max(300).optional(),
});
export type PhraseLink = z.infer<typeof PhraseLink>;

/** Words that are more than plain. */
export const Phrase = z.strictObject({
  text: z.string().min(1).max(100_000),
  as: z.array(z.enum(phraseTags)).min(1).max(phraseTags.length).optional(),
  link: PhraseLink.optional(),
  lang: Language.optional(),
  /** The id of a class of the site. */
  class: ClassName.optional(),
  /** A CSS colour. */
  color: z.string().min(1).max(100).optional(),
});
export type Phrase = z.infer<typeof Phrase>;

/** One line of text: plain, or phrase by phrase. A line end in it is a line break. */
export function wordsOfAtMost(most: number): z.ZodType<Words> {
  const tooLong = `This is longer than the ${most.toLocaleString('en')} characters there is room for.`;
  const plain = z.string().max(most, tooLong);
  const phrases = z
    .array(z.union([plain.min(1), Phrase]))
    .max(20_000)
    .refine((all) => lengthOf(all) <= most, tooLong);
  return z.union([plain, phrases], 'This is no text.');
}
export type Words = string | (string | Phrase)[];

const lengthOf = (phrases: readonly (string | Phrase)[]): number =>
  phrases.reduce((sum, one) => sum + (typeof one === 'string' ? one : one.text).length, 0);

const mostInBlock = 100_000;
const Line = wordsOfAtMost(mostInBlock);
export const headingTags = ['h2', 'h3', 'h4', 'h5', 'h6'] as const;
const lineTags = ['p', ...headingTags] as const;

/** A paragraph or heading, a list, a quote, or code as it was typed. */
export type Block =
  | { readonly tag: (typeof lineTags)[number]; readonly says: Words }
  | { readonly tag: 'pre'; readonly says: string }
  | { readonly tag: 'ul' | 'ol'; readonly items: readonly (readonly Block[])[] }
  | { readonly tag: 'blockquote'; readonly holds: readonly Block[] };
export type BlockTag = Block['tag'];

/** So deep lists and quotes may stand in one another. */
export const deepestBlock = 8;

/** Blocks that stand at most so deep in one another. */
function blockOfDepth(depth: number): z.ZodType<Block> {
  const line = z.strictObject({ tag: z.enum(lineTags), says: Line });
  const code = z.strictObject({ tag: z.literal('pre'), says: z.string().max(mostInBlock) });
  if (depth <= 1) return z.discriminatedUnion('tag', [line, code], 'Lists and quotes stand too deep in one another.');
  const held = z.array(blockOfDepth(depth - 1)).min(1);
  return z.discriminatedUnion('tag', [
    line,
    code,
    z.strictObject({ tag: z.enum(['ul', 'ol']), items: z.array(held.max(50)).min(1).max(2000) }),
    z.strictObject({ tag: z.literal('blockquote'), holds: held.max(500) }),
  ]);
}
export const Block = blockOfDepth(deepestBlock);

/** A key by which the blocks of a text are sorted, with room between any two. */
export const Order = z
  .string()
  .max(200)
  .regex(/^[A-Za-z0-9]+$/, 'A place in a text is written in letters and digits.');

/** A block of a text, and its place among the others. */
export const PlacedBlock = z.strictObject({ at: Order, block: Block });
export type PlacedBlock = z.infer<typeof PlacedBlock>;

export const mostBlocks = 5000;
export const mostCharacters = 1_000_000;

/** The id and place of the block of a text that is a string. */
export const firstBlock = { id: 'first', at: 'a0' } as const;

type Blocks = Readonly<Record<string, PlacedBlock>>;

/** Whether blocks say no more than a string can. */
export function isPlain(blocks: Blocks): boolean {
  const ids = Object.keys(blocks);
  if (ids.length === 0) return true;
  const only = ids.length === 1 && Object.hasOwn(blocks, firstBlock.id) ? blocks[firstBlock.id]! : undefined;
  return only?.at === firstBlock.at && only.block.tag === 'p' && typeof only.block.says === 'string';
}

const isTooLong = (blocks: Blocks): boolean => JSON.stringify(blocks).length > 2 * mostCharacters;

/** Paragraphs, lists, quotes … by id; one plain paragraph, or nothing at all, is a string. */
export const RunningText = z.union(
  [
    z.string().max(mostInBlock, 'One paragraph has at most 100,000 characters.'),
    z
      .record(Identifier, PlacedBlock)
      .refine((blocks) => Object.keys(blocks).length <= mostBlocks, 'One text has at most 5,000 paragraphs.')
      .refine((blocks) => !isPlain(blocks), 'One plain paragraph is written as a string.')
      .refine((blocks) => !isTooLong(blocks), 'One text has at most a million characters.'),
  ],
  { error: (issue) => innermost(issue.errors) },
);
export type RunningText = z.infer<typeof RunningText>;

/** What is wrong with a text, in the words of the alternative it comes nearest to. */
const innermost = (tried: unknown): string => {
  const issues = z.array(z.array(z.object({ message: z.string(), code: z.string() }))).safeParse(tried).data ?? [];
  const found = issues.flat().find((one) => one.code !== 'invalid_type');
  return found?.message ?? 'This is no running text.';
};
