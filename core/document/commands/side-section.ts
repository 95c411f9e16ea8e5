import { resolve } from '../../style/cascade';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import { Problem } from '../problem';
import type { Site } from '../site';
import { parentOf, partOf } from '../tree';
import { styleEdit } from './style';

/** Where a section stands: in the page's flow, beside it in view while the page scrolls, or across the top in view. */
export type Standing = 'flow' | 'left' | 'right' | 'top';

/** How a section stands at a breakpoint. */
export function standingOf(site: Site, page: Page, id: string, breakpoint: string): Standing {
  const of = (name: string): string => resolve(site, page, id, breakpoint, 'normal', name).value;
  if (of('position') === 'sticky' && of('top') !== 'auto') return 'top';
  if (of('position') !== 'fixed' || of('top') !== '0px' || of('bottom') !== '0px') return 'flow';
  return of('left') === '0px' ? 'left' : of('right') === '0px' ? 'right' : 'flow';
}

const beside: Readonly<Record<string, string>> = {
  position: 'fixed',
  top: '0px',
  bottom: '0px',
  'min-height': '0px',
  'flex-direction': 'column',
  'overflow-y': 'auto',
  'z-index': '10',
};
const plain: Readonly<Record<string, string>> = {
  position: 'static',
  top: 'auto',
  bottom: 'auto',
  left: 'auto',
  right: 'auto',
  width: 'auto',
};

/**
 * Lets a section stand beside the page's flow at a breakpoint, `width` px wide, where it stays in view while the page
 * scrolls, or lie across the top.
 * The page makes room by its own padding on that side.
 * @throws Problem for anything but a section of the page, or a width outside 40 to 800 px
 */
export function standSection(
  site: Site,
  page: Page,
  id: string,
  breakpoint: string,
  standing: Standing,
  width = 240,
): Edit[] {
  if (partOf(page, id).kind !== 'section' || parentOf(page, id) !== page.root)
    throw new Problem('Only a section can stand beside the page.', { part: id });
  if (!(width >= 40 && width <= 800))
    throw new Problem('A side section is 40 to 800 px wide.', { part: id, breakpoint });
  const before = standingOf(site, page, id, breakpoint);
  const edits: Edit[] = [];
  const set = (part: string, values: Readonly<Record<string, string>>): void => {
    for (const [property, value] of Object.entries(values))
      if (resolve(site, page, part, breakpoint, 'normal', property).value !== value)
        edits.push(styleEdit(part, breakpoint, 'normal', property, value));
  };
  const room = (side: 'left' | 'right', px: number): void => set(page.root, { [`padding-${side}`]: `${px}px` });
  if ((before === 'left' || before === 'right') && before !== standing) room(before, 0);
  if (standing === 'left' || standing === 'right') {
    set(id, { ...beside, [standing]: '0px', [standing === 'left' ? 'right' : 'left']: 'auto', width: `${width}px` });
    room(standing, width);
  } else {
    set(id, {
      ...plain,
      'overflow-y': 'visible',
      ...(standing === 'top' && {
        position: 'sticky',
        top: '0px',
        'z-index': '10',
        'flex-direction': 'row',
        'align-items': 'center',
        'min-height': '0px',
      }),
    });
  }
  return edits;
}
