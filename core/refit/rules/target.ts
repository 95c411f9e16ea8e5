import { kindOf } from '../../document/kinds/registry';
import { calledWith, overridesOfAll, px, valueAt, type Rule } from '../proposal';

/** A button too low to be hit gets padding until it is 24 px high. */
export const target: Rule = {
  name: 'target size',
  source: 'WCAG 2.2, 2.5.8',
  order: 8,
  propose: (situation, part) => {
    const { page, breakpoint, slices } = situation;
    const seen = slices[0]?.parts.get(part);
    if (kindOf(page.parts[part]!.kind).text !== 'label' || !seen || seen.box.height >= 24 || seen.box.height === 0)
      return [];
    const more = Math.ceil((24 - seen.box.height) / 2);
    const to = (side: string): string => `${(px(valueAt(situation, part, side)) ?? 0) + more}px`;
    const edits = overridesOfAll(situation, part, {
      'padding-top': to('padding-top'),
      'padding-bottom': to('padding-bottom'),
    });
    if (edits.length === 0) return [];
    return [
      {
        rule: 'target size',
        part,
        breakpoint,
        edits,
        says: `${calledWith(situation, part)}: high enough to be hit`,
        reason: `It is ${Math.round(seen.box.height)} px high; a finger needs 24.`,
        before: `${Math.round(seen.box.height)}px`,
        after: '24px',
      },
    ];
  },
};
