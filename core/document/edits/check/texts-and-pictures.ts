import { kindOf } from '../../kinds/registry';
import type { ContentField, FieldEditor } from '../../kinds/kind';
import type { Page, Part, Parts } from '../../page';
import type { Site } from '../../site';
import { insideText } from '../../text/words';
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

function isWriting(parts: Parts, edit: SetField): boolean {
  const part = Object.hasOwn(parts, edit.part) ? parts[edit.part] : undefined;
  if (!part || edit.field[0] !== 'content') return false;
  const [, , key] = edit.field;
  const field = kindOf(part.kind).fields.find((one) => one.key === key);
  return field !== undefined && isWritten(field) && keepsLook(part, asText(edit));
}

/** What is said of a picture, unlike what it is. */
const isSaid = (field: string): boolean => ['name', 'alt', 'tags', 'caption', 'credit'].includes(field);

function isAllowed(site: Site, page: Page, edit: AnyEdit): boolean {
  if (isOnPage(edit)) return edit.do === 'set' && isWriting(page.parts, edit);
  if (!isOnSite(edit)) return false;
  if (!isInSection(edit)) return edit.do === 'set' && edit.field[0] === 'pictures' && isSaid(edit.field[2]);
  const section = site.sections?.find((one) => one.id === edit.section);
  return section !== undefined && edit.do === 'set' && isWriting(section.parts, edit);
}

/**
 * Whether edits do nothing but write texts and choose pictures, and leave how they look as it is: what a content
 * editor may do. The documents are those before the edits, which are known to fit them.
 */
export const areTextsAndPictures = (
  { site, page }: { readonly site: Site; readonly page: Page },
  edits: readonly AnyEdit[],
): boolean => edits.every((edit) => isAllowed(site, page, edit));
