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

/** The least number of words of a sample. A page may well keep shorter texts, such as “Read more”. */
const fewestWords = 3;

/** The sample texts of new parts and ready-made sections. */
const samples: ReadonlySet<string> = new Set(
  [
    ...kinds.map((kind) => wordsOf(kind.fresh(blankSite('site', 'Site', 'site')).content.base)),
    ...readyMade.flatMap(({ tree }) => [...textsOf(tree)]),
  ]
    // texts with line breaks are hours and addresses, which may be true as they are
    .filter((words) => words.split(/\s+/).length >= fewestWords && !words.includes('\n')),
);

/** Returns whether a text is a sample. */
export const isSample = (words: string): boolean => samples.has(words.trim());

/** Returns the sample text of a part; undefined if its text is not a sample. */
export function sampleOf({ content }: Part): string | undefined {
  const words = wordsOf(content.base);
  return isSample(words) ? words : undefined;
}
