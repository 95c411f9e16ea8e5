import { tagEdits } from '../../document/commands/becoming/box-tag';
import { isList } from '../../document/commands/list-item';
import type { SetField } from '../../document/edits/edit';
import type { Page } from '../../document/page';
import { parentOf, partOf } from '../../document/tree';
import type { Check } from '../check';
import type { Cure, Finding } from '../finding';

const kinds = { check: 'list items', severity: 'error' } as const;
const isItem = (page: Page, id: string): boolean => partOf(page, id).tag === 'li';

/** Every box in the list an item; or, where it holds something else, a plain box instead of the list. */
function cureOf(page: Page, id: string): Cure {
  const { children, tag } = partOf(page, id);
  const edits = children.every((child) => partOf(page, child).kind === 'container')
    ? children
        .filter((child) => !isItem(page, child))
        .map((part): SetField => ({ do: 'set', part, field: ['tag'], value: 'li' }))
    : tagEdits(page, id, 'div');
  const becomes = edits[0]!.part === id; // there is one: something in it is no item
  return becomes
    ? { says: 'Make it a plain box again', edits, before: tag, after: 'div' }
    : { says: 'Make them items', edits, before: 'div', after: 'li' };
}

/** A list holds items alone, and an item stands in a list. */
export const listItems: Check = {
  name: 'list items',
  severity: 'error',
  source: 'HTML: the content of ul and ol is li elements, which stand there alone (sections 4.4.5 to 4.4.8)',
  looks: 'page',
  find: ({ page }) =>
    Object.keys(page.parts).flatMap((id): Finding[] => {
      if (isList(page, id) && !partOf(page, id).children.every((child) => isItem(page, child)))
        return [
          { ...kinds, part: id, reason: 'It is a list, and something in it is no item.', cure: cureOf(page, id) },
        ];
      const parent = parentOf(page, id);
      if (!isItem(page, id) || (parent !== undefined && isList(page, parent))) return [];
      const edits: SetField[] = [{ do: 'set', part: id, field: ['tag'], value: 'div' }];
      const cure: Cure = { says: 'Make it a plain box', edits, before: 'li', after: 'div' };
      return [{ ...kinds, part: id, reason: 'It is an item, and stands in no list.', cure }];
    }),
};
