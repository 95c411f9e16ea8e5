import { kindOf, nameOf } from './kinds/registry';
import type { Page, Part } from './page';
import { parentOf } from './tree';

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

/** What differs between a page as it was and as it is: parts added, removed and moved, and each field that was set. */
export function changesBetween(before: Page | null, now: Page): Change[] {
  if (before === null) return Object.keys(now.parts).map((part) => ({ part, what: `${nameOf(now.parts[part]!)} is new` }));
  const changes: Change[] = [];
  for (const [id, part] of Object.entries(now.parts)) {
    const old = before.parts[id];
    const name = part.kind === 'page' ? 'Page' : nameOf(part);
    if (!old) changes.push({ part: id, what: `${name} added` });
    else {
      if (parentOf(before, id) !== parentOf(now, id)) changes.push({ part: id, what: `${name} moved` });
      if (old !== part) changes.push(...within(old, part).map((what) => ({ part: id, what: `${name}: ${what}` })));
      const kept = (children: readonly string[], other: Page): string => children.filter((child) => Object.hasOwn(other.parts, child) && parentOf(other, child) === id).join();
      if (kept(old.children, now) !== kept(part.children, before)) changes.push({ part: id, what: `${name}: order` });
    }
  }
  for (const [id, part] of Object.entries(before.parts))
    if (!Object.hasOwn(now.parts, id)) changes.push({ part: id, what: `${part.name ?? kindOf(part.kind).word} removed` });
  if (before.path !== now.path) changes.push({ part: now.root, what: `Page: path ${now.path}` });
  return changes;
}
