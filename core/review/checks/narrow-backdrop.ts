import { outwards } from '../../document/breakpoint';
import type { Check } from '../check';

/** So much wider than it was measured, a box shows the files it is given blurred. */
const slack = 1.1;

/** A part that stands wider than when it was measured how wide the pictures behind it have to be. */
export const narrowBackdrop: Check = {
  name: 'picture behind it',
  severity: 'error',
  source: 'common practice: a picture has the px of the place it fills',
  looks: 'leaves',
  find: ({ site, page, leaves }, id) => {
    const { backdrop } = page.parts[id]!;
    if (!backdrop) return [];
    const wider = outwards(site.breakpoints).filter((one) => {
      const width = leaves?.get(one.id)?.measured.parts.get(id)?.box.width ?? 0;
      const measured = Object.hasOwn(backdrop, one.id) ? backdrop[one.id]! : Infinity;
      return width > measured * slack;
    });
    if (wider.length === 0) return [];
    return [
      {
        ...{ check: 'picture behind it', severity: 'error', part: id },
        breakpoints: wider.map((one) => one.id),
        reason: `It is wider on ${wider.map((one) => one.name).join(' and ')} than when its background was measured: the picture behind it is blurred.`,
        cure: {
          says: 'Publish it as wide as the screens',
          edits: [{ do: 'set', part: id, field: ['backdrop'] }],
          before: 'as measured',
          after: 'as wide as the screens',
        },
      },
    ];
  },
};
