import { tokenize, tokenNames } from 'css-tree';

const units: ReadonlySet<string> = new Set([
  ...['px', '%', 'em', 'rem', 'ch', 'lh', 'vw', 'vh', 'svh', 'dvh', 'vmin', 'vmax', 'cqw', 'cqi'],
  ...['fr', 'deg', 'ms'],
]);

/**
 * Joins numbers with the unit that follows after a space: `45 px` becomes `45px`. Text in quotes, comments and addresses
 * stays as it is. In CSS a dimension is a number directly followed by a unit (CSS Syntax 3, section 4.3.3).
 */
export function joinedUnits(typed: string): string {
  let joined = '';
  let space = '';
  let isNumber = false;
  tokenize(typed, (type, start, end) => {
    const token = typed.slice(start, end);
    if (tokenNames[type] === 'whitespace-token') return void (space += token);
    joined += isNumber && units.has(token.toLowerCase()) ? token : space + token;
    isNumber = tokenNames[type] === 'number-token';
    space = '';
  });
  return joined + space;
}
