import { kindOf } from '../../document/kinds/registry';
import { outwards } from '../../document/breakpoint';
import { subtree } from '../../document/tree';
import { resolve } from '../../style/cascade';
import type { Check } from '../check';

export const readingOrder: Check = {
  name: 'reading order',
  severity: 'warning',
  source: 'WCAG 2.2, 1.3.2 and 2.4.3; CSS Flexbox 1 §5.4.1',
  looks: 'part',
  find: ({ site, page }, id) =>
    outwards(site.breakpoints).flatMap(({ id: at, name }) => {
      const value = (part: string, property: string): string => resolve(site, page, part, at, 'normal', property).value;
      const display = value(id, 'display');
      if (!/flex|grid/.test(display)) return [];
      const speaking = page.parts[id]!.children.filter(
        (child) =>
          value(child, 'display') !== 'none' &&
          subtree(page, child).some((one) => kindOf(page.parts[one]!.kind).text !== undefined),
      );
      if (speaking.length < 2) return [];
      const own = page.parts[id]!.style[at]?.normal ?? {};
      const direction = resolve(site, page, id, at, 'normal', 'flex-direction');
      // Rows that alternate by themselves set picture and words side by side, each whole: their order carries no
      // meaning.
      const reversed =
        display.includes('flex') && direction.value.endsWith('reverse') && direction.source.from !== 'lent';
      const orders = speaking.map((child) => Number.parseInt(value(child, 'order'), 10) || 0);
      const sorted = [...orders].sort((a, b) => a - b);
      const shuffled = orders.some((order, index) => order !== sorted[index]);
      if (!reversed && !shuffled) return [];
      const base = site.breakpoints.find((one) => one.side === 'base')?.id;
      const saidHere =
        at === base ||
        own['flex-direction'] !== undefined ||
        speaking.some((child) => page.parts[child]!.style[at]?.normal?.['order'] !== undefined);
      if (!saidHere) return []; // said once, where it was set
      const how = reversed ? `its direction is ${value(id, 'flex-direction')}` : 'their order is set';
      return [
        {
          check: 'reading order',
          severity: 'warning' as const,
          part: id,
          breakpoints: [at],
          reason: `On ${name} what it holds is seen in another order than it is read aloud and reached by the Tab key: ${how}. Move the parts themselves where the order matters.`,
        },
      ];
    }),
};
