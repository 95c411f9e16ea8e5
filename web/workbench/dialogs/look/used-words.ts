import type { ReachedPage } from '../../state/site-reach';

export const counted = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`;

/**
 * Where something of the site is used, in words: on how many parts and pages, and in how many places of the site
 * itself.
 */
export function usedWords(here: number, elsewhere: readonly ReachedPage[] | undefined, inSite = 0): string {
  const site = inSite > 0 ? [counted(inSite, 'place') + ' of the site'] : [];
  if (!elsewhere) return [`${counted(here, 'part')} of this page`, ...site].join(', ');
  const parts = elsewhere.reduce((sum, one) => sum + one.parts, here);
  const pages = elsewhere.length + (here > 0 ? 1 : 0);
  const used = [...(parts === 0 ? [] : [`${counted(parts, 'part')} on ${counted(pages, 'page')}`]), ...site];
  return used.length === 0 ? 'nowhere' : used.join(', ');
}
