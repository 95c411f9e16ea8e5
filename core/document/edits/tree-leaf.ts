/** Nested records, as a document holds them. */
export type Tree = Readonly<Record<string, unknown>>;

const isBranch = (value: unknown): value is Tree => typeof value === 'object' && value !== null;

const branchAt = (tree: object, key: string): Tree => {
  const below: unknown = Object.hasOwn(tree, key) ? Reflect.get(tree, key) : {};
  return isBranch(below) ? below : {};
};

/** A copy of nested records in which one leaf is set, or unset and its empty branches with it. */
export function withLeaf<Of extends object>(tree: Of, path: readonly string[], value: unknown): Of {
  const [key, ...rest] = path;
  if (key === undefined) return tree;
  const copy = { ...tree };
  const branch = rest.length === 0 ? undefined : withLeaf(branchAt(tree, key), rest, value);
  const next = branch ?? value;
  if (next === undefined || (branch && Object.keys(branch).length === 0)) Reflect.deleteProperty(copy, key);
  else Object.defineProperty(copy, key, { value: next, writable: true, enumerable: true, configurable: true });
  return copy;
}

/** What stands at the end of a path through nested records; undefined where it leads nowhere. */
export function leafAt(tree: object, path: readonly string[]): unknown {
  let at: unknown = tree;
  for (const key of path) at = isBranch(at) && Object.hasOwn(at, key) ? at[key] : undefined;
  return at;
}
