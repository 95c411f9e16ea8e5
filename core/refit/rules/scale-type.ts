import { baseOf, outwards } from '../../document/breakpoint';
import { kindOf } from '../../document/kinds/registry';
import { smallerSizes } from '../modular-scale';
import type { Rule, Situation } from '../proposal';
import { isSized, sizeAtBase, sizeNow, typeProposed, typeSize } from '../type-size';

/** Returns the usual font size on the next narrower screen, in px; 0 if there is none. Type here stays larger. */
function sizeBelow(situation: Situation, part: string): number {
  const { breakpoints } = situation.site;
  const smaller = outwards(breakpoints).filter((one) => one.side === 'down');
  const next = smaller[smaller.findIndex((one) => one.id === situation.breakpoint) + 1];
  const wide = sizeAtBase(situation, part);
  if (!next || wide === undefined) return 0;
  return Math.round(typeSize(wide, next.preview.width / baseOf(breakpoints).preview.width));
}

/** Returns the largest font size, in px, of lower headings and running text that are smaller than this part. */
function largestBelow({ slices }: Situation, part: string): number {
  const { level = 7, fontSize } = slices[0]!.parts.get(part)!;
  let largest = 0;
  for (const other of slices[0]!.parts.values()) {
    const isReading = kindOf(other.kind).text === 'prose' && other.characters > 60;
    const isBelow = other.level === undefined ? isReading : other.level > level;
    if (other.id !== part && isBelow && other.fontSize < fontSize) largest = Math.max(largest, other.fontSize);
  }
  return largest;
}

export const scaleType: Rule = {
  name: 'scale type',
  source: 'a modular scale of minor thirds (Bringhurst, from memory)',
  order: 6,
  propose: (situation, part) => {
    const { page, slices } = situation;
    const size = sizeNow(situation, part);
    const seen = slices[0]?.parts.get(part);
    if (size === undefined || !seen || size < 26 || !isSized(page, part)) return [];
    const lines = seen.lines.length;
    const reason = `${size} px is ${Math.round((size / slices[0]!.width) * 100)} % of a screen of ${slices[0]!.width} px${lines > 2 ? ` and takes ${lines} lines` : ''}.`;
    const least = Math.max(sizeBelow(situation, part), largestBelow(situation, part));
    return smallerSizes(size)
      .filter((to) => to > least)
      .slice(0, 6)
      .flatMap((to) => typeProposed(situation, part, to, { rule: 'scale type', reason }));
  },
};
