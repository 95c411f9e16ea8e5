import fc from 'fast-check';
import { blockEdits, someText } from './testing/some-text';
import { blocksOf, orderOf, withBlock } from './blocks';
import { changedBlocks, type WrittenBlock } from './changed-blocks';
import { merged } from './merge';
import type { RunningText } from './running-text';

const asWritten = (text: RunningText): WrittenBlock[] =>
  orderOf(text).map((id) => ({ id, block: blocksOf(text)[id]!.block }));

/** A text after somebody else's edit of it. */
function edited(
  text: RunningText,
  edit: (blocks: readonly WrittenBlock[]) => WrittenBlock[],
  name: string,
): RunningText {
  let count = 0;
  return changedBlocks(text, edit(asWritten(text)), () => `${name}-${count++}`).changes.reduce<RunningText>(
    (one, { id, placed }) => withBlock(one, id, placed),
    text,
  );
}

describe('What others change while one writes', () => {
  it('comes in as it is where nothing was written, and what is written stays where nothing came in', () => {
    fc.assert(
      fc.property(someText, blockEdits, (text, edit) => {
        const now = edited(text, edit, 'theirs');
        expect(merged(text, asWritten(text), now)).toEqual(asWritten(now));
        const written = asWritten(edited(text, edit, 'mine'));
        expect(merged(text, written, text)).toEqual(written);
      }),
    );
  });

  it('loses no word of either: what both changed stays as it is written here', () => {
    fc.assert(
      fc.property(someText, blockEdits, blockEdits, (text, mine, theirs) => {
        const written = asWritten(edited(text, mine, 'mine'));
        const now = edited(text, theirs, 'theirs');
        const both = merged(text, written, now);
        const [before, there] = [blocksOf(text), blocksOf(now)];
        for (const { id, block } of written) {
          const was = Object.hasOwn(before, id!) ? JSON.stringify(before[id!]!.block) : undefined;
          if (JSON.stringify(block) !== was) expect(both.find((one) => one.id === id)?.block).toEqual(block);
        }
        for (const [id, { block }] of Object.entries(there)) {
          const own = written.find((one) => one.id === id);
          const unchanged =
            own && Object.hasOwn(before, id) && JSON.stringify(own.block) === JSON.stringify(before[id]!.block);
          if (unchanged || (!own && !Object.hasOwn(before, id)))
            expect(both.find((one) => one.id === id)?.block).toEqual(block);
        }
        expect(new Set(both.map(({ id }) => id)).size).toBe(both.length);
      }),
    );
  });

  it('puts a new paragraph behind the one it was written behind', () => {
    const p = (says: string): WrittenBlock['block'] => ({ tag: 'p', says });
    const known: RunningText = { a: { at: 'a0', block: p('One') }, b: { at: 'a1', block: p('Two') } };
    const now: RunningText = {
      ...known,
      c: { at: 'a0V', block: p('Theirs') },
      b: { at: 'a1', block: p('Two, theirs') },
    };
    const written = [
      { id: 'a', block: p('One, mine') },
      { id: undefined, block: p('Mine') },
      { id: 'b', block: p('Two') },
    ];
    expect(merged(known, written, now).map(({ block }) => (block.tag === 'p' ? block.says : ''))).toEqual([
      'One, mine',
      'Mine',
      'Theirs',
      'Two, theirs',
    ]);
  });
});
