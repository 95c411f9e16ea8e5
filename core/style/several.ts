/** The components of a value at its top level, by white space: `1fr minmax(0, 2fr)` has two. */
export function componentsOf(value: string): string[] {
  const components: string[] = [];
  let depth = 0;
  let current = '';
  for (const letter of `${value.trim()} `) {
    if (letter === '(') depth++;
    if (letter === ')') depth--;
    if (/\s/.test(letter) && depth === 0) {
      if (current !== '') components.push(current);
      current = '';
    } else current += letter;
  }
  return components;
}

/**
 * Several values typed at once into a row of longhands, in CSS's order: `64px 20px` for four sides is top and bottom,
 * right and left
 * (CSS Box Model 3, §3.2), for two axes first and second. Undefined when the text is one value, or more than the row
 * has.
 */
export function severalValues(typed: string, count: number): string[] | undefined {
  const values = componentsOf(typed);
  if (values.length < 2 || values.length > count) return undefined;
  if (count === 2) return values;
  const [top, right, bottom = top!, left = right!] = values;
  return [top!, right!, bottom, left];
}
