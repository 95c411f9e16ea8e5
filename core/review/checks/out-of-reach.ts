import { nameOf } from '../../document/kinds/registry';
import { ancestors, type Measured, type MeasuredPage } from '../../geometry/measured';
import type { Check } from '../check';
import { covered } from '../covers';
import { isPicture } from './buried';

const pressed = new Set(['button', 'field', 'video', 'html']);

/** Whether a part moves over the others while the page scrolls: then it covers none of them for good. */
const passes = (page: MeasuredPage, one: Measured): boolean =>
  [one, ...ancestors(page, one.id)].some(({ style }) => style.position === 'fixed' || style.position === 'sticky');

/** What should be pressed, and lies wholly under something else: every click and tap lands on that, seen or not. */
export const outOfReach: Check = {
  name: 'out of reach',
  severity: 'error',
  source: 'CSSOM View 1, 5 (elementsFromPoint)',
  looks: 'leaves',
  find: (reviewed, id) => {
    const { page } = reviewed;
    if (!pressed.has(page.parts[id]!.kind)) return [];
    return covered(reviewed, id, (other, measured) => !isPicture(page, other) && !passes(measured, other)).map(
      ({ at, over, cure }) => ({
        check: 'out of reach',
        severity: 'error',
        part: id,
        other: over,
        breakpoints: [at.id],
        reason: `On ${at.name}, ${nameOf(page.parts[over]!)} lies over all of it: clicks and taps land there.`,
        ...(cure && { cure }),
      }),
    );
  },
};
