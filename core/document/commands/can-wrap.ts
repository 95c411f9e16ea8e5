import { mayHold } from '../kinds/registry';
import type { Page } from '../page';
import { sharedAt } from '../seen/seen-page';
import { parentOf, partOf } from '../tree';
import { outermost } from './arrange';

/** Whether the selection can be put into a container: parts that stand side by side under one parent. */
export function canWrap(page: Page, ids: readonly string[]): boolean {
  const chosen = outermost(page, ids);
  const parents = new Set(chosen.map((id) => parentOf(page, id)));
  const [parent] = parents;
  return (
    chosen.length > 0 &&
    parents.size === 1 &&
    parent !== undefined &&
    mayHold(partOf(page, parent).kind, 'container') &&
    chosen.every((id) => mayHold('container', partOf(page, id).kind))
  );
}

/** Whether a box can be taken away while what it holds stays; what an own part shows stays in it. */
export function canUnwrap(page: Page, id: string): boolean {
  const part = partOf(page, id);
  const parent = parentOf(page, id);
  if (parent === undefined || part.children.length === 0 || sharedAt(page, id) !== undefined) return false;
  return liftable(page, id).every((child) => mayHold(partOf(page, parent).kind, partOf(page, child).kind));
}

/** What would move up when a box goes; columns give up their columns too. */
export function liftable(page: Page, id: string): string[] {
  const part = partOf(page, id);
  return part.kind === 'columns' ? part.children.flatMap((column) => partOf(page, column).children) : part.children;
}
