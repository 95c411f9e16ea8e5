import type { Edit } from '../../edits/edit';
import type { AnyEdit } from '../../edits/site-edit';
import { newIdentifier } from '../../identifier';
import type { KeptSection } from '../../sections/kept-section';
import { reference } from '../../sections/reference';
import type { Page, Parts } from '../../page';
import { Problem } from '../../problem';
import { sectionOf } from '../../seen/references';
import { sharedAt } from '../../seen/seen-page';
import type { Site } from '../../site';
import { partOf, pathTo, subtree } from '../../tree';
import { copyOf } from '../thing';

/** The parts of a page as it is seen that stand for shared sections. */
export const sharedRoots = (page: Page): ReadonlySet<string> =>
  new Set(partOf(page, page.root).children.filter((id) => sharedAt(page, id) !== undefined));

/** The same with the uses of own parts, wherever they stand. */
export const standingForShared = (page: Page): ReadonlySet<string> =>
  new Set(Object.keys(page.parts).filter((id) => sharedAt(page, id) !== undefined));

/**
 * The shared section, or own part, a part of a page as it is seen stands in, or is, the innermost of several, and the part that stands for it; undefined
 * where it stands in none.
 */
export function sharedAround(
  site: Site,
  page: Page,
  id: string,
): { readonly section: KeptSection; readonly reference: string } | undefined {
  if (!Object.hasOwn(page.parts, id)) return undefined;
  for (const at of pathTo(page, id).reverse()) {
    const section = site.sections?.find((one) => one.id === sharedAt(page, at));
    if (section) return { section, reference: at };
  }
  return undefined;
}

/** The edit that puts a shared section on a page, and the part that will stand for it. */
export function insertShared(
  page: Page,
  section: Pick<KeptSection, 'id'>,
  index: number,
): { edits: Edit[]; made: string } {
  const made = newIdentifier();
  return {
    edits: [{ do: 'insert', parent: page.root, index, root: made, parts: { [made]: reference(section.id) } }],
    made,
  };
}

/**
 * The edits that keep a section of a page for its site: shared, it goes into the site and the page refers to it; else
 * a copy of it does. @throws Problem when the part is no section of the page
 */
export function keepSection(
  page: Page,
  part: string,
  facts: Pick<KeptSection, 'name' | 'purpose' | 'shared'>,
  site: Pick<Site, 'sections'>,
): AnyEdit[] {
  const { name, purpose, shared } = facts;
  const id = newIdentifier();
  if (!partOf(page, page.root).children.includes(part))
    throw new Problem('Only a section of the page can be kept.', { part });
  if (shared && sharedAt(page, part) !== undefined) throw new Problem('This section is shared already.', { part });
  if (shared) return [{ do: 'share', on: 'both', part, section: { id, name, purpose } }];
  const index = site.sections?.length ?? 0;
  const item: KeptSection = { id, name, purpose, shared, ...copyOf(page, part) };
  return [{ do: 'insert', on: 'site', into: 'sections', index, item }];
}

/**
 * A page of the same site with the same in it, under facts and ids of its own, so that no part of it is taken for
 * another page's; what it shares with others it goes on sharing.
 */
export function copyOfPage(
  page: Page,
  { id, title, path }: { readonly id: string; readonly title: string; readonly path: string },
): Page {
  const root = partOf(page, page.root);
  const sections = root.children.map((section) => copyOf(page, section, { places: 'kept' }));
  const own = {
    ...root,
    children: sections.map((one) => one.root),
    content: { ...root.content, base: { ...root.content.base, title } },
  };
  return {
    ...page,
    id,
    path,
    parts: sections.reduce<Parts>((parts, one) => ({ ...parts, ...one.parts }), { [page.root]: own }),
  };
}

/**
 * A page of before shared sections stood in the site, with the edits that make it as pages are now: it held a copy of
 * each under the section's own ids;
 * now it refers to it.
 */
export function referring(site: Pick<Site, 'sections'>, page: Page): { page: Page; edits: Edit[] } {
  const edits = (site.sections ?? []).flatMap((section): Edit[] => {
    const index = section.shared ? partOf(page, page.root).children.indexOf(section.root) : -1;
    if (index === -1 || sectionOf(page.parts[section.root]) !== undefined) return [];
    const { root } = section;
    const off = page.parts[root]!.off;
    const stands = { ...reference(section.id), ...(off && { off }) };
    return [
      { do: 'remove', part: root },
      { do: 'insert', parent: page.root, index, root, parts: { [root]: stands } },
    ];
  });
  let parts: Parts = page.parts;
  for (const edit of edits) {
    const gone = edit.do === 'remove' ? new Set(subtree({ ...page, parts }, edit.part)) : undefined;
    if (gone) parts = Object.fromEntries(Object.entries(parts).filter(([id]) => !gone.has(id)));
    if (edit.do === 'insert') parts = { ...parts, ...edit.parts };
  }
  return { page: edits.length > 0 ? { ...page, parts } : page, edits };
}
