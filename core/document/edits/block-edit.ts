import { kindOf } from '../kinds/registry';
import type { Part } from '../page';
import { Problem } from '../problem';
import { isUse } from '../seen/references';
import { blocksOf, withBlock } from '../text/blocks';
import { PlacedBlock } from '../text/running-text';
import { runningTextIn } from '../text/words';
import { asValue, type SetField } from './edit';

/** Whether a `set` speaks of one block of a running text. */
export const isBlockEdit = (edit: SetField): boolean => edit.field[0] === 'content' && edit.field.length === 4;

/**
 * A `set` of one block as the `set` of the text that comes of it, and the block as it was. @throws Problem where
 * there is no such text, or the value is no block
 */
export function ofWholeText(part: Part, edit: SetField): { readonly whole: SetField; readonly before?: PlacedBlock } {
  const [, at = '', key = '', block = ''] = edit.field;
  const place = { part: edit.part, field: `${at}.${key}.${block}` };
  const own = Object.hasOwn(part.content, at) ? part.content[at] : undefined;
  const holdsBlocks = isUse(part) || kindOf(part.kind).fields.some((one) => one.key === key && one.editor === 'blocks');
  if (!holdsBlocks || !own || !Object.hasOwn(own, key))
    throw new Problem('The text this paragraph stands in is no longer there.', place);
  const placed = PlacedBlock.optional().safeParse(edit.value);
  if (!placed.success) throw new Problem(placed.error.issues[0]?.message ?? 'This is no paragraph.', place);
  const text = runningTextIn(own[key]);
  const before = blocksOf(text);
  return {
    whole: { ...edit, field: ['content', at, key], value: asValue(withBlock(text, block, placed.data)) },
    ...(Object.hasOwn(before, block) && { before: before[block]! }),
  };
}
