import { nameOf } from '../../document/kinds/registry';
import { overrides, proposed, valueAt, type Proposal, type Rule } from '../proposal';

/** A row of boxes that do not fit: they wrap, or stand one below the other, each as wide as its row. */
export const wrapRow: Rule = {
  name: 'wrap or stack a row',
  source: 'CSS Flexbox 1 §5.2, §5.1',
  order: 3,
  propose: (situation, part) => {
    const { page, slices } = situation;
    const children = page.parts[part]!.children.filter((id) => slices[0]?.parts.has(id));
    if (
      children.length < 2 ||
      !valueAt(situation, part, 'display').includes('flex') ||
      !valueAt(situation, part, 'flex-direction').startsWith('row')
    )
      return [];
    const least = Math.min(...children.map((id) => slices[0]!.parts.get(id)!.box.width));
    const name = nameOf(page.parts[part]!);
    const reason = `${children.length} parts share a row; the narrowest has ${Math.round(least)} px on a screen of ${slices[0]!.width} px.`;
    const make = (says: string, values: Record<string, string>, each: Record<string, string>): Proposal[] => {
      const own = overrides(situation, part, values);
      const held = children.flatMap((id) =>
        /%|px$/.test(valueAt(situation, id, 'width')) && Object.keys(each).length > 0
          ? overrides(situation, id, each)
          : [],
      );
      return proposed(situation, part, own.length > 0 ? [...own, ...held] : [], {
        rule: 'wrap or stack a row',
        says: `${name}: ${says}`,
        reason,
        before: valueAt(situation, part, 'flex-direction'),
        after: Object.values(values)[0]!,
      });
    };
    const wraps =
      valueAt(situation, part, 'flex-wrap') === 'nowrap' ? make('let it wrap', { 'flex-wrap': 'wrap' }, {}) : [];
    return [
      ...wraps,
      ...make('one below the other', { 'flex-direction': 'column', 'align-items': 'stretch' }, { width: '100%' }),
    ];
  },
};
