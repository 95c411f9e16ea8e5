import fc from 'fast-check';
import { headingTags, phraseTags, type Block, type Phrase, type RunningText, type Words } from '../running-text';
import { textOf, type WrittenBlock } from '../changed-blocks';

const someString = fc.string({
  minLength: 1,
  maxLength: 12,
  unit: fc.constantFrom('a', 'é', '字', '🙂', ' ', '<', '&', '"', '\n'),
});

const somePhrase: fc.Arbitrary<Phrase> = fc.record(
  {
    text: someString,
    as: fc.uniqueArray(fc.constantFrom(...phraseTags), { minLength: 1, maxLength: 3 }),
    link: fc.record(
      {
        to: fc.constantFrom('/fares', 'page:home', '#place', 'mailto:a@b.example'),
        newTab: fc.constant(true as const),
      },
      { requiredKeys: ['to'] },
    ),
    lang: fc.constantFrom('fr', 'pt-BR'),
    class: fc.constantFrom('loud', 'c--abc'),
    color: fc.constantFrom('#c04040', 'var(--ink)'),
  },
  { requiredKeys: ['text'] },
);

/** A line of text, plain or not. */
export const someWords: fc.Arbitrary<Words> = fc.oneof(
  someString,
  fc.array(fc.oneof(someString, somePhrase), { minLength: 1, maxLength: 4 }),
);

const { block: someBlock } = fc.letrec<{ block: Block }>((tie) => ({
  block: fc.oneof(
    { depthSize: 'small', maxDepth: 4 },
    fc.record({ tag: fc.constantFrom('p' as const, ...headingTags), says: someWords }),
    fc.record({ tag: fc.constant('pre' as const), says: someString }),
    fc.record({
      tag: fc.constantFrom('ul' as const, 'ol' as const),
      items: fc.array(fc.array(tie('block'), { minLength: 1, maxLength: 2 }), { minLength: 1, maxLength: 3 }),
    }),
    fc.record({
      tag: fc.constant('blockquote' as const),
      holds: fc.array(tie('block'), { minLength: 1, maxLength: 2 }),
    }),
  ),
}));

/** Blocks of a text, one after the other. */
export const someBlocks: fc.Arbitrary<Block[]> = fc.array(someBlock, { maxLength: 5 });

export const someText: fc.Arbitrary<RunningText> = someBlocks.map(textOf);

/** What a person may do to the blocks of a text: change, split, add, remove and move some. */
export const blockEdits: fc.Arbitrary<(blocks: readonly WrittenBlock[]) => WrittenBlock[]> = fc
  .array(fc.tuple(fc.constantFrom('change', 'split', 'add', 'remove', 'move'), fc.nat(10), fc.nat(10), someBlock), {
    maxLength: 4,
  })
  .map((steps) => (blocks) => {
    const blocksNow = [...blocks];
    for (const [what, from, to, block] of steps) {
      const at = blocksNow.length === 0 ? 0 : from % blocksNow.length;
      if (what === 'add' || blocksNow.length === 0)
        blocksNow.splice(to % (blocksNow.length + 1), 0, { id: undefined, block });
      else if (what === 'remove') blocksNow.splice(at, 1);
      else if (what === 'move') blocksNow.splice(to % blocksNow.length, 0, ...blocksNow.splice(at, 1));
      else if (what === 'change') blocksNow[at] = { id: blocksNow[at]!.id, block };
      // an editor that splits a paragraph leaves both with its id
      else blocksNow.splice(at + 1, 0, { id: blocksNow[at]!.id, block });
    }
    return blocksNow;
  });
