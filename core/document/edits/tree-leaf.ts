/** Nested records, as a document holds them. */
export type Tree = Readonly<Record<string, unknown>>;

/** A copy of nested records in which one leaf is set, or unset and its empty branches with it. */
export function withLeaf(tree: Tree, path: readonly string[], value: unknown): Tree {
  const [key, ...rest] = path;
  if (key === undefined) return tree;
  const copy: Record<string, unknown> = { ...tree };
  const below = (Object.hasOwn(tree, key) ? tree[key] : {}) as Tree; // a branch on every path but the last key's
  const next = rest.length === 0 ? value : withLeaf(below, rest, value);
  // a branch when rest is left
  const empty = next === undefined || (rest.length > 0 && Object.keys(next as Tree).length === 0);
  if (empty) delete copy[key];
  else copy[key] = next;
  return copy;
}

/** What stands at the end of a path through nested records; undefined where it leads nowhere. */
export function leafAt(tree: Tree, path: readonly string[]): unknown {
  let at: unknown = tree;
  for (const key of path)
    // checked on the left
    at = typeof at === 'object' && at !== null && Object.hasOwn(at, key) ? (at as Tree)[key] : undefined;
  return at;
}
