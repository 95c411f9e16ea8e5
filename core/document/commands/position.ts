import type { Box } from '../../geometry/box';
import { containingBlock } from '../../geometry/containing-block';
import type { MeasuredPage } from '../../geometry/measured';
import { bringBack, takeOut, type Values } from '../../geometry/pins';
import { keepingOffset } from '../../geometry/sticky';
import { resolve } from '../../style/cascade';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import { Problem } from '../problem';
import type { Site } from '../site';
import { styleEdit } from './style';

export const positions = ['static', 'relative', 'absolute', 'fixed', 'sticky'] as const;
export type Position = (typeof positions)[number];

/**
 * The edits that change a part's position at a breakpoint and leave it where it stands on the page: absolute and
 * fixed are pinned left and top, relative is moved from
 * where the flow puts it, sticky keeps the distance from the top it has. Static alone goes where the flow puts it.
 * @param page the leaf of that breakpoint as measured
 * @param natural where the flow alone would put the part now; for a part out of the flow, where it would be back in it
 * @throws Problem when the part is not laid out in that leaf
 */
export function setPosition(
  site: Site,
  document: Page,
  id: string,
  breakpoint: string,
  position: Position,
  page: MeasuredPage,
  natural: Box,
): Edit[] {
  const part = page.parts.get(id);
  if (!part || part.style.display === 'none')
    throw new Problem('The part is off the page here.', { part: id, breakpoint });
  const valueOf = (property: string): string => resolve(site, document, id, breakpoint, 'normal', property).value;
  const noInsets: Values = { left: 'auto', top: 'auto', right: 'auto', bottom: 'auto' };
  let values: Values;
  if (position === 'absolute' || position === 'fixed')
    values = takeOut(part, position, containingBlock(page, id, position), {
      width: valueOf('width'),
      height: valueOf('height'),
    });
  else if (position === 'relative') values = bringBack(part, natural);
  else if (position === 'sticky')
    values = {
      ...noInsets,
      position,
      top: `${keepingOffset(page, id, natural)}px`,
      ...(stretches(part.style['align-self'], page, part.parent) && { 'align-self': 'start' }),
    };
  else values = { position, ...noInsets };
  return Object.entries(values)
    .filter(([property, value]) => valueOf(property) !== value)
    .map(([property, value]) => styleEdit(id, breakpoint, 'normal', property, value));
}

/** Whether a sticky part would fill its row because it is stretched, which leaves it no room to travel. */
function stretches(self: string, page: MeasuredPage, parent: string | undefined): boolean {
  const holder = parent === undefined ? undefined : page.parts.get(parent);
  if (!holder || !/(flex|grid)$/.test(holder.style.display)) return false;
  if (/flex$/.test(holder.style.display) && holder.style['flex-direction'].startsWith('column')) return false;
  return /^(normal|stretch)$/.test(self === 'auto' ? holder.style['align-items'] : self);
}
