import type { SetField } from '../../edits/edit';
import { inWords } from '../../kinds/in-words';
import { kindOf } from '../../kinds/registry';
import { isListTag } from '../../kinds/container-kind';
import type { Page } from '../../page';
import { Problem } from '../../problem';
import { parentOf, partOf } from '../../tree';
import { standsWell } from '../captions';
import { isList, tagEdit } from '../list-item';

/** The tags a part may be given where it stands: an item stands in a list alone, a `figcaption` in a figure, at an end. */
export function tagsFor(page: Page, id: string): readonly string[] {
  const { tags } = kindOf(partOf(page, id).kind);
  const parent = parentOf(page, id);
  const inList = parent !== undefined && isList(page, parent);
  const has = partOf(page, id).tag;
  return tags.filter(
    (tag) => tag === has || ((tag !== 'li' || inList) && (tag !== 'figcaption' || standsWell(page, id))),
  );
}

/**
 * Gives a part another tag. The boxes in a box that becomes a list become its items, and plain boxes again when it is
 * one no more. @throws Problem where a list would hold something that can be no item
 */
export function tagEdits(page: Page, id: string, tag: string): SetField[] {
  const part = partOf(page, id);
  const [was, will] = [isList(page, id), part.kind === 'container' && isListTag(tag)];
  if (was === will) return [tagEdit(id, tag)];
  const other = part.children.find((child) => partOf(page, child).kind !== 'container');
  if (will && other !== undefined)
    throw new Problem(
      `A list holds boxes alone, each an item: ${inWords(partOf(page, other))} is none. Wrap it in a container first.`,
      { part: other },
    );
  const items = part.children.filter((child) => partOf(page, child).kind === 'container');
  return [tagEdit(id, tag), ...items.map((child) => tagEdit(child, will ? 'li' : 'div'))];
}
