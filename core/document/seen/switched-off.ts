import type { Page, Part, Parts } from '../page';
import { subtree } from '../tree';

const shownByParts = new WeakMap<Parts, Page>();
const nothingOff = new WeakSet<Parts>();

/** Hands on that nothing is switched off to a version of the parts in which that is the same. */
export function keepOff(before: Parts, after: Parts): void {
  if (nothingOff.has(before)) nothingOff.add(after);
}

function anyOff(parts: Parts): boolean {
  if (nothingOff.has(parts)) return false;
  for (const id in parts) if (parts[id]!.off) return true;
  nothingOff.add(parts);
  return false;
}

/** The page without what is switched off, as visitors get it; the very page where nothing is. */
export function withoutSwitchedOff(page: Page): Page {
  if (!anyOff(page.parts)) return page;
  const known = shownByParts.get(page.parts);
  if (known?.id === page.id && known.path === page.path) return known;
  const gone = new Set(
    Object.keys(page.parts)
      .filter((id) => page.parts[id]!.off)
      .flatMap((id) => subtree(page, id)),
  );
  const parts: Record<string, Part> = {};
  for (const [id, part] of Object.entries(page.parts)) {
    if (gone.has(id)) continue;
    parts[id] = part.children.some((child) => gone.has(child))
      ? { ...part, children: part.children.filter((child) => !gone.has(child)) }
      : part;
  }
  const less = { ...page, parts };
  shownByParts.set(page.parts, less);
  return less;
}
