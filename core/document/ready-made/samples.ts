import { kinds } from '../kinds/registry';
import type { Part } from '../page';
import { blankSite } from '../site';
import type { Tree } from '../sections/planting';
import { inPlain } from '../text/words';
import { readyMade } from './all';

const wordsOf = (content: Readonly<Record<string, unknown>> | undefined): string => inPlain(content?.['text']).trim();

function* textsOf(tree: Tree): Generator<string> {
  if (tree.kind === 'text' || tree.tag === 'h1') yield wordsOf(tree.content);
  for (const inside of tree.holds ?? []) yield* textsOf(inside);
}

/** So many words a sample has at least: shorter texts, such as “Read more”, are what a page may well say. */
const fewestWords = 3;

/** The texts that new parts and ready-made sections come with, to be replaced. */
const samples: ReadonlySet<string> = new Set(
  [
    ...kinds.map((kind) => wordsOf(kind.fresh(blankSite('site', 'Site', 'site')).content.base)),
    ...readyMade.flatMap(({ tree }) => [...textsOf(tree)]),
  ]
    // hours and addresses may be what they are
    .filter((words) => words.split(/\s+/).length >= fewestWords && !words.includes('\n')),
);

/** Whether a text is still the one that its part came with. */
export const isSample = (words: string): boolean => samples.has(words.trim());

/** The sample text that a part still has; undefined if somebody wrote it, or if it has none. */
export function sampleOf({ content }: Part): string | undefined {
  const words = wordsOf(content.base);
  return isSample(words) ? words : undefined;
}
