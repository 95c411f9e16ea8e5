import { isListTag } from '../kinds/container-kind';
import type { Edit, SetField } from '../edits/edit';
import type { Page, Part } from '../page';
import { parentOf, partOf } from '../tree';
import type { NewThing } from './thing';

/** Whether a part is a box that is published as a list. */
export const isList = (page: Page, id: string): boolean => {
  const { kind, tag } = partOf(page, id);
  return kind === 'container' && isListTag(tag);
};

/** The edit that makes a part another element. */
export const tagEdit = (part: string, value: string): SetField => ({ do: 'set', part, field: ['tag'], value });

/** A plain box is an item where it stands in a list, and an item is a plain box where it stands in none. */
function tagWhere({ kind, tag }: Pick<Part, 'kind' | 'tag'>, inList: boolean): string {
  if (kind !== 'container') return tag;
  if (inList) return tag === 'div' ? 'li' : tag;
  return tag === 'li' ? 'div' : tag;
}

/** Whether a part can stand in a list only with an item around it. */
export const needsItem = (part: Pick<Part, 'kind' | 'tag'>): boolean => tagWhere(part, true) !== 'li';

/** What is new as it stands in a parent: a plain box in a list is its item. */
export function newIn(page: Page, parent: string, thing: NewThing): NewThing {
  const root = thing.parts[thing.root]!;
  const tag = tagWhere(root, isList(page, parent));
  return tag === root.tag ? thing : { ...thing, parts: { ...thing.parts, [thing.root]: { ...root, tag } } };
}

/** What makes parts of a page items, or plain boxes, as fits where they came to stand. */
export const itemEdits = (page: Page, ids: readonly string[]): Edit[] =>
  ids.flatMap((id) => {
    const [part, parent] = [partOf(page, id), parentOf(page, id)];
    const tag = tagWhere(part, parent !== undefined && isList(page, parent));
    return tag === part.tag ? [] : [tagEdit(id, tag)];
  });
