import type { Rule } from '../proposal';
import { isSized, sizeAtBase, sizeNow, sizesAtBase, typeProposed, typeSizes } from '../type-size';

export const usualType: Rule = {
  name: 'usual type',
  source: 'common practice: 45 px, 38 on a tablet, 34 on a phone',
  order: 5.5,
  isPractice: true,
  propose: (situation, part) => {
    const { page, slices, ratio } = situation;
    if (!slices[0]?.parts.has(part) || !isSized(page, part)) return [];
    const [wide, now] = [sizeAtBase(situation, part), sizeNow(situation, part)];
    if (wide === undefined || now === undefined) return [];
    const to = typeSizes(sizesAtBase(situation), ratio).get(wide)!;
    if (to >= now) return [];
    const reason = `Type of ${wide} px on a wide screen is usually about ${to} px on a screen like this one.`;
    return typeProposed(situation, part, to, { rule: 'usual type', reason });
  },
};
