import { kindOf } from '../../kinds/registry';
import type { ContentField, FieldEditor } from '../../kinds/kind';
import type { Page, Part, Parts } from '../../page';
import type { Site } from '../../site';
import { inUse, keyInUse, ofKey } from '../../seen/in-use';
import { isUse, sectionOf } from '../../seen/references';
import { insideText } from '../../text/words';
import type { Differ } from '../across-edit';
import type { SetField } from '../edit';
import { isInSection, isOnPage, isOnSite, type AnyEdit } from '../site-edit';

/** What is typed or chosen where a text or a picture is. */
const written: readonly FieldEditor[] = ['line', 'lines', 'words', 'blocks', 'picture'];

/** Whether a field says a text or a picture. */
export const isWritten = ({ editor, works }: ContentField): boolean => works !== true && written.includes(editor);

/** Nothing of how words look is changed along: the classes and colours of words are among those the part had. */
function keepsLook(part: Part, value: unknown): boolean {
  const before = Object.values(part.content).flatMap((said) => Object.values(said).map(insideText));
  const known = new Set(before.flatMap(({ classes, values }) => [...classes, ...values]));
  const { classes, values } = insideText(value);
  return [...classes, ...values].every((one) => known.has(one));
}

/** A block of a running text as a text of its own, to be looked into as one. */
const asText = ({ field, value }: SetField): unknown =>
  field.length === 4 && value !== undefined ? { [field[3]]: value } : value;

/** The part and field a key of a part's content speaks of: of a use, those within its own part. */
function spokenOf(site: Site, part: Part, key: string): { readonly part: Part; readonly key: string } | undefined {
  if (!isUse(part)) return { part, key };
  const of = ofKey(key);
  const parts = site.sections?.find((one) => one.id === sectionOf(part))?.parts ?? {};
  const inner = of && Object.hasOwn(parts, of.part) ? parts[of.part] : undefined;
  return inner?.differs?.includes(of!.field) ? { part: inUse(inner, of!.part, part), key: of!.field } : undefined;
}

function isWriting(site: Site, parts: Parts, edit: SetField): boolean {
  const stored = Object.hasOwn(parts, edit.part) ? parts[edit.part] : undefined;
  if (!stored || edit.field[0] !== 'content') return false;
  const spoken = spokenOf(site, stored, String(edit.field[2]));
  const field = spoken && kindOf(spoken.part.kind).fields.find((one) => one.key === spoken.key);
  return field !== undefined && isWritten(field) && keepsLook(spoken!.part, asText(edit));
}

/** The parts of the page, or of a section of its site. */
const partsIn = (site: Site, page: Page, section: string | undefined): Parts =>
  section === undefined ? page.parts : (site.sections?.find((one) => one.id === section)?.parts ?? {});

/** Whether a use is to say a text for itself: nothing looks or reads otherwise by that. */
function isDiffering(site: Site, parts: Parts, { part, inner, field }: Differ): boolean {
  const use = Object.hasOwn(parts, part) ? parts[part] : undefined;
  const spoken = use && isUse(use) ? spokenOf(site, use, keyInUse(inner, field)) : undefined;
  return kindOf(spoken?.part.kind ?? 'own').fields.some((one) => one.key === spoken?.key && isWritten(one));
}

/** What is said of a picture, unlike what it is. */
const isSaid = (field: string): boolean => ['name', 'alt', 'tags', 'caption', 'credit'].includes(field);

function isAllowed(site: Site, page: Page, edit: AnyEdit): boolean {
  if (isOnPage(edit)) return edit.do === 'set' && isWriting(site, page.parts, edit);
  if (!isOnSite(edit)) return edit.do === 'differ' && isDiffering(site, partsIn(site, page, edit.in), edit);
  if (!isInSection(edit)) return edit.do === 'set' && edit.field[0] === 'pictures' && isSaid(edit.field[2]);
  return edit.do === 'set' && isWriting(site, partsIn(site, page, edit.section), edit);
}

/**
 * Whether edits do nothing but write texts and choose pictures, and leave how they look as it is: what a content
 * editor may do. The documents are those before the edits, which are known to fit them.
 */
export const areTextsAndPictures = (
  { site, page }: { readonly site: Site; readonly page: Page },
  edits: readonly AnyEdit[],
): boolean => edits.every((edit) => isAllowed(site, page, edit));
