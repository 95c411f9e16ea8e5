import { rounded } from './snap';

/** What relative units are measured by on one part, in px. */
export interface Basis {
  /** What 100 % of the property is; undefined where percentages do not resolve. */
  readonly whole: number | undefined;
  readonly fontSize: number;
  readonly rootFontSize: number;
  readonly viewport: { readonly width: number; readonly height: number };
  /** The width of the digit 0. */
  readonly ch: number;
}

/** Lengths a number field takes. */
export const lengthUnits = ['px', '%', 'em', 'rem', 'vw', 'vh', 'svh', 'dvh', 'ch'] as const;
export type LengthUnit = (typeof lengthUnits)[number];

/** Px in one of a unit; undefined where it does not resolve. */
function pxIn(unit: LengthUnit, basis: Basis): number | undefined {
  switch (unit) {
    case 'px':
      return 1;
    case '%':
      return basis.whole === undefined || basis.whole === 0 ? undefined : basis.whole / 100;
    case 'em':
      return basis.fontSize;
    case 'rem':
      return basis.rootFontSize;
    case 'ch':
      return basis.ch;
    case 'vw':
      return basis.viewport.width / 100;
    default:
      // vh, svh and dvh are one where no bar of the browser comes and goes, as in a leaf
      return basis.viewport.height / 100;
  }
}

const numberWithUnit = /^([-+]?\d*\.?\d+)(px|%|em|rem|vw|vh|svh|dvh|ch)?$/;

/** The unit of a single length, `px` for a bare 0; undefined for keywords and sums. */
export function unitOf(value: string): LengthUnit | undefined {
  const match = numberWithUnit.exec(value.trim());
  return match ? lengthUnits.find((one) => one === (match[2] ?? 'px')) : undefined;
}

/**
 * A length of so many px written in a unit of which `one` is so many px: with as few digits as leave it less than
 * 0.002 px too long. It is never shorter, because Chromium cuts lengths down to whole steps of 1/64 px, and borders to
 * whole px.
 */
export function writtenIn(px: number, unit: LengthUnit, one: number): string {
  const number = px / one;
  for (let digits = 0; digits <= 6; digits++) {
    const parts = 10 ** digits;
    const upward = (Math.sign(number) * Math.ceil(Math.abs(number) * parts - 1e-6)) / parts;
    if (Math.abs(upward - number) * Math.abs(one) < 0.002) return `${upward + 0}${unit}`;
  }
  return `${number}${unit}`;
}

/**
 * A length of so many px written in a unit, so that the size stays as measured: 100 px of a 400 px parent are 25 %.
 * In px where the unit does not resolve.
 */
export function lengthIn(px: number, unit: LengthUnit, basis: Basis): string {
  const one = pxIn(unit, basis);
  if (one === undefined || one === 0) return `${rounded(px, 100)}px`;
  return `${rounded(px / one, unit === 'px' ? 100 : 1000)}${unit}`;
}
