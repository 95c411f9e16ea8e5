import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import { asText, blocksOf, sameBlock, type BlockChange } from './blocks';
import { firstBlock, type Block, type RunningText } from './running-text';

/** A text of these blocks, one after the other. */
export function textOf(blocks: readonly Block[]): RunningText {
  const keys = generateNKeysBetween(null, null, blocks.length);
  return asText(
    Object.fromEntries(
      blocks.map((block, index) => [
        index === 0 ? firstBlock.id : `b${index + 1}`,
        { at: index === 0 && blocks.length === 1 ? firstBlock.at : keys[index]!, block },
      ]),
    ),
  );
}

/** A block where a person writes it: without an id where it is new. */
export interface WrittenBlock {
  readonly id: string | undefined;
  readonly block: Block;
}

/** The longest key of a place before all of a text's are given anew. */
const longestKey = 60;

/** Places for blocks that stand one after the other: kept where they rise already. */
function places(known: readonly (string | undefined)[]): string[] {
  try {
    const kept = rising(known);
    const out: string[] = [];
    for (let at = 0; at < known.length;) {
      if (kept[at] !== undefined) {
        out.push(kept[at]!);
        at++;
        continue;
      }
      let end = at;
      while (end < known.length && kept[end] === undefined) end++;
      out.push(...generateNKeysBetween(out.at(-1) ?? null, kept[end] ?? null, end - at));
      at = end;
    }
    if (out.every((key) => key.length <= longestKey)) return out;
  } catch {
    // a key that this package did not make
  }
  return generateNKeysBetween(null, null, known.length);
}

/** Of keys, the longest run of those that rise, the others left out: what was moved gets a new place. */
function rising(keys: readonly (string | undefined)[]): (string | undefined)[] {
  const best: number[] = [];
  const before = new Map<number, number>();
  keys.forEach((key, index) => {
    if (key === undefined) return;
    generateKeyBetween(key, null); // throws for a key that is none
    const isLast = best.length === 0 || keys[best.at(-1)!]! < key; // as where nothing was moved
    const at = isLast ? best.length : best.findIndex((one) => keys[one]! >= key);
    if (at > 0) before.set(index, best[at - 1]!);
    best[at] = index;
  });
  const kept = new Set<number>();
  for (let at = best.at(-1); at !== undefined; at = before.get(at)) kept.add(at);
  return keys.map((key, index) => (kept.has(index) ? key : undefined));
}

/**
 * What makes of a text as it was known the blocks as they are written now: each block that is another, those that are
 * new, under ids
 * of `newId`, and those that went. What others put into the text meanwhile, and is not known, stays.
 */
export function changedBlocks(
  known: RunningText,
  written: readonly WrittenBlock[],
  newId: () => string,
): { readonly changes: readonly BlockChange[]; readonly ids: readonly string[] } {
  const before = blocksOf(known);
  const given = new Set<string>();
  const ids = written.map(({ id }) => {
    const own = id !== undefined && !given.has(id) ? id : newId();
    given.add(own);
    return own;
  });
  if (Object.keys(before).length === 0 && ids.length > 0 && !given.has(firstBlock.id)) ids[0] = firstBlock.id;
  const wholly = written.length === 1 && ids[0] === firstBlock.id; // which is a string where it is plain
  const at = wholly
    ? [firstBlock.at]
    : places(
        ids.map((id) =>
          Object.hasOwn(before, id) ? before[id]!.at : id === firstBlock.id ? firstBlock.at : undefined,
        ),
      );
  const changes: BlockChange[] = Object.keys(before)
    .filter((id) => !given.has(id))
    .map((id) => ({ id, placed: undefined }));
  written.forEach(({ block }, index) => {
    const [id, placed] = [ids[index]!, { at: at[index]!, block }];
    const was = Object.hasOwn(before, id) ? before[id] : undefined;
    if (!was || was.at !== placed.at || !sameBlock(was.block, block)) changes.push({ id, placed });
  });
  return { changes, ids };
}
