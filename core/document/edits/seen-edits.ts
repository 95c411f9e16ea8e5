import type { Documents } from './batch';
import type { Edit } from './edit';
import { isInSection, isOnSite, type Primitive, type SectionEdit } from './site-edit';
import type { Page } from '../page';
import { frameNamedBy, framing } from '../frames/shown-frame';
import { allReferencesOf, idWithin, referencesOf, sectionOf } from '../seen/seen-page';
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
 * `seen` is the page as it is seen after them; `all` where a section came or went that the page refers to, or its frame
 * is another.
 */
export function seenEdits(
  { before, after, seen }: { readonly before: Page; readonly after: Documents; readonly seen: Page },
  edits: readonly Primitive[],
): readonly Edit[] | 'all' {
  if (frameNamedBy(before) !== frameNamedBy(after.page) || edits.some((edit) => changesFrame(edit, after.page)))
    return 'all';
  const references = new Map([...referencesOf(before), ...allReferencesOf(after.site, after.page)]);
  const lead = framing(after.site, after.page).before.length;
  const sections = new Set(references.values());
  const out: Edit[] = [];
  for (const edit of edits) {
    if (!isOnSite(edit)) {
      out.push(behindFrame(withShared(seen, edit), seen.root, lead));
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

/** Whether an edit makes the frame around a page another one, or takes it away. */
function changesFrame(edit: Primitive, page: Page): boolean {
  const named = frameNamedBy(page);
  if (named === undefined || !isOnSite(edit) || isInSection(edit)) return false;
  if (edit.do === 'insert') return edit.into === 'frames' && edit.item.id === named;
  if (edit.do === 'remove') return edit.from === 'frames' && edit.id === named;
  return edit.do === 'set' && edit.field[0] === 'frames' && edit.field[1] === named;
}

/** A place among the sections of a page, counted with those its frame shows before them. */
const behindFrame = (edit: Edit, root: string, lead: number): Edit =>
  (edit.do === 'insert' || edit.do === 'move') && edit.parent === root ? { ...edit, index: edit.index + lead } : edit;

const isGone = (edit: Exclude<Primitive, Edit | SectionEdit>, sections: ReadonlySet<string>): boolean =>
  edit.do === 'remove' && edit.from === 'sections' && sections.has(edit.id);

/** What is put on a page, with what it refers to. */
function withShared(seen: Page, edit: Edit): Edit {
  if (edit.do !== 'insert' || !Object.values(edit.parts).some((part) => sectionOf(part) !== undefined)) return edit;
  return Object.hasOwn(seen.parts, edit.root) ? { ...edit, parts: partsBelow(seen, edit.root) } : edit;
}
