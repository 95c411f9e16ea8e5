import { outwards } from '../../document/breakpoint';
import { nameOf } from '../../document/kinds/registry';
import { pathTo } from '../../document/tree';
import { paintOrder, pileAt } from '../../geometry/paint-order';
import type { Check } from '../check';

/** Points of a box that are looked at, as shares of it. */
const looked: readonly (readonly [number, number])[] = [[0.5, 0.5], [0.1, 0.2], [0.9, 0.2], [0.1, 0.8], [0.9, 0.8]];
const opaque = new Set(['image', 'video']);

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
      const box = measured?.parts.get(id)?.box;
      if (!measured || !box || box.width < 1 || box.height < 1) return [];
      const pictures = [...measured.parts.values()].filter((other) => opaque.has(page.parts[other.id]?.kind ?? '') && other.style.opacity === '1' && other.box.left < box.left + box.width && other.box.left + other.box.width > box.left && other.box.top < box.top + box.height && other.box.top + other.box.height > box.top);
      if (pictures.length === 0) return [];
      const order = paintOrder(measured);
      const covers = looked.map(([x, y]) => {
        const pile = pileAt(measured, { x: box.left + box.width * x, y: box.top + box.height * y }, order);
        const above = pile.slice(0, Math.max(pile.indexOf(id), 0));
        return above.find((other) => opaque.has(page.parts[other]?.kind ?? '') && measured.parts.get(other)?.style.opacity === '1' && !pathTo(page, other).includes(id));
      });
      const over = covers[0];
      if (over === undefined || covers.some((cover) => cover === undefined)) return [];
      return [{ check: 'behind a picture', severity: 'error' as const, part: id, other: over, breakpoints: [one.id], reason: `On ${one.name} it lies wholly behind ${nameOf(page.parts[over]!)} and cannot be seen. Give the picture a lower z-index, or this part a higher one.` }];
    });
  },
};
