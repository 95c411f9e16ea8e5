import { nameOf } from './registry';
import { inPlain } from '../text/words';
import type { Part } from '../page';

const mostLetters = 24;

/** What a part is told by: its own name, its first words, or its kind. */
export function inWords(part: Part): string {
  const words = inPlain(part.content.base['text']).trim();
  if (part.name || words === '') return nameOf(part);
  const short = [...words].slice(0, mostLetters).join('');
  return `“${short}${short === words ? '' : ' …'}”`;
}
