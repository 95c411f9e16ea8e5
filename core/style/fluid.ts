import { outwards, rangeOf, type Breakpoint } from '../document/breakpoint';
import { Problem } from '../document/problem';

/**
 * A size that runs in a straight line from one at a wide screen to another at a narrow one, and stays as it is beyond
 * both.
 */
interface Fluid {
  readonly wide: number;
  readonly narrow: number;
  readonly unit: Unit;
}

/** Widths of screens in px between which it runs. */
interface Run {
  readonly from: number;
  readonly to: number;
}

const rounded = (number: number, digits: number): number => Number(number.toFixed(digits));
const pxOf = { px: 1, rem: 16 } as const; // the initial font size of browsers
type Unit = keyof typeof pxOf;
const isUnit = (text: string | undefined): text is Unit => text !== undefined && Object.hasOwn(pxOf, text);

/**
 * The size as CSS: `clamp()` of a line through both ends, whose slope is in hundredths of the screen's width (CSS
 * Values 4 §10.2).
 */
function css({ wide, narrow, unit }: Fluid, { from, to }: Run): string {
  const slope = ((wide - narrow) * pxOf[unit]) / (from - to);
  const start = rounded(narrow - (slope * to) / pxOf[unit], 4);
  const vw = rounded(slope * 100, 4);
  const line = `${start}${unit} ${vw < 0 ? '-' : '+'} ${Math.abs(vw)}vw`;
  const [least, most] = wide < narrow ? [wide, narrow] : [narrow, wide];
  return `clamp(${least}${unit}, ${line}, ${most}${unit})`;
}

const number = '-?\\d*\\.?\\d+';
const typed = new RegExp(`^(${number})(px|rem)?\\s*(?:→|->)\\s*(${number})(px|rem)?$`);
const stored = new RegExp(
  `^clamp\\((${number})(px|rem), (${number})(px|rem) ([+-]) (\\d*\\.?\\d+)vw, (${number})(px|rem)\\)$`,
);

/** The breakpoint whose screen is the narrowest that is drawn. */
const narrowest = (breakpoints: readonly Breakpoint[]): Breakpoint =>
  outwards(breakpoints).reduce((least, one) => (one.preview.width < least.preview.width ? one : least));

/** Whether a text asks for a fluid size: `76 → 42`, or `76 -> 42`. */
export const isFluid = (text: string): boolean => typed.test(text.trim());

/**
 * A typed `76 → 42` as CSS: from this breakpoint's screen to the narrowest that is drawn; px where no unit is typed.
 * @throws Problem where its units differ, or this breakpoint is the narrowest
 */
export function fluidValue(breakpoints: readonly Breakpoint[], breakpoint: string, text: string): string {
  const [, wide, wideUnit, narrow, narrowUnit] = typed.exec(text.trim())!; // isFluid said so
  const own = breakpoints.find((one) => one.id === breakpoint);
  const last = narrowest(breakpoints);
  const place = { breakpoint };
  if (!own || own.preview.width <= last.preview.width)
    throw new Problem(`${last.name} is the narrowest screen: a size can run to it from a wider one only.`, place);
  const units = new Set([wideUnit, narrowUnit].filter(isUnit));
  if (units.size > 1) throw new Problem('Both ends need one unit: 76px → 42px, or 4.75rem → 2.6rem.', place);
  const unit = [...units][0] ?? 'px';
  return css({ wide: Number(wide), narrow: Number(narrow), unit }, { from: own.preview.width, to: last.preview.width });
}

/**
 * A stored fluid size as it is typed, where it runs between screens that are drawn: `76px → 42px`; undefined for any
 * other value.
 */
export function fluidText(breakpoints: readonly Breakpoint[], value: string): string | undefined {
  const [, least, unit, , , sign, , most] = stored.exec(value) ?? [];
  if (least === undefined || !isUnit(unit) || most === undefined) return undefined;
  const ends = sign === '-' ? [least, most] : [most, least];
  const fluid: Fluid = { wide: Number(ends[0]), narrow: Number(ends[1]), unit };
  const to = narrowest(breakpoints).preview.width;
  const runs = breakpoints.some(
    (one) => one.preview.width > to && css(fluid, { from: one.preview.width, to }) === value,
  );
  return runs ? `${fluid.wide}${unit} → ${fluid.narrow}${unit}` : undefined;
}

/** What a fluid size comes to on a screen of this width, in px, to a tenth; undefined for any other value. */
export function fluidAt(value: string, width: number): number | undefined {
  const [, least, unit, start, , sign, slope, most] = stored.exec(value) ?? [];
  if (least === undefined || !isUnit(unit) || most === undefined) return undefined;
  const by = pxOf[unit];
  const line = Number(start) * by + ((sign === '-' ? -1 : 1) * Number(slope) * width) / 100;
  return rounded(Math.min(Math.max(line, Number(least) * by), Number(most) * by), 1);
}

/** A size at a width of the screen, both in px. */
export interface SizeAt {
  readonly width: number;
  readonly px: number;
}

const pxAt = (value: string, width: number): number | undefined =>
  fluidAt(value, width) ?? (/^-?\d*\.?\d+px$/.test(value) ? Number.parseFloat(value) : undefined);

/**
 * How a size goes over the widths of screens, a line for each stretch a breakpoint decides; none where it is fluid at
 * no breakpoint. Stretches whose value is in a unit that hangs on more than the screen are left out.
 * @param said what holds at a breakpoint, without tokens
 */
export function fluidCurve(
  breakpoints: readonly Breakpoint[],
  said: (breakpoint: string) => string,
  between: Run,
): readonly (readonly SizeAt[])[] {
  if (!breakpoints.some(({ id, preview }) => fluidAt(said(id), preview.width) !== undefined)) return [];
  const bends = breakpoints.map((one) => one.preview.width);
  return breakpoints.flatMap((one) => {
    const own = rangeOf(breakpoints, one);
    const [from, to] = [Math.max(own.from, between.from), Math.min(own.to, between.to)];
    if (from >= to) return [];
    const widths = [from, ...bends.filter((width) => width > from && width < to), to].sort((a, b) => a - b);
    const points = widths.flatMap((width) => {
      const px = pxAt(said(one.id), width);
      return px === undefined ? [] : [{ width, px }];
    });
    return points.length > 1 ? [points] : [];
  });
}
