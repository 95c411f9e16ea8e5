import { outwards } from '../../document/breakpoint';
import { nameOf } from '../../document/kinds/registry';
import type { Page } from '../../document/page';
import type { Measured } from '../../geometry/measured';
import type { Check } from '../check';
import { coverOf, frontCure } from '../covers';

/** Whether a part hides what lies behind it. */
export const isPicture = (page: Page, one: Measured): boolean => ['image', 'video'].includes(page.parts[one.id]?.kind ?? '') && one.style.opacity === '1';

/** Words or buttons that lie wholly behind a picture, as the paint order has it. */
export const buried: Check = {
  name: 'behind a picture',
  severity: 'error',
  source: 'CSS 2.2 Appendix E',
  looks: 'leaves',
  find: ({ site, page, leaves }, id) => {
    if (!['text', 'heading', 'button'].includes(page.parts[id]!.kind)) return [];
    return outwards(site.breakpoints).flatMap((one) => {
      const measured = leaves?.get(one.id)?.measured;
      const over = measured && coverOf(page, measured, id, (other) => isPicture(page, other));
      if (over === undefined) return [];
      const cure = frontCure(site, page, measured!, id, one.id, over);
      const remedy = cure ? '' : ' Give the picture a lower z-index, or this part a higher one.';
      return [{ check: 'behind a picture', severity: 'error' as const, part: id, other: over, breakpoints: [one.id], reason: `On ${one.name} it lies wholly behind ${nameOf(page.parts[over]!)} and cannot be seen.${remedy}`, ...(cure && { cure }) }];
    });
  },
};
