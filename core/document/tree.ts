import type { Page, Part, Parts } from './page';
import { Problem } from './problem';

const parentsByParts = new WeakMap<Parts, ReadonlyMap<string, string>>();

/** The parent of every part but the root, computed once for each version of the parts. */
export function parents(page: Page): ReadonlyMap<string, string> {
  const known = parentsByParts.get(page.parts);
  if (known) return known;
  const map = new Map<string, string>();
  for (const [id, part] of Object.entries(page.parts)) for (const child of part.children) map.set(child, id);
  parentsByParts.set(page.parts, map);
  return map;
}

/** Enters the parents of a version of the parts that are known from how it was made. */
export function keepParents(parts: Parts, known: ReadonlyMap<string, string>): void {
  parentsByParts.set(parts, known);
}

/** The part with this id. @throws Problem when the page has none. */
export function partOf(page: Page, id: string): Part {
  const part = Object.hasOwn(page.parts, id) ? page.parts[id] : undefined;
  if (!part) throw new Problem('This part is no longer on the page.', { part: id });
  return part;
}

export const parentOf = (page: Page, id: string): string | undefined => parents(page).get(id);

/** Ids from the root to the part itself. */
export function pathTo(page: Page, id: string): string[] {
  const path = [id];
  for (let up = parentOf(page, id); up !== undefined; up = parentOf(page, up)) path.unshift(up);
  return path;
}

/** The part and everything below it, in document order. */
export function subtree(page: Page, id: string): string[] {
  const out: string[] = [];
  const pile = [id];
  for (let next = pile.pop(); next !== undefined; next = pile.pop()) {
    out.push(next);
    const { children } = partOf(page, next);
    for (let index = children.length - 1; index >= 0; index--) pile.push(children[index]!);
  }
  return out;
}

/** The part and everything below it, by id. */
export const partsBelow = (page: Page, id: string): Parts =>
  Object.fromEntries(subtree(page, id).map((one) => [one, partOf(page, one)]));

export const isWithin = (page: Page, id: string, ancestor: string): boolean => pathTo(page, id).includes(ancestor);

/** Where a part stands: its parent and its index there. @throws Problem for the root. */
export function placeOf(page: Page, id: string): { parent: string; index: number } {
  const parent = parentOf(page, id);
  if (parent === undefined) throw new Problem('The page itself cannot be moved.', { part: id });
  return { parent, index: partOf(page, parent).children.indexOf(id) };
}
