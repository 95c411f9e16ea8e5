import type { Documents } from './batch';
import type { Edit } from './edit';
import { isInSection, isOnSite, type Primitive, type SectionEdit } from './site-edit';
import type { Page } from '../page';
import { idWithin, referencesOf, sectionOf } from '../seen/seen-page';
import { partsBelow } from '../tree';

/** An edit in a section as an edit of the page that shows it where a part refers to it. */
function seenWithin({ on: _on, section: _section, ...edit }: SectionEdit, root: string, reference: string): Edit {
  const named = (id: string): string => (id === root ? reference : idWithin(reference, id));
  switch (edit.do) {
    case 'insert': {
      const parts = Object.entries(edit.parts).map(
        ([id, part]) => [named(id), { ...part, children: part.children.map(named) }] as const,
      );
      return {
        ...edit,
        parent: named(edit.parent),
        root: named(edit.root),
        parts: Object.fromEntries(parts),
      };
    }
    case 'move':
      return { ...edit, part: named(edit.part), parent: named(edit.parent) };
    default:
      return { ...edit, part: named(edit.part) };
  }
}

/**
 * Edits of what is stored as edits of the page as it is seen, for those who draw it: what happens in a shared section
 * happens wherever the page shows it.
 * `seen` is the page as it is seen after them; `all` where a section came or went that the page refers to.
 */
export function seenEdits(
  { before, after, seen }: { readonly before: Page; readonly after: Documents; readonly seen: Page },
  edits: readonly Primitive[],
): readonly Edit[] | 'all' {
  const references = new Map([...referencesOf(before), ...referencesOf(after.page)]);
  const sections = new Set(references.values());
  const out: Edit[] = [];
  for (const edit of edits) {
    if (!isOnSite(edit)) {
      out.push(withShared(seen, edit));
      continue;
    }
    if (isInSection(edit)) {
      const root = after.site.sections?.find((one) => one.id === edit.section)?.root;
      for (const [reference, section] of references)
        if (section === edit.section && root !== undefined) out.push(seenWithin(edit, root, reference));
    } else if (edit.do === 'insert' ? edit.into === 'sections' && sections.has(edit.item.id) : isGone(edit, sections))
      return 'all';
  }
  return out;
}

const isGone = (edit: Exclude<Primitive, Edit | SectionEdit>, sections: ReadonlySet<string>): boolean =>
  edit.do === 'remove' && edit.from === 'sections' && sections.has(edit.id);

/** What is put on a page, with what it refers to. */
function withShared(seen: Page, edit: Edit): Edit {
  if (edit.do !== 'insert' || !Object.values(edit.parts).some((part) => sectionOf(part) !== undefined)) return edit;
  return Object.hasOwn(seen.parts, edit.root) ? { ...edit, parts: partsBelow(seen, edit.root) } : edit;
}
