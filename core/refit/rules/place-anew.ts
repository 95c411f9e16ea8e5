import { nameOf } from '../../document/kinds/registry';
import { overrides, proposed, px, valueAt, written, type Proposal, type Rule } from '../proposal';

/**
 * A part placed absolutely: its size and offsets in the proportion of the screens, or pinned to the edge it goes
 * beyond.
 */
export const placeAnew: Rule = {
  name: 'resize or re-pin',
  source: 'CSS Positioned Layout 3 §3',
  order: 4,
  propose: (situation, part) => {
    const { page, slices, ratio } = situation;
    const seen = slices[0]?.parts.get(part);
    if (!seen || seen.position !== 'absolute') return [];
    const name = nameOf(page.parts[part]!);
    const width = slices[0]!.width;
    const beyond = Math.round(Math.max(seen.box.left + seen.box.width - width, -seen.box.left, 0));
    const reason =
      beyond > 0
        ? `It is placed for a wider screen and reaches ${beyond} px beyond one of ${width} px.`
        : `It is placed for a wider screen and takes ${Math.round((seen.box.width / width) * 100)} % of one of ${width} px.`;
    const make = (says: string, values: Record<string, string>): Proposal[] =>
      proposed(situation, part, overrides(situation, part, values), {
        rule: 'resize or re-pin',
        says: `${name}: ${says}`,
        reason,
        before: written(Object.keys(values), (property) => valueAt(situation, part, property)),
        after: written(Object.keys(values), (property) => values[property]!),
      });
    const scaled: Record<string, string> = {};
    for (const property of ['width', 'height', 'left', 'right']) {
      const value = px(valueAt(situation, part, property));
      if (value !== undefined && value !== 0) scaled[property] = `${Math.round(value * Math.max(ratio, 0.35))}px`;
    }
    const pinned = { left: 'auto', right: '0px', 'max-width': '100%' };
    return [
      ...(Object.keys(scaled).length > 0 ? make('in proportion', scaled) : []),
      ...make('pinned to the right edge', pinned),
      ...make('pinned to the left edge', { left: '0px', right: 'auto', 'max-width': '100%' }),
    ];
  },
};
