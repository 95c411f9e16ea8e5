import type { Documents } from './batch';
import { asValue, Field, type Edit } from './edit';
import { isInSection, isOnSite, type Primitive, type SectionEdit } from './site-edit';
import type { Page, Part } from '../page';
import { frameNamedBy, framing } from '../frames/shown-frame';
import type { KeptSection } from '../sections/kept-section';
import { ofKey } from '../seen/in-use';
import { allShownOn, idInUse, referencesOf, sectionOf, slotOf, idWithin } from '../seen/references';
import { parentOf, partsBelow } from '../tree';

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
 * Edits of what is stored as edits of the page as it is seen, for those who draw it: what happens in a shared section,
 * or an own part, happens wherever the page shows it.
 * `seen` is the page as it is seen after them; `all` where something shared came or went that the page shows, its frame
 * is another, or what differs in uses does.
 */
export function seenEdits(
  { before, after, seen }: { readonly before: Page; readonly after: Documents; readonly seen: Page },
  edits: readonly Primitive[],
): readonly Edit[] | 'all' {
  if (frameNamedBy(before) !== frameNamedBy(after.page) || edits.some((edit) => changesFrame(edit, after.page)))
    return 'all';
  if (edits.some((edit) => touchesSlot(before, after, edit))) return 'all';
  const shown = new Map<string, KeptSection | undefined>(
    [...allShownOn(after.site, before), ...allShownOn(after.site, after.page)].map(
      ({ id, section }) => [id, section] as const,
    ),
  );
  const lead = framing(after.site, after.page).before.length;
  const sections = new Set(
    [...shown.values()].flatMap((one) => one?.id ?? []).concat(referencesOf(before).map(([, section]) => section)),
  );
  const at = { seen, shown };
  const out: Edit[] = [];
  for (const edit of edits) {
    if (!isOnSite(edit)) {
      const mapped = ofUse(at, edit, undefined);
      if (mapped === 'all') return 'all';
      out.push(...mapped.map((one) => behindFrame(withShared(seen, one), seen.root, lead)));
      continue;
    }
    if (isInSection(edit)) {
      for (const [reference, section] of shown) {
        if (section?.id !== edit.section) continue;
        const mapped = ofUse(at, seenWithin(edit, section.root, reference), reference);
        if (mapped === 'all') return 'all';
        out.push(...mapped.map((one) => withShared(seen, one)));
      }
    } else if (edit.do === 'insert' ? edit.into === 'sections' && sections.has(edit.item.id) : isGone(edit, sections))
      return 'all';
  }
  return out;
}

/** Whether an edit puts something into a slot of an own part, takes it out, or makes a part a slot. */
function touchesSlot(before: Page, { site, page }: Documents, edit: Primitive): boolean {
  if (isOnSite(edit) && !isInSection(edit)) return false;
  if (edit.do === 'set') return edit.field[0] === 'slot';
  const kept = isOnSite(edit) ? site.sections?.find((one) => one.id === edit.section)?.parts : undefined;
  const isFill = (id: string): boolean =>
    [kept, page.parts, before.parts].some(
      (parts) => parts && Object.hasOwn(parts, id) && slotOf(parts[id]) !== undefined,
    );
  if (kept && edit.do === 'move') return Object.keys(kept).some(isFill);
  if (edit.do === 'insert') return isFill(edit.parent) || slotOf(edit.parts[edit.root]) !== undefined;
  if (edit.do === 'move')
    return isFill(edit.parent) || (Object.hasOwn(before.parts, edit.part) && isFill(parentOf(before, edit.part) ?? ''));
  return isFill(edit.part);
}

interface SeenThrough {
  readonly seen: Page;
  readonly shown: ReadonlyMap<string, KeptSection | undefined>;
}

/**
 * An edit of a part that is seen, as it is seen where uses of own parts say something for themselves: what a use says
 * is said by the part within, and what an own part says shows only where its use does not say it.
 */
function ofUse({ seen, shown }: SeenThrough, edit: Edit, reference: string | undefined): Edit[] | 'all' {
  if (edit.do !== 'set') return [edit];
  const [what, at = 'base', key = ''] = edit.field;
  if (what === 'differs') return 'all';
  if (what !== 'content') return [edit];
  const of = ofKey(key);
  if (of) {
    const section = shown.get(edit.part);
    const inner = section && Object.hasOwn(section.parts, of.part) ? section.parts[of.part] : undefined;
    if (!inner?.differs?.includes(of.field)) return section ? [] : 'all';
    return saysAtBreakpoints(inner, of.field)
      ? 'all'
      : [said(seen, idInUse(section!, edit.part, of.part), at, of.field)];
  }
  const part = Object.hasOwn(seen.parts, edit.part) ? seen.parts[edit.part] : undefined;
  if (reference === undefined || !part?.differs?.includes(key)) return [edit];
  return saysAtBreakpoints(part, key) ? 'all' : [said(seen, edit.part, at, key)];
}

const saysAtBreakpoints = ({ content }: Part, field: string): boolean =>
  Object.entries(content).some(([at, own]) => at !== 'base' && Object.hasOwn(own, field));

/** The edit after which a part says of a field what it is seen to say. */
function said(seen: Page, part: string, at: string, field: string): Edit {
  const now = Object.hasOwn(seen.parts, part) ? seen.parts[part]!.content[at] : undefined;
  const value = now && Object.hasOwn(now, field) ? { value: asValue(now[field]) } : {};
  return { do: 'set', part, field: Field.parse(['content', at, field]), ...value };
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
