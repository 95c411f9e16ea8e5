import { rangeOf } from '../../document/breakpoint';
import { styleEdit } from '../../document/commands/style';
import { resolve } from '../../style/cascade';
import { sweptFrom } from '../sweep/fault-kinds';
import type { Check } from '../check';

/** The narrowest screen a breakpoint decides on that a page should fit (WCAG 2.2, 1.4.10: 320 px). */
const px = (value: string): number | undefined => (/^[\d.]+px$/.test(value) ? Number.parseFloat(value) : undefined);

export const fixedWidth: Check = {
  name: 'fixed width',
  severity: 'error',
  source: 'common practice; WCAG 2.2, 1.4.10',
  looks: 'part',
  find: ({ site, page }, id) =>
    site.breakpoints.flatMap((one) => {
      const narrowest = Math.max(rangeOf(site.breakpoints, one).from, sweptFrom);
      const value = (name: string): string => resolve(site, page, id, one.id, 'normal', name).value;
      if (value('display') === 'none' || value('position') === 'absolute') return [];
      return (['width', 'min-width'] as const).flatMap((property) => {
        const { source, value: text } = resolve(site, page, id, one.id, 'normal', property);
        const wide = px(text);
        if (wide === undefined || wide <= narrowest || source.from !== 'own') return [];
        const most = value('max-width');
        // held by a share of its parent, or by fewer px
        if (property === 'width' && most !== 'none' && (px(most) ?? 0) <= narrowest) return [];
        const cured =
          property === 'width'
            ? styleEdit(id, source.breakpoint, 'normal', 'max-width', '100%')
            : styleEdit(id, one.id, 'normal', 'min-width', '0px');
        return [
          {
            check: 'fixed width',
            severity: wide > one.preview.width ? ('error' as const) : ('warning' as const),
            part: id,
            breakpoints: [one.id],
            widths: [{ from: narrowest, to: Math.min(Math.ceil(wide) - 1, rangeOf(site.breakpoints, one).to) }],
            reason: `${property} is ${text}, but ${one.name} goes down to ${narrowest} px: a fixed width is what stops a page from fitting.`,
            cure: {
              says: property === 'width' ? 'Let it shrink with its parent' : 'Let it shrink',
              edits: [cured],
              before: `${property} ${text}`,
              after: property === 'width' ? `${text}, at most 100%` : 'min-width 0px',
            },
          },
        ];
      });
    }),
};
