import { kindOf } from '../kinds/registry';
import { inWords } from '../kinds/in-words';
import type { Page } from '../page';
import { slugOf } from '../slug';
import { subtree } from '../tree';

/**
 * The parts of a page a link may lead to, in document order: those that have an id, and sections and titles, which
 * can be given one.
 */
export const placesToLink = (page: Page): string[] =>
  subtree(page, page.root).filter((id) => {
    const part = page.parts[id]!;
    if (id === page.root) return false;
    return (
      part.attributes['id'] !== undefined || kindOf(part.kind).group === 'section' || kindOf(part.kind).text === 'title'
    );
  });

/** What a part is called as a place links lead to: its id, or one made of its words that no other part has. */
export function placeName(page: Page, id: string): string {
  const own = page.parts[id]?.attributes['id'];
  if (own !== undefined) return own;
  const words = slugOf(inWords(page.parts[id]!)).replace(/^[^a-z]+/, '');
  const name = words === '' ? 'place' : words.slice(0, 40).replace(/-+$/, '');
  const taken = new Set(Object.values(page.parts).flatMap((part) => part.attributes['id'] ?? []));
  for (let count = 1; ; count++) {
    const tried = count === 1 ? name : `${name}-${count}`;
    if (!taken.has(tried)) return tried;
  }
}
