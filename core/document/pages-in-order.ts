import { notFoundPath } from './page';

/** A page in a list of its site's. */
interface Listed {
  readonly id: string;
  readonly path: string;
}

/** A page in the tree of its site's, by its path. */
export interface InTree {
  readonly id: string;
  /** How many pages it stands below. */
  readonly depth: number;
}

/** The page a path stands below: that of the longest path before a `/` that a page has. */
function above(path: string, byPath: ReadonlyMap<string, string>): string | undefined {
  for (let end = path.lastIndexOf('/'); end > 0; end = path.lastIndexOf('/', end - 1)) {
    const id = byPath.get(path.slice(0, end));
    if (id !== undefined) return id;
  }
  return undefined;
}

/** The pages below each, and below none; in the order somebody gave them, others after those by their paths. */
function siblings(pages: readonly Listed[], arranged: readonly string[]): ReadonlyMap<string | undefined, string[]> {
  const byPath = new Map(pages.map(({ id, path }) => [path, id]));
  const given = new Map(arranged.map((id, index) => [id, index]));
  const rank = ({ id, path }: Listed): number =>
    path === notFoundPath ? Infinity : (given.get(id) ?? arranged.length);
  const sorted = pages.toSorted((a, b) => {
    const [one, other] = [rank(a), rank(b)];
    return one === other ? (a.path < b.path ? -1 : 1) : one - other;
  });
  const below = new Map<string | undefined, string[]>();
  for (const { id, path } of sorted) {
    const parent = above(path, byPath);
    below.set(parent, [...(below.get(parent) ?? []), id]);
  }
  return below;
}

/**
 * The pages of a site as a tree by their paths, from the top down. Those side by side stand in the order somebody gave
 * them, new ones after those by their paths; the page for what is not found stands last.
 */
export function pagesInOrder(pages: readonly Listed[], arranged: readonly string[] = []): InTree[] {
  const below = siblings(pages, arranged);
  const rows = (parent: string | undefined, depth: number): InTree[] =>
    (below.get(parent) ?? []).flatMap((id) => [{ id, depth }, ...rows(id, depth + 1)]);
  return rows(undefined, 0);
}

/**
 * The order after a page has moved by so many places among those side by side with it, no further than they reach;
 * undefined where it stays.
 */
export function pageMoved(
  pages: readonly Listed[],
  arranged: readonly string[],
  id: string,
  by: number,
): string[] | undefined {
  const below = siblings(pages, arranged);
  const beside = [...below.values()].find((ids) => ids.includes(id));
  const last = pages.find((one) => one.path === notFoundPath)?.id;
  const free = beside?.filter((one) => one !== last) ?? [];
  const from = free.indexOf(id);
  const to = Math.min(Math.max(from + by, 0), free.length - 1);
  if (from === -1 || to === from) return undefined;
  const moved = free.toSpliced(from, 1).toSpliced(to, 0, id);
  const after = new Map([...below].map(([parent, ids]) => [parent, ids === beside ? moved : ids]));
  const all = (parent: string | undefined): string[] => (after.get(parent) ?? []).flatMap((one) => [one, ...all(one)]);
  return withAbsent(
    all(undefined).filter((one) => one !== last),
    arranged.filter((one) => one !== last),
  );
}

/** An order with the pages of an earlier one that are not there now, each behind the one it stood behind. */
function withAbsent(order: readonly string[], before: readonly string[]): string[] {
  const all = [...order];
  before.forEach((id, index) => {
    if (!all.includes(id)) all.splice(index === 0 ? 0 : all.indexOf(before[index - 1]!) + 1, 0, id);
  });
  return all;
}

/** By how many places among those side by side with it a page moves that is dropped where a row of the tree stands. */
export function placesMoved(pages: readonly Listed[], arranged: readonly string[], id: string, row: number): number {
  const rows = pagesInOrder(pages, arranged);
  const beside = [...siblings(pages, arranged).values()].find((ids) => ids.includes(id)) ?? [];
  const from = rows.findIndex((one) => one.id === id);
  const passed = row < from ? rows.slice(row, from) : rows.slice(from + 1, row + 1);
  const places = passed.filter((one) => beside.includes(one.id)).length;
  return row < from ? -places : places;
}
