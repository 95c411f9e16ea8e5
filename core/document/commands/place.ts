import { baseOf } from '../breakpoint';
import type { Edit } from '../edits/edit';
import { newIdentifier } from '../identifier';
import { kindOf, mayHold } from '../kinds/registry';
import type { Page, Part } from '../page';
import { Problem } from '../problem';
import type { Site } from '../site';
import { isUse, pathOfId, sectionOf } from '../seen/references';
import { sharedAt, shownBy } from '../seen/seen-page';
import { isWithin, parentOf, partOf, pathTo, placeOf } from '../tree';
import { applyEdits } from '../edits/apply';
import { isList, itemEdits, needsItem } from './list-item';
import { styleEdit } from './style';
import { freshPart, idOfThing, kindOfThing, put, type Thing } from './thing';

/**
 * Where something is put: at an index inside a parent, beside a part, which makes a row or a column around both, or
 * into cells of a grid.
 */
export type Target =
  | { readonly where: 'inside'; readonly parent: string; readonly index: number }
  | { readonly where: 'beside'; readonly part: string; readonly side: 'top' | 'right' | 'bottom' | 'left' }
  | {
      readonly where: 'cell';
      readonly parent: string;
      readonly index: number;
      readonly breakpoint: string;
      readonly placement: Readonly<Record<string, string>>;
    };

/**
 * The kinds of the shells a part needs to stand in `outer`: a widget on the page gets a section. Undefined when none
 * will do.
 */
export function shellsFor(outer: string, inner: string): readonly string[] | undefined {
  if (mayHold(outer, inner)) return [];
  if (outer === 'page' && mayHold('section', inner)) return ['section'];
  if (outer === 'page' && inner === 'column') return ['section', 'columns'];
  if (outer === 'columns' && mayHold('column', inner)) return ['column'];
  if (inner === 'column' && mayHold(outer, 'columns')) return ['columns'];
  return undefined;
}

/** The use an anchor stands in as a part of its own part; what a use has in a slot stands where the use does. */
function* usesAround(page: Page, anchor: string, isPutIn: boolean): Generator<string> {
  let below: string | undefined;
  for (let at: string | undefined = anchor; at !== undefined; at = parentOf(page, at)) {
    const use = pathTo(page, at).findLast((one) => isUse(shownBy(page, one)));
    const isOwnPart = below !== undefined && use !== undefined && pathOfId(below)?.reference === use;
    if (use !== undefined && partOf(page, at).slot !== undefined && !isOwnPart && (below !== undefined || isPutIn))
      at = use;
    else if (at === use) yield use;
    below = at;
  }
}

/** The outermost use of an own part in which that would stand in itself, were it put at a target. */
export function inItself(page: Page, thing: Thing, target: Target): string | undefined {
  const named = 'part' in thing ? sharedAt(page, thing.part) : sectionOf(thing.parts[thing.root]);
  if (named === undefined) return undefined;
  const anchor = target.where === 'beside' ? target.part : target.parent;
  const isPutIn = target.where !== 'beside';
  const from = isPutIn ? anchor : (parentOf(page, anchor) ?? anchor);
  return [...usesAround(page, from, isPutIn)].findLast((use) => sharedAt(page, use) === named);
}

/** Whether a thing can be put at a target at all. */
export function canPlace(page: Page, thing: Thing, target: Target): boolean {
  const anchor = target.where === 'beside' ? target.part : target.parent;
  if ('part' in thing && isWithin(page, anchor, thing.part)) return false;
  if (inItself(page, thing, target) !== undefined) return false;
  const kind = kindOfThing(page, thing);
  if (target.where !== 'beside') return shellsFor(partOf(page, anchor).kind, kind) !== undefined;
  return mayHold('container', kind) && mayHold('container', partOf(page, anchor).kind);
}

/**
 * The edits that put a thing at a target, with whatever shells it needs. @throws Problem when it cannot stand there.
 */
export function place(site: Site, page: Page, thing: Thing, target: Target): Edit[] {
  if (!canPlace(page, thing, target)) throw new Problem('That cannot stand there.', { part: idOfThing(thing) });
  if (target.where === 'beside') return beside(site, page, thing, target.part, target.side);
  const edits = inside(site, page, thing, target.parent, target.index);
  if (target.where === 'inside') return edits;
  const after = applyEdits(site, page, edits).page;
  const item = pathTo(after, idOfThing(thing)).find((id) => parentOf(after, id) === target.parent) ?? idOfThing(thing);
  return [
    ...edits,
    ...Object.entries(target.placement).map(([property, value]) =>
      styleEdit(item, target.breakpoint, 'normal', property, value),
    ),
  ];
}

const rootOf = (page: Page, thing: Thing): Part =>
  'part' in thing ? partOf(page, thing.part) : thing.parts[thing.root]!;

/** The kinds around a thing inside a parent; in a list, what is no plain box stands in an item. */
function shellsIn(page: Page, thing: Thing, parent: string): readonly string[] {
  const shells = shellsFor(partOf(page, parent).kind, kindOfThing(page, thing)) ?? [];
  if (!isList(page, parent) || ('part' in thing && parentOf(page, thing.part) === parent)) return shells;
  return shells[0] !== 'container' && needsItem(rootOf(page, thing)) ? ['container', ...shells] : shells;
}

function inside(site: Site, page: Page, thing: Thing, parent: string, index: number): Edit[] {
  const edits = withShells(site, page, thing, parent, index);
  if (!isList(page, parent) && rootOf(page, thing).tag !== 'li') return edits;
  const after = applyEdits(site, page, edits).page;
  const way = pathTo(after, idOfThing(thing));
  return [...edits, ...itemEdits(after, way.slice(way.indexOf(parent) + 1))];
}

function withShells(site: Site, page: Page, thing: Thing, parent: string, index: number): Edit[] {
  const shells = shellsIn(page, thing, parent);
  if (shells.length === 0) return [put(page, thing, parent, index)];
  const ids = shells.map(() => newIdentifier());
  const parts: Record<string, Part> = {};
  shells.forEach((kind, at) => (parts[ids[at]!] = freshPart(site, kind, at + 1 < ids.length ? [ids[at + 1]!] : [])));
  const innermost = ids.at(-1)!;
  if (!('part' in thing)) {
    parts[innermost] = { ...parts[innermost]!, children: [thing.root] };
    return [{ do: 'insert', parent, index, root: ids[0]!, parts: { ...parts, ...thing.parts } }];
  }
  return [
    { do: 'insert', parent, index, root: ids[0]!, parts },
    { do: 'move', part: thing.part, parent: innermost, index: 0 },
  ];
}

/** A container in a part's place, holding the part and the thing in a row (left, right) or a column (top, bottom). */
function beside(site: Site, page: Page, thing: Thing, part: string, side: 'top' | 'right' | 'bottom' | 'left'): Edit[] {
  const at = placeOf(page, part);
  const box = newIdentifier();
  const row = side === 'left' || side === 'right';
  const first = side === 'left' || side === 'top';
  const base = baseOf(site.breakpoints).id;
  const shell = freshPart(site, 'container');
  const own = { ...shell.style[base]?.normal, ...(row && { 'flex-direction': 'row' }) };
  const around: Edit = {
    do: 'insert',
    ...at,
    root: box,
    parts: { [box]: { ...shell, style: { [base]: { normal: own } } } },
  };
  const wrapped: Edit[] = [around, { do: 'move', part, parent: box, index: 0 }];
  const after = applyEdits(site, page, wrapped).page;
  const edits = [...wrapped, put(after, thing, box, first ? 0 : 1)];
  if (!isList(page, at.parent) && rootOf(page, thing).tag !== 'li') return edits;
  return [...edits, ...itemEdits(applyEdits(site, page, edits).page, [box, part, idOfThing(thing)])];
}

/**
 * Where a new part of a kind lands when it is added by click: inside the selection when it is a box, else after it;
 * always after it when asked to stand `behind`.
 */
export function landingBy(page: Page, selection: string | undefined, kind: string, behind = false): Target {
  for (let at = selection; at !== undefined && at !== page.root; at = parentOf(page, at)) {
    const part = partOf(page, at);
    if (
      !(behind && at === selection) &&
      kindOf(part.kind).holds.length > 0 &&
      shellsFor(part.kind, kind) !== undefined &&
      !(kind === 'section') &&
      !(kind === 'column' && part.kind === 'column') // another one stands beside it
    )
      return { where: 'inside', parent: at, index: part.children.length };
    const { parent, index } = placeOf(page, at);
    const holder = partOf(page, parent);
    if (mayHold(holder.kind, kind)) return { where: 'inside', parent, index: index + 1 };
  }
  return { where: 'inside', parent: page.root, index: endOf(page) };
}

/** The end of the page, before its footer. */
function endOf(page: Page): number {
  const children = partOf(page, page.root).children;
  const last = children.at(-1);
  return last !== undefined && page.parts[last]?.tag === 'footer' ? children.length - 1 : children.length;
}
