import { blocksOf, orderOf, sameBlock } from './blocks';
import { type WrittenBlock } from './changed-blocks';
import type { RunningText } from './running-text';

/**
 * What stands where a person writes once other people's changes have come in: `known` is the text as it was last the
 * same on both sides, `written`
 * the blocks as they are written now, `now` the text as it has become. A block both have changed stays as it is
 * written here; one that is changed
 * here and has gone there stays too.
 */
export function merged(known: RunningText, written: readonly WrittenBlock[], now: RunningText): WrittenBlock[] {
  const [before, theirs] = [blocksOf(known), blocksOf(now)];
  const mine = new Map(written.flatMap((one) => (one.id === undefined ? [] : [[one.id, one] as const])));
  const was = (id: string): boolean => Object.hasOwn(before, id);
  const isChangedHere = (id: string): boolean =>
    mine.has(id) && (!was(id) || !sameBlock(before[id]!.block, mine.get(id)!.block));
  const isChangedThere = (id: string): boolean => !was(id) || !sameBlock(before[id]!.block, theirs[id]!.block);
  const stays = (id: string): boolean => mine.has(id) || isChangedThere(id);
  const common = written.flatMap(({ id }) => (id !== undefined && was(id) ? [id] : []));
  const ownOrder =
    common.join() !==
    orderOf(known)
      .filter((id) => common.includes(id))
      .join();
  const out: WrittenBlock[] = orderOf(now)
    .filter(stays)
    .map((id) => (isChangedHere(id) ? mine.get(id)! : { id, block: theirs[id]!.block }));
  if (ownOrder) arrangeLike(out, written);
  written.forEach((one, index) => {
    if (one.id !== undefined && (Object.hasOwn(theirs, one.id) || !isChangedHere(one.id))) return;
    const previous = written
      .slice(0, index)
      .findLast(({ id }) => out.some((other) => other.id === id && id !== undefined));
    const after = written[index - 1];
    const at =
      after && out.includes(after)
        ? out.indexOf(after)
        : out.findIndex(({ id }) => id !== undefined && id === previous?.id);
    out.splice(at + 1, 0, one);
  });
  return out;
}

/** Gives the blocks that are in both lists the order of the second. */
function arrangeLike(blocks: WrittenBlock[], like: readonly WrittenBlock[]): void {
  const places = new Map(like.map(({ id }, index) => [id, index]));
  const sorted = blocks.filter(({ id }) => places.has(id)).sort((a, b) => places.get(a.id)! - places.get(b.id)!);
  blocks.forEach(({ id }, index) => {
    if (places.has(id)) blocks[index] = sorted.shift()!;
  });
}
