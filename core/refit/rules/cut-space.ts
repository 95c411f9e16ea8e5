import { kindOf } from '../../document/kinds/registry';
import { calledWith, overrides, overridesOfAll, px, valueAt, type Rule } from '../proposal';

const floors: Readonly<Record<string, number>> = {
  'padding-top': 24,
  'padding-bottom': 24,
  'padding-left': 16,
  'padding-right': 16,
  'row-gap': 16,
  'column-gap': 16,
};

/**
 * A space in the proportion of the screens, but never under half of it nor under what keeps things apart; in steps of
 * 4 px.
 */
export function cutSpace(value: number, ratio: number, floor: number): number {
  const cut = Math.round((value * Math.min(Math.max(ratio, 0.5), 1)) / 4) * 4;
  return Math.min(value, Math.max(cut, floor));
}

/** Spaces in a few letters: `padding 96 5%, gap 28`, where the two of a pair are alike. */
function written(names: readonly string[], valueOf: (name: string) => string): string {
  const pairs: readonly (readonly [string, string, string])[] = [
    ['padding-top', 'padding-bottom', 'top and bottom'],
    ['padding-left', 'padding-right', 'left and right'],
    ['row-gap', 'column-gap', 'gap'],
  ];
  const short = (name: string): string => valueOf(name).replace(/px$/, '');
  return pairs
    .flatMap(([one, other, both]) => {
      if (names.includes(one) && names.includes(other) && valueOf(one) === valueOf(other))
        return [`${both} ${short(one)}`];
      return [one, other].filter((name) => names.includes(name)).map((name) => `${name} ${short(name)}`);
    })
    .join(', ');
}

export const cutSpaces: Rule = {
  name: 'cut paddings and gaps',
  source: 'common practice',
  order: 5,
  propose: (situation, part) => {
    const { page, breakpoint, ratio } = situation;
    const { group, holds } = kindOf(page.parts[part]!.kind);
    if (group === 'page' || group === 'widget' || holds.length === 0) return [];
    const cuts: Record<string, string> = {};
    for (const [property, floor] of Object.entries(floors)) {
      const value = px(valueAt(situation, part, property));
      if (value === undefined || value <= floor) continue;
      const next = `${cutSpace(value, ratio, floor)}px`;
      if (cutSpace(value, ratio, floor) < value && overrides(situation, part, { [property]: next }).length > 0)
        cuts[property] = next;
    }
    const edits = overridesOfAll(situation, part, cuts);
    if (edits.length === 0) return [];
    const names = Object.keys(cuts);
    const reason = `The screen is ${Math.round(ratio * 100)} % as wide as the base’s; the space was made for that one.`;
    return [
      {
        rule: 'cut paddings and gaps',
        part,
        breakpoint,
        edits,
        says: `${calledWith(situation, part)}: less space`,
        reason,
        before: written(names, (name) => valueAt(situation, part, name)),
        after: written(names, (name) => cuts[name]!),
      },
    ];
  },
};
