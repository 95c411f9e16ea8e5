import { kindOf, nameOf } from '../../document/kinds/registry';
import type { Page } from '../../document/page';
import type { Measured } from '../../geometry/measured';
import type { Check } from '../check';
import { covered } from '../covers';

/** Whether a part hides what lies behind it. */
export const isPicture = (page: Page, one: Measured): boolean =>
  page.parts[one.id] !== undefined && kindOf(page.parts[one.id]!.kind).shows !== undefined && one.style.opacity === '1';

/** Words or buttons that lie wholly behind a picture, as the paint order has it. */
export const buried: Check = {
  name: 'behind a picture',
  severity: 'error',
  source: 'CSS 2.2 Appendix E',
  looks: 'leaves',
  find: (reviewed, id) => {
    const { page } = reviewed;
    if (kindOf(page.parts[id]!.kind).text === undefined) return [];
    return covered(reviewed, id, (other) => isPicture(page, other)).map(({ at, over, cure }) => {
      const remedy = cure ? '' : ' Give the picture a lower z-index, or this part a higher one.';
      return {
        check: 'behind a picture',
        severity: 'error',
        part: id,
        other: over,
        breakpoints: [at.id],
        reason: `On ${at.name} it lies wholly behind ${nameOf(page.parts[over]!)} and cannot be seen.${remedy}`,
        ...(cure && { cure }),
      };
    });
  },
};
