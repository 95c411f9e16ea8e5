import type { Edit } from '../../edits/edit';
import type { Page } from '../../page';
import { partOf } from '../../tree';

/** Where a part is to lead as a whole. */
export interface PartLinkChosen {
  /** Empty where it is to lead nowhere any more. */
  readonly to: string;
  readonly newTab: boolean;
  readonly label: string;
}

/** Makes a part lead somewhere; a box becomes a link by its tag, and a plain box again. */
export function linkEdits(page: Page, id: string, { to, newTab, label }: PartLinkChosen): Edit[] {
  const part = partOf(page, id);
  const isButton = part.kind === 'button';
  const values: Record<string, string | true | undefined> = {
    link: to === '' && !isButton ? undefined : to,
    newTab: newTab && to !== '' ? true : undefined,
    linkLabel: label === '' || to === '' ? undefined : label,
  };
  const set = Object.entries(values).map(([key, value]): Edit => ({
    do: 'set',
    part: id,
    field: ['content', 'base', key],
    ...(value !== undefined && { value }),
  }));
  const tag = to === '' ? 'div' : 'a';
  const becomes: Edit[] =
    isButton || (part.tag === 'a') === (tag === 'a') ? [] : [{ do: 'set', part: id, field: ['tag'], value: tag }];
  return [...set, ...becomes];
}
