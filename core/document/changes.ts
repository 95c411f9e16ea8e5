import { kindOf, nameOf } from './kinds/registry';
import type { Page, Part } from './page';

/** One difference between two versions of a page, named for a person. */
export interface Change {
  readonly part: string;
  readonly what: string;
}

const text = (value: unknown): string => JSON.stringify(value) ?? '';

/** Keys, joined with spaces, of the leaves in which two nested records differ. */
function leaves(a: unknown, b: unknown, path: string): string[] {
  const open = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
  if (!open(a) && !open(b)) return text(a) === text(b) ? [] : [path];
  const left = open(a) ? a : {};
  const right = open(b) ? b : {};
  return [...new Set([...Object.keys(left), ...Object.keys(right)])].flatMap((key) => leaves(left[key], right[key], path === '' ? key : `${path} ${key}`));
}

function within(before: Part, now: Part): string[] {
  return [
    ...leaves(before.style, now.style, '').map((leaf) => leaf.replace(' normal ', ' ')),
    ...leaves(before.content.base, now.content.base, ''),
    ...leaves(before.attributes, now.attributes, ''),
    ...(before.tag === now.tag ? [] : ['tag']),
    ...(before.name === now.name ? [] : ['name']),
    ...(text(before.classes) === text(now.classes) ? [] : ['classes']),
  ];
}

/** The children a part had and has on both pages, in order: it differs when they were reordered. */
const kept = (children: readonly string[], other: ReadonlySet<string>): string => children.filter((child) => other.has(child)).join();

function betweenParts(id: string, old: Part, part: Part, before: Page): Change[] {
  const name = part.kind === 'page' ? 'Page' : nameOf(part);
  const changes: Change[] = within(old, part).map((what) => ({ part: id, what: `${name}: ${what}` }));
  const [held, holds] = [new Set(old.children), new Set(part.children)];
  if (kept(old.children, holds) !== kept(part.children, held)) changes.push({ part: id, what: `${name}: order` });
  return changes.concat(part.children.filter((child) => !held.has(child) && Object.hasOwn(before.parts, child)).map((child) => ({ part: child, what: 'moved' })));
}

/** What differs between a page as it was and as it is: parts added, removed and moved, and each field that was set. */
export function changesBetween(before: Page | null, now: Page): Change[] {
  if (before === null) return Object.keys(now.parts).map((part) => ({ part, what: `${nameOf(now.parts[part]!)} is new` }));
  const changes: Change[] = [];
  for (const id in now.parts) {
    const part = now.parts[id]!;
    const old = before.parts[id];
    if (old === part) continue;
    if (!old) changes.push({ part: id, what: `${nameOf(part)} added` });
    else changes.push(...betweenParts(id, old, part, before));
  }
  for (const id in before.parts)
    if (!Object.hasOwn(now.parts, id)) changes.push({ part: id, what: `${before.parts[id]!.name ?? kindOf(before.parts[id]!.kind).word} removed` });
  if (before.path !== now.path) changes.push({ part: now.root, what: `Page: path ${now.path}` });
  return changes.map((change) => (change.what === 'moved' ? { ...change, what: `${nameOf(now.parts[change.part]!)} moved` } : change));
}

/** A page in which every part that equals its counterpart in another one is that very object, so that comparing them costs nothing. */
export function sharingParts(page: Page, other: Page): Page {
  const parts = Object.fromEntries(
    Object.entries(page.parts).map(([id, part]) => {
      const twin = other.parts[id];
      return [id, twin && leaves(part, twin, '').length === 0 ? twin : part];
    }),
  );
  return { ...page, parts };
}
