import { checkValue } from '../../style/value';
import { kindOf, mayHold, statesOf, tagged } from '../kinds/registry';
import { Attributes, Backdrop, PagePath, Part, type Content, type Page } from '../page';
import { Problem } from '../problem';
import { ofKey } from '../seen/in-use';
import { isUse } from '../seen/references';
import { ClassName, type Site } from '../site';
import { partOf, subtree } from '../tree';
import { isBlockEdit, ofWholeText } from './block-edit';
import { checkContents, checkPart, checkState, isKnown } from './check/check-part';
import {
  checkDepth,
  draftOf,
  enter,
  finished,
  hang,
  placeIn,
  replacePart,
  standsIn,
  strike,
  unhang,
  type Draft,
} from './draft';
import { asValue, valueOf, type Edit, type Insert, type Move, type SetField } from './edit';
import { leafAt, withLeaf, type Tree } from './tree-leaf';

/** A page after an edit, and the edit that leads back. */
export interface Applied {
  readonly page: Page;
  readonly inverse: Edit;
}

/**
 * The page after one edit, with the edit's inverse; the given page is left as it was.
 * @throws Problem, with its place, when the edit does not fit the page or the site.
 */
export function applyEdit(site: Site, page: Page, edit: Edit): Applied {
  const draft = draftOf(page);
  const inverse = applyTo(site, draft, edit);
  return { page: finished(draft), inverse };
}

/** The page after all edits, with the edits that lead back in the order to apply them. @throws Problem */
export function applyEdits(site: Site, page: Page, edits: readonly Edit[]): { page: Page; inverses: Edit[] } {
  const draft = draftOf(page);
  const inverses = edits.map((edit) => applyTo(site, draft, edit)).reverse();
  return { page: finished(draft), inverses };
}

/**
 * The page after edits that a log says were stored on it: whether values fit their site was asked when they were.
 * @throws Problem where it is no page of that log
 */
export function replayed(page: Page, edits: readonly Edit[]): Page {
  if (edits.length === 0) return page;
  const draft = draftOf(page);
  for (const edit of edits) applyTo(undefined, draft, edit);
  return finished(draft);
}

/**
 * Applies an edit to a draft and returns its inverse; without a site, whether its values fit is not asked. Where it
 * throws, the draft is worth nothing any more. @throws Problem
 */
export function applyTo(site: Site | undefined, draft: Draft, edit: Edit): Edit {
  switch (edit.do) {
    case 'insert':
      return insert(site, draft, edit);
    case 'remove':
      return remove(draft, edit.part);
    case 'move':
      return move(draft, edit);
    case 'set':
      return set(site, draft, edit);
  }
}

function checkFits(page: Page, parent: string, kind: string, id: string): void {
  const holder = partOf(page, parent);
  if (!mayHold(holder.kind, kind))
    throw new Problem(`A ${kindOf(holder.kind).word.toLowerCase()} cannot hold a ${kindOf(kind).word.toLowerCase()}.`, {
      part: id,
    });
}

function insert(site: Site | undefined, draft: Draft, edit: Insert): Edit {
  const { page } = draft;
  const root = Object.hasOwn(edit.parts, edit.root) ? edit.parts[edit.root] : undefined;
  if (!root) throw new Problem('What is inserted lacks its own root.', { part: edit.root });
  checkFits(page, edit.parent, root.kind, edit.root);
  const ids = subtreeOf({ ...page, root: edit.root, parts: edit.parts });
  if (ids.length !== Object.keys(edit.parts).length)
    throw new Problem('What is inserted holds parts that hang nowhere.', { part: edit.root });
  for (const id of ids) {
    if (Object.hasOwn(page.parts, id)) throw new Problem('A part with this id is on the page already.', { part: id });
    const part = edit.parts[id]!;
    if (site) checkPart(site, part, id);
    for (const child of part.children)
      if (!mayHold(part.kind, edit.parts[child]!.kind))
        throw new Problem('What is inserted holds a part where it cannot stand.', { part: child });
  }
  enter(draft, edit.parts, ids);
  checkDepth(draft, edit.root, edit.parent);
  hang(draft, edit.root, edit.parent, edit.index);
  return { do: 'remove', part: edit.root };
}

/** Ids of an inserted subtree, refusing loops and parts held twice. */
function subtreeOf(inside: Page): string[] {
  const seen = new Set<string>();
  const pile = [inside.root];
  for (let at = pile.pop(); at !== undefined; at = pile.pop()) {
    if (seen.has(at)) throw new Problem('A part stands in two places.', { part: at });
    seen.add(at);
    pile.push(...partOf(inside, at).children);
  }
  return [...seen];
}

function remove(draft: Draft, id: string): Edit {
  partOf(draft.page, id);
  const place = placeIn(draft, id);
  const gone = subtree(draft.page, id);
  unhang(draft, id);
  return { do: 'insert', ...place, root: id, parts: strike(draft, gone) };
}

function move(draft: Draft, edit: Move): Edit {
  const part = partOf(draft.page, edit.part);
  const from = placeIn(draft, edit.part);
  partOf(draft.page, edit.parent);
  if (standsIn(draft, edit.parent, edit.part))
    throw new Problem('A part cannot be moved into itself.', { part: edit.part });
  unhang(draft, edit.part);
  checkFits(draft.page, edit.parent, part.kind, edit.part);
  checkDepth(draft, edit.part, edit.parent);
  hang(draft, edit.part, edit.parent, edit.index);
  return { do: 'move', part: edit.part, ...from };
}

/** What stays a record, be it empty. */
const isBranch = (name: string | undefined): name is 'content' | 'style' | 'attributes' =>
  name === 'content' || name === 'style' || name === 'attributes';

function set(site: Site | undefined, draft: Draft, edit: SetField): Edit {
  const part = partOf(draft.page, edit.part);
  const field: readonly string[] = edit.field;
  if (field[0] === 'path') return setPath(draft, edit);
  if (isBlockEdit(edit)) return setBlock(site, draft, edit);
  if (site) checkSet(site, part, edit);
  const before = leafAt(part, field);
  const next = isBranch(field[0])
    ? { ...part, [field[0]]: setBelow(part[field[0]] ?? {}, field.slice(1), edit.value) }
    : withLeaf(part, field, edit.value);
  replacePart(draft, edit.part, field[0] === 'content' ? tagged(next) : next);
  if (field[0] === 'off') draft.offKept = false;
  return {
    do: 'set',
    part: edit.part,
    field: edit.field,
    ...valueOf(before),
  };
}

/** Sets one block of a text. */
function setBlock(site: Site | undefined, draft: Draft, edit: SetField): Edit {
  const { whole, before } = ofWholeText(partOf(draft.page, edit.part), edit);
  set(site, draft, whole);
  return { do: 'set', part: edit.part, field: edit.field, ...(before && { value: asValue(before) }) };
}

/** Gives the page another path. */
function setPath(draft: Draft, edit: SetField): Edit {
  const place = { part: edit.part, field: 'path' };
  if (edit.part !== draft.page.root) throw new Problem('Only a page has a path.', place);
  const path = PagePath.safeParse(edit.value);
  if (!path.success) throw new Problem(path.error.issues[0]?.message ?? 'This is no path.', place);
  const before = draft.page.path;
  draft.page.path = path.data;
  return { ...edit, value: before };
}

/** Content keeps its `base` even when nothing is left in it. */
function setBelow(branch: Tree, path: readonly string[], value: unknown): Tree {
  const next = withLeaf(branch, path, value);
  return path[0] === 'base' && path.length === 2 && !Object.hasOwn(next, 'base') ? { ...next, base: {} } : next;
}

function checkSet(site: Site, part: Part, edit: SetField): void {
  const [what, first, second, property] = edit.field;
  const place = { part: edit.part };
  const unset = edit.value === undefined;
  if (kindOf(part.kind).refers && what !== 'off' && !(isUse(part) && what === 'content' && ofKey(String(second))))
    throw new Problem('What is shared is changed where it stands, in the site.', {
      ...place,
      field: edit.field.join('.'),
    });
  if (what === 'style') {
    if (!isKnown(site, String(first)))
      throw new Problem('The site has no such breakpoint.', { ...place, breakpoint: String(first) });
    checkState(String(second), statesOf(part.kind), { ...place, breakpoint: String(first) });
    if (unset) return;
    const checked =
      typeof edit.value === 'string'
        ? checkValue(site, String(property), edit.value)
        : { ok: false as const, problem: 'A value is a text.' };
    const where = { ...place, breakpoint: String(first), state: String(second), property: String(property) };
    if (!checked.ok) throw new Problem(checked.problem, where);
    if (checked.value !== edit.value) throw new Problem(`Write ${checked.value}.`, where);
    return;
  }
  if (what === 'content')
    return checkContents(site, part.kind, contentAfter(part, String(first), String(second), edit.value), edit.part);
  const wrong = unset ? unsetProblem(what) : fieldProblem(part, what, String(first), edit.value);
  if (wrong !== undefined) throw new Problem(wrong, { ...place, field: edit.field.join('.') });
}

function contentAfter(part: Part, breakpoint: string, key: string, value: unknown): Content {
  const own = Object.hasOwn(part.content, breakpoint) ? part.content[breakpoint] : undefined;
  const after: Record<string, unknown> = { ...own, [key]: value };
  if (value === undefined) delete after[key];
  return { ...part.content, [breakpoint]: after };
}

const unsetProblem = (what: string): string | undefined =>
  what === 'tag' || what === 'classes' ? `Every part has its ${what}.` : undefined;

/** What each use may say for itself are fields of the kind that say something. */
function differsProblem({ kind }: Part, value: unknown): string | undefined {
  const parsed = Part.shape.differs.safeParse(value);
  const known = parsed.data?.every((key) => kindOf(kind).fields.some((one) => one.key === key && one.works !== true));
  return known === true && new Set(parsed.data).size === parsed.data?.length
    ? undefined
    : 'Each use may differ in the fields of this part, and nothing else.';
}

function fieldProblem(part: Part, what: string, key: string, value: unknown): string | undefined {
  const kind = kindOf(part.kind);
  if (what === 'tag' && kind.tagFor) return value === part.tag ? undefined : 'What it says decides on its element.';
  if (what === 'tag')
    return typeof value === 'string' && kind.tags.includes(value)
      ? undefined
      : `A ${kind.word.toLowerCase()} is one of ${kind.tags.join(', ')}.`;
  if (what === 'off')
    return value === true && part.kind !== 'page' ? undefined : 'A part of the page is switched off, or it is not.';
  if (what === 'backdrop')
    return Backdrop.safeParse(value).success ? undefined : 'These are widths in px, by breakpoint.';
  if (what === 'slot')
    return kind.holds.includes('widget') && Part.shape.slot.safeParse(value).success
      ? undefined
      : 'A slot is a box that holds boxes and widgets, and has a name of at most 40 characters.';
  if (what === 'differs') return differsProblem(part, value);
  if (what === 'name')
    return Part.shape.name.safeParse(value).success ? undefined : 'A name has at most 80 characters.';
  if (what === 'classes')
    return ClassName.array().max(20).safeParse(value).success
      ? undefined
      : 'A class name is a letter followed by letters, digits or hyphens.';
  const parsed = Attributes.safeParse({ [key]: value });
  if (parsed.success && !Object.hasOwn(parsed.data, key)) return 'There is no such attribute.';
  return parsed.success ? undefined : parsed.error.issues[0]?.message;
}
