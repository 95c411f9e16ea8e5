import { outwards } from '../../document/breakpoint';
import { nameOf } from '../../document/kinds/registry';
import { ancestors, type Measured, type MeasuredPage } from '../../geometry/measured';
import type { Check } from '../check';
import { coverOf, frontCure } from '../covers';
import { isPicture } from './buried';

const pressed = new Set(['button', 'field', 'video', 'html']);

/** Whether a part moves over the others while the page scrolls: then it covers none of them for good. */
const passes = (page: MeasuredPage, one: Measured): boolean => [one, ...ancestors(page, one.id)].some(({ style }) => style.position === 'fixed' || style.position === 'sticky');

/** What should be pressed, and lies wholly under something else: every click and tap lands on that, seen or not. */
export const outOfReach: Check = {
  name: 'out of reach',
  severity: 'error',
  source: 'CSSOM View 1, 5 (elementsFromPoint)',
  looks: 'leaves',
  find: ({ site, page, leaves }, id) => {
    if (!pressed.has(page.parts[id]!.kind)) return [];
    return outwards(site.breakpoints).flatMap((one) => {
      const measured = leaves?.get(one.id)?.measured;
      const over = measured && coverOf(page, measured, id, (other) => !isPicture(page, other) && !passes(measured, other));
      if (over === undefined) return [];
      const cure = frontCure(site, page, measured!, id, one.id, over);
      return [{ check: 'out of reach', severity: 'error' as const, part: id, other: over, breakpoints: [one.id], reason: `On ${one.name}, ${nameOf(page.parts[over]!)} lies over all of it: clicks and taps land there.`, ...(cure && { cure }) }];
    });
  },
};
