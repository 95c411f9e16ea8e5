import type { Edit } from '../edits/edit';
import { isOfFrame } from '../frames/shown-frame';
import { kindOf } from '../kinds/registry';
import type { Page } from '../page';
import type { Site } from '../site';
import { isWithin, partOf, placeOf, subtree } from '../tree';
import { canPlace, place, type Target } from './place';
import { sharedAt } from '../seen/seen-page';
import { insertShared } from './sharing/shared';
import { copyOf } from './thing';

/** Selected parts without those that lie inside others of them, in document order. */
export function outermost(page: Page, ids: readonly string[]): string[] {
  const kept = ids.filter(
    (id) =>
      id !== page.root &&
      Object.hasOwn(page.parts, id) &&
      !ids.some((other) => other !== id && other !== page.root && isWithin(page, id, other)),
  );
  if (kept.length < 2) return kept;
  const chosen = new Set(kept);
  return subtree(page, page.root).filter((id) => chosen.has(id));
}

/** Removes parts with all they hold. */
export const removeParts = (page: Page, ids: readonly string[]): Edit[] =>
  outermost(page, ids).map((part) => ({ do: 'remove', part }));

/** A copy of a part right behind it, with the copy's id. */
export function duplicate(page: Page, id: string): { edits: Edit[]; made: string } {
  const { parent, index } = placeOf(page, id);
  const section = sharedAt(page, id);
  if (section !== undefined && parent === page.root) return insertShared(page, { id: section }, index + 1);
  const copy = copyOf(page, id);
  return { edits: [{ do: 'insert', parent, index: index + 1, ...copy }], made: copy.root };
}

export type Step = 'before' | 'after' | 'in' | 'out';

/** Where one step by keyboard takes a part: past its neighbour, into the box before it, or out behind its parent. */
export function stepTarget(page: Page, id: string, step: Step): Target | undefined {
  if (id === page.root) return undefined;
  const { parent, index } = placeOf(page, id);
  const siblings = partOf(page, parent).children;
  const neighbour = siblings[step === 'before' ? index - 1 : index + 1];
  const past = step === 'before' || step === 'after';
  if (past && parent === page.root && neighbour !== undefined && isOfFrame(neighbour)) return undefined;
  if (step === 'before') return index > 0 ? { where: 'inside', parent, index: index - 1 } : undefined;
  if (step === 'after') return index + 1 < siblings.length ? { where: 'inside', parent, index: index + 2 } : undefined;
  if (step === 'out') {
    if (parent === page.root) return undefined;
    const up = placeOf(page, parent);
    const target: Target = { where: 'inside', parent: up.parent, index: up.index + 1 };
    return canPlace(page, { part: id }, target) ? target : undefined;
  }
  const before = siblings[index - 1];
  if (before === undefined) return undefined;
  const target: Target = { where: 'inside', parent: before, index: partOf(page, before).children.length };
  return kindOf(partOf(page, before).kind).holds.length > 0 && canPlace(page, { part: id }, target)
    ? target
    : undefined;
}

/** The edits of one step by keyboard, none where there is nowhere to go. */
export function step(site: Site, page: Page, id: string, way: Step): Edit[] {
  const target = stepTarget(page, id, way);
  return target ? place(site, page, { part: id }, target) : [];
}
