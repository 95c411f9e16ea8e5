import { copiedParts, keepIds } from '../copied-parts';
import type { Page, Part } from '../page';
import { Problem } from '../problem';
import { keepParents, parents, partOf } from '../tree';
import { isUse, keepUses } from '../seen/references';
import { keepOff } from '../seen/switched-off';

/** How deep parts may stand in one another; no page that people build comes near it. */
export const deepest = 64;

/**
 * A page that is being changed: its record of parts is copied once for a whole batch, and the parents are kept beside
 * it,
 * so that an edit costs what it touches and not the page.
 */
export interface Draft {
  readonly before: Page;
  /** The page as far as it is changed; its parts are the draft's own. */
  readonly page: Omit<Page, 'path'> & { path: string; readonly parts: Record<string, Part> };
  parents: ReadonlyMap<string, string>;
  /** Levels from a part down to the deepest one in it, itself counted; forgotten where something moves. */
  readonly heights: Map<string, number>;
  /** The same parents, once they are the draft's to change. */
  own?: Map<string, string>;
  offKept: boolean;
  /** No use of an own part came or went. */
  usesKept: boolean;
}

export function draftOf(page: Page): Draft {
  return {
    before: page,
    page: { ...page, parts: copiedParts(page.parts) },
    parents: parents(page),
    heights: new Map(),
    offKept: true,
    usesKept: true,
  };
}

/** The draft as a page that changes no more. */
export function finished(draft: Draft): Page {
  keepParents(draft.page.parts, draft.parents);
  if (!draft.own) keepIds(draft.before.parts, draft.page.parts);
  if (draft.offKept) keepOff(draft.before.parts, draft.page.parts);
  if (draft.usesKept) keepUses(draft.before.parts, draft.page.parts);
  return draft.page;
}

/** Puts a part in another one's place; its children stay who they were. */
export function replacePart(draft: Draft, id: string, part: Part): void {
  draft.page.parts[id] = part;
}

/** The parents of a draft whose structure is about to change: its own from now on. */
function ownParents(draft: Draft): Map<string, string> {
  draft.offKept = false;
  if (!draft.own) draft.parents = draft.own = new Map(draft.parents);
  return draft.own;
}

/** Where a part of the draft stands. @throws Problem for the root */
export function placeIn(draft: Draft, id: string): { parent: string; index: number } {
  const parent = draft.parents.get(id);
  if (parent === undefined) throw new Problem('The page itself cannot be moved.', { part: id });
  return { parent, index: partOf(draft.page, parent).children.indexOf(id) };
}

/** Whether a part is another one or stands in it. */
export function standsIn(draft: Draft, id: string, ancestor: string): boolean {
  for (let at: string | undefined = id; at !== undefined; at = draft.parents.get(at)) if (at === ancestor) return true;
  return false;
}

/** Hangs a part, already in the record, below a parent. */
export function hang(draft: Draft, id: string, parent: string, index: number): void {
  const holder = partOf(draft.page, parent);
  draft.page.parts[parent] = { ...holder, children: holder.children.toSpliced(index, 0, id) };
  ownParents(draft).set(id, parent);
  forgetHeights(draft, parent);
}

/** Takes a part off its parent and leaves it in the record. */
export function unhang(draft: Draft, id: string): void {
  const { parent, index } = placeIn(draft, id);
  const holder = partOf(draft.page, parent);
  draft.page.parts[parent] = { ...holder, children: holder.children.toSpliced(index, 1) };
  ownParents(draft).delete(id);
  forgetHeights(draft, parent);
}

/** Enters the parts of an inserted subtree, whose root is hung afterwards. */
export function enter(draft: Draft, parts: Readonly<Record<string, Part>>, ids: readonly string[]): void {
  const up = ownParents(draft);
  for (const id of ids) {
    draft.page.parts[id] = parts[id]!;
    if (isUse(parts[id])) draft.usesKept = false;
    for (const child of parts[id]!.children) up.set(child, id);
  }
}

/** Strikes parts from the record and returns them. */
export function strike(draft: Draft, ids: readonly string[]): Record<string, Part> {
  const up = ownParents(draft);
  const gone: Record<string, Part> = {};
  for (const id of ids) {
    gone[id] = partOf(draft.page, id);
    if (isUse(gone[id])) draft.usesKept = false;
    delete draft.page.parts[id];
    up.delete(id);
    draft.heights.delete(id);
  }
  return gone;
}

function forgetHeights(draft: Draft, from: string): void {
  for (let at: string | undefined = from; at !== undefined; at = draft.parents.get(at)) draft.heights.delete(at);
}

/** How many parts stand around a part, itself counted. */
export function levelOf(draft: Draft, id: string): number {
  let level = 0;
  for (let at: string | undefined = id; at !== undefined; at = draft.parents.get(at)) level++;
  return level;
}

/** Levels from a part down to the deepest one in it, itself counted. */
export function heightOf(draft: Draft, id: string): number {
  const known = draft.heights.get(id);
  if (known !== undefined) return known;
  const order = [id];
  for (const one of order)
    // grows while it is walked
    for (const child of partOf(draft.page, one).children) if (!draft.heights.has(child)) order.push(child);
  for (const one of order.reverse()) {
    let inside = 0;
    for (const child of partOf(draft.page, one).children) inside = Math.max(inside, draft.heights.get(child) ?? 0);
    draft.heights.set(one, inside + 1);
  }
  return draft.heights.get(id) ?? 1;
}

/** Refuses to let a part stand deeper than parts may. @throws Problem with the part */
export function checkDepth(draft: Draft, id: string, parent: string): void {
  if (levelOf(draft, parent) + heightOf(draft, id) > deepest)
    throw new Problem(`Parts may stand ${deepest} levels deep in one another, and this would be deeper.`, { part: id });
}
