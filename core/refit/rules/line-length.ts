import { kindOf } from '../../document/kinds/registry';
import { calledWith, overridesOfAll, valueAt, type Rule } from '../proposal';

/** Lines above 75 characters get a measure; a measure that makes lines of few words is lifted. */
export const lineLength: Rule = {
  name: 'line length',
  source: 'common practice: 20 to 75 characters a line',
  order: 7,
  propose: (situation, part) => {
    const { page, breakpoint, slices } = situation;
    if (kindOf(page.parts[part]!.kind).text !== 'prose') return [];
    const seen = slices.map((slice) => slice.parts.get(part)).filter((one) => one !== undefined);
    const longest = Math.max(0, ...seen.map((one) => (one.lines.length > 1 ? one.characters / one.lines.length : 0)));
    const present = valueAt(situation, part, 'max-width');
    const to =
      longest > 70
        ? '65ch'
        : /%|px|ch|em/.test(present) &&
            seen.some((one) => one.lines.length > 2 && one.characters / one.lines.length < 22)
          ? '100%'
          : undefined;
    const edits = to === undefined ? [] : overridesOfAll(situation, part, { 'max-width': to });
    if (edits.length === 0 || to === undefined) return [];
    const reason =
      to === '65ch'
        ? `Its lines have about ${Math.round(longest)} characters.`
        : 'Its measure leaves lines of a few words here.';
    return [
      {
        rule: 'line length',
        part,
        breakpoint,
        edits,
        says: `${calledWith(situation, part)}: a measure of ${to}`,
        reason,
        before: `max-width ${present}`,
        after: `max-width ${to}`,
      },
    ];
  },
};
