import type { Edit } from '../edits/edit';
import { newIdentifier } from '../identifier';
import { kindOf, mayHold } from '../kinds/registry';
import type { Page } from '../page';
import { Problem } from '../problem';
import type { Site } from '../site';
import { isWithin, parentOf, partOf, placeOf } from '../tree';
import { canPlace, place, type Target } from './place';
import { copyOf, freshPart } from './thing';

/** Selected parts without those that lie inside others of them, in the order given. */
export const outermost = (page: Page, ids: readonly string[]): string[] =>
  ids.filter((id) => id !== page.root && !ids.some((other) => other !== id && other !== page.root && isWithin(page, id, other)));

/** Removes parts with all they hold. */
export const removeParts = (page: Page, ids: readonly string[]): Edit[] =>
  outermost(page, ids).map((part) => ({ do: 'remove', part }));

/** A copy of a part right behind it, with the copy's id. */
export function duplicate(page: Page, id: string): { edits: Edit[]; made: string } {
  const copy = copyOf(page, id);
  const { parent, index } = placeOf(page, id);
  return { edits: [{ do: 'insert', parent, index: index + 1, ...copy }], made: copy.root };
}

/** Whether a part can be put into a container of its own where it stands. */
export const canWrap = (page: Page, id: string): boolean => {
  const parent = parentOf(page, id);
  return parent !== undefined && mayHold(partOf(page, parent).kind, 'container') && mayHold('container', partOf(page, id).kind);
};

/** Puts a part into a new container in its place; the part keeps all it was given. @throws Problem when it cannot stand in one. */
export function wrap(site: Site, page: Page, id: string): { edits: Edit[]; made: string } {
  if (!canWrap(page, id)) throw new Problem('This part cannot stand in a container.', { part: id });
  const made = newIdentifier();
  return {
    made,
    edits: [
      { do: 'insert', ...placeOf(page, id), root: made, parts: { [made]: freshPart(site, 'container') } },
      { do: 'move', part: id, parent: made, index: 0 },
    ],
  };
}

/** Whether a box can be taken away while what it holds stays. */
export function canUnwrap(page: Page, id: string): boolean {
  const part = partOf(page, id);
  const parent = parentOf(page, id);
  if (parent === undefined || part.children.length === 0) return false;
  return liftable(page, id).every((child) => mayHold(partOf(page, parent).kind, partOf(page, child).kind));
}

/** What would move up when a box goes; columns give up their columns too. */
function liftable(page: Page, id: string): string[] {
  const part = partOf(page, id);
  return part.kind === 'columns' ? part.children.flatMap((column) => partOf(page, column).children) : part.children;
}

/** Takes a box away; what it holds stands in its place, with all it was given. @throws Problem when it could not stand there. */
export function unwrap(page: Page, id: string): { edits: Edit[]; lifted: string[] } {
  if (!canUnwrap(page, id)) throw new Problem(`What this ${kindOf(partOf(page, id).kind).word.toLowerCase()} holds cannot stand without it.`, { part: id });
  const { parent, index } = placeOf(page, id);
  const lifted = liftable(page, id);
  const edits: Edit[] = lifted.map((part, at) => ({ do: 'move', part, parent, index: index + at }));
  return { edits: [...edits, { do: 'remove', part: id }], lifted };
}

export type Step = 'before' | 'after' | 'in' | 'out';

/** Where one step by keyboard takes a part: past its neighbour, into the box before it, or out behind its parent. */
export function stepTarget(page: Page, id: string, step: Step): Target | undefined {
  if (id === page.root) return undefined;
  const { parent, index } = placeOf(page, id);
  const siblings = partOf(page, parent).children;
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
  return kindOf(partOf(page, before).kind).holds.length > 0 && canPlace(page, { part: id }, target) ? target : undefined;
}

/** The edits of one step by keyboard, none where there is nowhere to go. */
export function step(site: Site, page: Page, id: string, way: Step): Edit[] {
  const target = stepTarget(page, id, way);
  return target ? place(site, page, { part: id }, target) : [];
}
