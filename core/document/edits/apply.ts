import { checkValue } from '../../style/value';
import { kindOf, mayHold, statesOf } from '../kinds/registry';
import { Attributes, Part, type Content, type Page, type Parts } from '../page';
import { Problem } from '../problem';
import { ClassName, type Site } from '../site';
import { sameOff } from '../shown';
import { isWithin, partOf, placeOf, sameStructure, subtree } from '../tree';
import { checkContents, checkPart, checkState } from './check-part';
import type { Edit, Insert, Move, SetField } from './edit';

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
  switch (edit.do) {
    case 'insert':
      return insert(site, page, edit);
    case 'remove':
      return remove(page, edit.part);
    case 'move':
      return move(page, edit);
    case 'set':
      return set(site, page, edit);
  }
}

/** The page after all edits, with the edits that lead back in the order to apply them. @throws Problem */
export function applyEdits(site: Site, page: Page, edits: readonly Edit[]): { page: Page; inverses: Edit[] } {
  let current = page;
  const inverses: Edit[] = [];
  for (const edit of edits) {
    const done = applyEdit(site, current, edit);
    current = done.page;
    inverses.unshift(done.inverse);
  }
  return { page: current, inverses };
}

function withChildren(parts: Parts, id: string, children: string[]): Parts {
  return { ...parts, [id]: { ...parts[id]!, children } };
}

function checkFits(page: Page, parent: string, index: number, kind: string, id: string): void {
  const holder = partOf(page, parent);
  if (!mayHold(holder.kind, kind))
    throw new Problem(`A ${kindOf(holder.kind).word.toLowerCase()} cannot hold a ${kindOf(kind).word.toLowerCase()}.`, {
      part: id,
    });
  if (index > holder.children.length) throw new Problem('There is no such place in this part.', { part: parent });
}

function insert(site: Site, page: Page, edit: Insert): Applied {
  const root = edit.parts[edit.root];
  if (!root) throw new Problem('What is inserted lacks its own root.', { part: edit.root });
  checkFits(page, edit.parent, edit.index, root.kind, edit.root);
  const inside = { ...page, root: edit.root, parts: edit.parts };
  const ids = subtreeOf(inside);
  if (ids.length !== Object.keys(edit.parts).length)
    throw new Problem('What is inserted holds parts that hang nowhere.', { part: edit.root });
  for (const id of ids) {
    if (Object.hasOwn(page.parts, id)) throw new Problem('A part with this id is on the page already.', { part: id });
    const part = edit.parts[id]!;
    checkPart(site, part, id);
    for (const child of part.children)
      if (!mayHold(part.kind, edit.parts[child]!.kind))
        throw new Problem('What is inserted holds a part where it cannot stand.', { part: child });
  }
  const children = partOf(page, edit.parent).children;
  const parts = withChildren(
    { ...page.parts, ...edit.parts },
    edit.parent,
    children.toSpliced(edit.index, 0, edit.root),
  );
  return { page: { ...page, parts }, inverse: { do: 'remove', part: edit.root } };
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

function remove(page: Page, id: string): Applied {
  partOf(page, id);
  const { parent, index } = placeOf(page, id);
  const gone = subtree(page, id);
  const parts: Record<string, Part> = { ...page.parts };
  const kept: Record<string, Part> = {};
  for (const one of gone) {
    kept[one] = parts[one]!;
    delete parts[one];
  }
  const children = partOf(page, parent).children.toSpliced(index, 1);
  return {
    page: { ...page, parts: withChildren(parts, parent, children) },
    inverse: { do: 'insert', parent, index, root: id, parts: kept },
  };
}

function move(page: Page, edit: Move): Applied {
  const part = partOf(page, edit.part);
  const from = placeOf(page, edit.part);
  if (isWithin(page, edit.parent, edit.part))
    throw new Problem('A part cannot be moved into itself.', { part: edit.part });
  const lifted = withChildren(page.parts, from.parent, partOf(page, from.parent).children.toSpliced(from.index, 1));
  const rest = { ...page, parts: lifted };
  checkFits(rest, edit.parent, edit.index, part.kind, edit.part);
  const children = partOf(rest, edit.parent).children.toSpliced(edit.index, 0, edit.part);
  return {
    page: { ...page, parts: withChildren(lifted, edit.parent, children) },
    inverse: { do: 'move', part: edit.part, ...from },
  };
}

type Tree = Readonly<Record<string, unknown>>;

/** A copy of nested records in which one leaf is set, or unset and its empty branches with it. */
function withLeaf(tree: Tree, path: readonly string[], value: unknown): Tree {
  const [key, ...rest] = path;
  if (key === undefined) return tree;
  const copy: Record<string, unknown> = { ...tree };
  const below = (Object.hasOwn(tree, key) ? tree[key] : {}) as Tree; // a branch on every path but the last key's
  const next = rest.length === 0 ? value : withLeaf(below, rest, value);
  const empty = next === undefined || (rest.length > 0 && Object.keys(next as Tree).length === 0); // a branch when rest is left
  if (empty) delete copy[key];
  else copy[key] = next;
  return copy;
}

function leaf(tree: Tree, path: readonly string[]): unknown {
  let at: unknown = tree;
  for (const key of path)
    at = typeof at === 'object' && at !== null && Object.hasOwn(at, key) ? (at as Tree)[key] : undefined; // checked on the left
  return at;
}

function set(site: Site, page: Page, edit: SetField): Applied {
  const part = partOf(page, edit.part);
  const field: readonly string[] = edit.field;
  checkSet(site, part, edit);
  const before = leaf(part, field);
  const kept = field[0] === 'content' || field[0] === 'style' || field[0] === 'attributes';
  const next = kept
    ? { ...part, [field[0]!]: setBelow(part[field[0] as 'style'], field.slice(1), edit.value) } // one of the three branches
    : withLeaf(part, field, edit.value);
  const parts = { ...page.parts, [edit.part]: next as Part }; // checkSet has held the value against the schema
  sameStructure(page.parts, parts);
  if (field[0] !== 'off') sameOff(page.parts, parts);
  const inverse: Edit = {
    do: 'set',
    part: edit.part,
    field: edit.field,
    ...(before !== undefined && { value: before as SetField['value'] }),
  }; // read from the document
  return { page: { ...page, parts }, inverse };
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
  if (what === 'style') {
    if (!site.breakpoints.some((one) => one.id === first))
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

function fieldProblem(part: Part, what: string, key: string, value: unknown): string | undefined {
  const kind = kindOf(part.kind);
  if (what === 'tag')
    return kind.tags.includes(String(value))
      ? undefined
      : `A ${kind.word.toLowerCase()} is one of ${kind.tags.join(', ')}.`;
  if (what === 'off')
    return value === true && part.kind !== 'page' ? undefined : 'A part of the page is switched off, or it is not.';
  if (what === 'name')
    return Part.shape.name.safeParse(value).success ? undefined : 'A name has at most 80 characters.';
  if (what === 'classes')
    return ClassName.array().max(20).safeParse(value).success
      ? undefined
      : 'A class name is a letter followed by letters, digits or hyphens.';
  const parsed = Attributes.safeParse({ [key]: value });
  return parsed.success ? undefined : parsed.error.issues[0]?.message;
}
