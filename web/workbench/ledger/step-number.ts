/**
 * A value with its first number stepped, decimals kept tidy; undefined where there is none. `0.9` steps by tenths,
 * `45px` by ones.
 */
export function stepped(value: string, by: number): string | undefined {
  const match = /^(-?\d*\.?\d+)(.*)$/.exec(value.trim());
  if (!match) return undefined;
  const [, number = '0', unit = ''] = match;
  const fine = (/^(em|rem)?$/.test(unit) && Math.abs(Number(number)) < 20) || number.includes('.');
  const whole = unit === '' && Number.isInteger(Number(number)) && Math.abs(Number(number)) >= 100;
  const size = whole ? 100 : fine ? 0.1 : 1;
  const next = Number(number) + by * size;
  return `${Math.round(next * 1000) / 1000}${unit}`;
}
