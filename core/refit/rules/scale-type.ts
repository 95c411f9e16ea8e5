import { kindOf } from '../../document/kinds/registry';
import { smallerSizes } from '../modular-scale';
import { calledWith, overridesOfAll, proposed, px, valueAt, type Proposal, type Rule } from '../proposal';

export const scaleType: Rule = {
  name: 'scale type',
  source: 'a modular scale of minor thirds (Bringhurst, from memory)',
  order: 6,
  propose: (situation, part) => {
    const { page, slices } = situation;
    const { text } = kindOf(page.parts[part]!.kind);
    const size = px(valueAt(situation, part, 'font-size'));
    const seen = slices[0]?.parts.get(part);
    if (size === undefined || !seen || size < 26 || (text !== 'title' && text !== 'prose')) return [];
    const lines = seen.lines.length;
    const reason = `${size} px is ${Math.round((size / slices[0]!.width) * 100)} % of a screen of ${slices[0]!.width} px${lines > 2 ? ` and takes ${lines} lines` : ''}.`;
    const make = (to: number): Proposal[] => {
      const edits = overridesOfAll(situation, part, { 'font-size': `${to}px` });
      return proposed(situation, part, edits, {
        rule: 'scale type',
        says: `${calledWith(situation, part)}: ${to} px type`,
        reason,
        before: `${size}px`,
        after: `${to}px`,
      });
    };
    return smallerSizes(size).slice(0, 6).flatMap(make);
  },
};
