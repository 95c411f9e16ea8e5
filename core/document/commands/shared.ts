import { applyTo } from '../edits/apply';
import { draftOf } from '../edits/draft';
import type { Edit } from '../edits/edit';
import type { KeptSection } from '../kept-section';
import type { Page, Parts } from '../page';
import { Problem } from '../problem';
import type { Site } from '../site';
import { partOf, partsBelow, pathTo, subtree } from '../tree';
import { copyOf } from './thing';

/** The roots of a site's shared sections. */
export const sharedRoots = (site: Site): ReadonlySet<string> =>
  new Set((site.sections ?? []).filter((one) => one.shared).map((one) => one.root));

/** The shared section a part stands in, or is; undefined where it stands in none. */
export const sharedAround = (site: Site, page: Page, id: string): KeptSection | undefined => {
  const sections = (site.sections ?? []).filter((one) => one.shared && Object.hasOwn(page.parts, one.root));
  if (sections.length === 0 || !Object.hasOwn(page.parts, id)) return undefined;
  const path = pathTo(page, id);
  return sections.find((one) => path.includes(one.root));
};

/** An edit as another page that has the shared section takes it. */
export interface Mirrored {
  readonly root: string;
  readonly edit: Edit;
}

/** What one edit means for pages that have its shared section; `around` says in which one a part stands. */
function mirroredEdit(
  page: Page,
  edit: Edit,
  roots: ReadonlySet<string>,
  around: (id: string) => string | undefined,
): Mirrored[] {
  const within = (root: string | undefined, same: Edit): Mirrored[] =>
    root === undefined ? [] : [{ root, edit: same }];
  if (edit.do === 'set') return within(around(edit.part), edit);
  if (edit.do === 'insert') return within(around(edit.parent), edit);
  if (roots.has(edit.part)) return []; // where a section itself stands is its page's affair
  if (edit.do === 'remove') return within(around(edit.part), edit);
  const [from, to] = [around(edit.part), around(edit.parent)];
  if (from === to) return within(from, edit);
  const { part, parent, index } = edit;
  return [
    ...within(from, { do: 'remove', part }),
    ...within(to, { do: 'insert', parent, index, root: part, parts: partsBelow(page, part) }),
  ];
}

/**
 * What edits on one page mean for the others that have its shared sections: the same edit where it stays within one, an insert where a part comes in from elsewhere,
 * a removal where one goes out. Where a section itself stands on its page, or that it goes, is its page's affair.
 */
export function mirrored(site: Site, page: Page, edits: readonly Edit[]): Mirrored[] {
  const roots = sharedRoots(site);
  if (roots.size === 0) return [];
  const draft = draftOf(page);
  const around = (id: string): string | undefined => {
    let root: string | undefined;
    for (let at: string | undefined = id; at !== undefined; at = draft.parents.get(at)) if (roots.has(at)) root = at;
    return root;
  };
  return edits.flatMap((edit) => {
    const found = mirroredEdit(draft.page, edit, roots, around);
    applyTo(site, draft, edit);
    return found;
  });
}

/** The edits that put a shared section on a page. @throws Problem when it stands there already */
export function insertShared(page: Page, section: KeptSection, index: number): Edit[] {
  if (Object.hasOwn(page.parts, section.root))
    throw new Problem(`${section.name} stands on this page already.`, { part: section.root });
  return [{ do: 'insert', parent: page.root, index, root: section.root, parts: section.parts }];
}

/** The edits that make this page's copy of a shared section its own: the same parts in its place, under new ids. */
export function unshare(page: Page, root: string): { edits: Edit[]; made: string } {
  const index = partOf(page, page.root).children.indexOf(root);
  const copy = copyOf(page, root, 'kept');
  return {
    edits: [
      { do: 'remove', part: root },
      { do: 'insert', parent: page.root, index, ...copy },
    ],
    made: copy.root,
  };
}

/** A section of a page as a site keeps it: under its own ids when shared, else as a copy. @throws Problem when the part is no section of the page */
export function keptFrom(
  page: Page,
  part: string,
  facts: Pick<KeptSection, 'id' | 'name' | 'purpose' | 'shared'>,
): KeptSection {
  if (!partOf(page, page.root).children.includes(part))
    throw new Problem('Only a section of the page can be kept.', { part });
  if (!facts.shared) return { ...facts, ...copyOf(page, part) };
  return { ...facts, id: part, root: part, parts: partsBelow(page, part) };
}

/** A page of the same site with the same in it, under facts and ids of its own, so that no part of it is taken for another page's; shared sections stay themselves. */
export function copyOfPage(
  site: Site,
  page: Page,
  { id, title, path }: { readonly id: string; readonly title: string; readonly path: string },
): Page {
  const shared = sharedRoots(site);
  const root = partOf(page, page.root);
  const sections = root.children.map((section) =>
    shared.has(section) ? { root: section, parts: partsBelow(page, section) } : copyOf(page, section, 'kept'),
  );
  const own = {
    ...root,
    children: sections.map((one) => one.root),
    content: { ...root.content, base: { ...root.content.base, title } },
  };
  return {
    ...page,
    id,
    path,
    parts: Object.assign({ [page.root]: own }, ...sections.map((one) => one.parts)) as Parts,
  }; // records of parts, merged
}

/** A page in which its shared sections are as another page has them. */
export function withSharedOf(site: Site, page: Page, newer: Page): Page {
  let parts: Record<string, Page['parts'][string]> = page.parts;
  for (const root of sharedRoots(site)) {
    if (!Object.hasOwn(parts, root) || !Object.hasOwn(newer.parts, root)) continue;
    const kept = { ...parts };
    for (const id of subtree({ ...page, parts }, root)) delete kept[id];
    const fresh = subtree(newer, root);
    if (fresh.some((id) => Object.hasOwn(kept, id))) continue; // a part of the page's own goes by an id of the section's: left as it is
    for (const id of fresh) kept[id] = newer.parts[id]!;
    parts = kept;
  }
  return parts === page.parts ? page : { ...page, parts };
}
