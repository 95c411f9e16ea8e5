import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import type { Picture, Site } from '../site';
import { kindOf } from '../kinds/registry';
import { parentOf, partOf, placeOf } from '../tree';
import { freshPart } from './thing';
import { newIdentifier } from '../identifier';

const isFigure = (page: Page, id: string | undefined): id is string =>
  id !== undefined && partOf(page, id).kind === 'container' && partOf(page, id).tag === 'figure';

const isCaption = (page: Page, id: string): boolean => partOf(page, id).tag === 'figcaption';

/** Whether a part stands before or after everything else in its box, with no other caption in there. */
export function isAtAnEnd(page: Page, id: string): boolean {
  const { children } = partOf(page, placeOf(page, id).parent);
  const isAlone = children.every((one) => one === id || !isCaption(page, one));
  return isAlone && [children[0], children.at(-1)].includes(id);
}

/** Whether a caption stands where HTML has it: in a figure, first or last, and no other one with it. */
export const standsWell = (page: Page, id: string): boolean =>
  isFigure(page, parentOf(page, id)) && isAtAnEnd(page, id);

/** What can be done for a picture: it has a caption, or gets one in its figure, or with a figure around it. */
export function canBeCaptioned(page: Page, id: string): 'in its figure' | 'with a figure' | undefined {
  if (kindOf(partOf(page, id).kind).shows === undefined) return undefined;
  const parent = parentOf(page, id);
  if (!isFigure(page, parent)) return 'with a figure';
  return partOf(page, parent).children.some((one) => isCaption(page, one)) ? undefined : 'in its figure';
}

/** What the library says of a picture for those who look at it: its caption, and whose it is. */
export const captionOf = ({ caption, credit }: Pick<Picture, 'caption' | 'credit'>): string =>
  [caption, credit].filter((words) => words !== undefined && words !== '').join(' · ');

/** The edits that put a caption last into the figure around a picture, saying what the library says of that. */
export function captionEdits(site: Site, page: Page, id: string): { edits: Edit[]; made: string } {
  const { parent } = placeOf(page, id);
  const made = newIdentifier();
  const fresh = { ...freshPart(site, 'caption'), tag: 'figcaption' };
  const named = partOf(page, id).content.base['picture'];
  const picture = typeof named === 'string' && Object.hasOwn(site.pictures, named) ? site.pictures[named] : undefined;
  const text = picture ? captionOf(picture) : '';
  const part = text === '' ? fresh : { ...fresh, content: { base: { text } } };
  const figure: Edit[] = isFigure(page, parent) ? [] : [{ do: 'set', part: parent, field: ['tag'], value: 'figure' }];
  const index = partOf(page, parent).children.length;
  return { edits: [...figure, { do: 'insert', parent, index, root: made, parts: { [made]: part } }], made };
}
