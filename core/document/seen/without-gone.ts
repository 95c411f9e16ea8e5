import type { Page, Part } from '../page';
import { partsBelow, subtree } from '../tree';
import { isUse, referencesOf } from './references';

/**
 * A stored page without what refers to sections and own parts that have gone. What a use had in the slots of its own
 * part stays, in a plain box.
 */
export function withoutGone(page: Page, isThere: (section: string) => boolean): Page {
  const gone = referencesOf(page).flatMap(([part, section]) => (isThere(section) ? [] : part));
  if (gone.length === 0) return page;
  const parts: Record<string, Part> = { ...page.parts };
  const left = new Set<string>();
  for (const id of gone) {
    const part = page.parts[id]!;
    const kept = isUse(part) ? part.children.flatMap((fill) => page.parts[fill]?.children ?? []) : [];
    for (const one of kept.length > 0 ? part.children : subtree(page, id)) {
      left.add(one);
      delete parts[one];
    }
    if (kept.length > 0) parts[id] = { ...part, kind: 'container', children: kept, content: { base: {} } };
  }
  for (const [id, part] of Object.entries(parts))
    if (part.children.some((child) => left.has(child)))
      parts[id] = { ...part, children: part.children.filter((child) => !left.has(child)) };
  const whole = { ...page, parts };
  return { ...whole, parts: { ...partsBelow(whole, page.root) } };
}
