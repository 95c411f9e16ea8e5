import { firstBlock, isPlain, type Block, type BlockTag, type PlacedBlock, type RunningText } from './running-text';

/** The blocks of a text by id; a string is one paragraph, and an empty one nothing. */
export function blocksOf(text: RunningText): Readonly<Record<string, PlacedBlock>> {
  if (typeof text !== 'string') return text;
  return text === '' ? {} : { [firstBlock.id]: { at: firstBlock.at, block: { tag: 'p', says: text } } };
}

/** Blocks as a text: a string where that says all. */
export const asText = (blocks: Readonly<Record<string, PlacedBlock>>): RunningText => {
  if (!isPlain(blocks)) return blocks;
  const only = blocks[firstBlock.id]?.block;
  return only?.tag === 'p' && typeof only.says === 'string' ? only.says : '';
};

/** One block of a text that is set, or goes. */
export interface BlockChange {
  readonly id: string;
  readonly placed: PlacedBlock | undefined;
}

/** A text with some of its blocks set, or gone. */
export function withBlocks(text: RunningText, changes: readonly BlockChange[]): RunningText {
  const blocks: Record<string, PlacedBlock> = { ...blocksOf(text) };
  for (const { id, placed } of changes) {
    if (placed) blocks[id] = placed;
    else delete blocks[id];
  }
  return asText(blocks);
}

/** A text with one block set, or without it. */
export const withBlock = (text: RunningText, id: string, placed: PlacedBlock | undefined): RunningText =>
  withBlocks(text, [{ id, placed }]);

/** The ids of a text's blocks in their order. */
export function orderOf(text: RunningText): string[] {
  const blocks = blocksOf(text);
  const after = (a: string, b: string): boolean =>
    blocks[a]!.at === blocks[b]!.at ? a > b : blocks[a]!.at > blocks[b]!.at;
  return Object.keys(blocks).sort((a, b) => (after(a, b) ? 1 : -1));
}

/** The blocks of a text in their order. */
export const inOrder = (text: RunningText): Block[] => orderOf(text).map((id) => blocksOf(text)[id]!.block);

export const sameBlock = (a: Block, b: Block): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** The element a text is published as: its only block's own, or a `div` around several. */
export function tagOf(texts: readonly RunningText[]): 'div' | BlockTag {
  const tags = new Set(
    texts.map((text) => {
      if (typeof text === 'string') return 'p';
      const blocks = Object.values(text);
      return blocks.length === 1 ? blocks[0]!.block.tag : 'div';
    }),
  );
  const [only] = tags;
  if (tags.size !== 1 || only === undefined) return 'div';
  return texts.length > 1 && !isLineTag(only) ? 'div' : only;
}

export const isLineTag = (tag: string): boolean => /^(p|h[2-6])$/.test(tag);
