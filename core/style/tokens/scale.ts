import { baseOf, type Breakpoint } from '../../document/breakpoint';
import { Problem } from '../../document/problem';
import { TokenName } from '../../document/token';
import { fluidValue } from '../fluid';
import type { FileToken } from './file/format';

/**
 * Ratios of a scale of sizes, by the musical intervals they are called after: Robert Bringhurst, The Elements of
 * Typographic Style, 8.2 (modular
 * scales), from memory; in just intonation.
 */
export const intervals = [
  { name: 'minor second', says: '16 : 15', ratio: 16 / 15 },
  { name: 'major second', says: '9 : 8', ratio: 9 / 8 },
  { name: 'minor third', says: '6 : 5', ratio: 6 / 5 },
  { name: 'major third', says: '5 : 4', ratio: 5 / 4 },
  { name: 'perfect fourth', says: '4 : 3', ratio: 4 / 3 },
  { name: 'tritone', says: '√2', ratio: Math.SQRT2 },
  { name: 'perfect fifth', says: '3 : 2', ratio: 3 / 2 },
  { name: 'golden section', says: '1.618', ratio: (1 + Math.sqrt(5)) / 2 },
  { name: 'octave', says: '2 : 1', ratio: 2 },
] as const;

/** What a scale begins from on one screen. */
export interface ScaleEnd {
  /** The size of its middle step, in px. */
  readonly base: number;
  /** Each step over the one below. */
  readonly ratio: number;
}

/** Sizes that grow by a ratio, each a token. */
export interface Scale {
  /** What their names begin with. */
  readonly stem: string;
  readonly kind: 'size' | 'space';
  /** So many steps below the middle one, and above it. */
  readonly down: number;
  readonly up: number;
  /** On the base's screen, and on the narrowest that is drawn. */
  readonly wide: ScaleEnd;
  readonly narrow: ScaleEnd;
  /** Each runs from one screen to the other; otherwise it has a size at each breakpoint. */
  readonly fluid: boolean;
}

/** One size of a scale. */
export interface ScaleStep {
  readonly name: string;
  /** In px, by breakpoint: on the screens that are drawn. */
  readonly sizes: Readonly<Record<string, number>>;
}

const most = { down: 4, up: 9 };

/** What a step is called after the stem: s, xs, 2xs below m; l, xl, 2xl above. */
export function stepName(step: number): string {
  if (step === 0) return 'm';
  const [letter, far] = [step < 0 ? 's' : 'l', Math.abs(step) - 1];
  return far === 0 ? letter : `${far === 1 ? '' : far}x${letter}`;
}

/** Refuses a scale that makes no sizes. @throws Problem with the field */
export function checkScale(scale: Scale): void {
  const { stem, down, up, wide, narrow } = scale;
  const refuse = (field: string, says: string): never => {
    throw new Problem(says, { field });
  };
  if (!TokenName.safeParse(`${stem}-${stepName(-most.down)}`).success)
    refuse(
      'stem',
      `“${stem}” isn’t a valid beginning of a name: a lower-case letter, then letters, digits or hyphens.`,
    );
  for (const [field, end] of [
    ['wide', wide],
    ['narrow', narrow],
  ] as const) {
    if (!(end.base >= 1 && end.base <= 200)) refuse(field, 'The middle size is 1 to 200 px.');
    if (!(end.ratio > 1 && end.ratio <= 3)) refuse(field, 'The ratio is more than 1, and 3 at most.');
  }
  for (const [field, count] of [
    ['down', down],
    ['up', up],
  ] as const)
    if (!Number.isInteger(count) || count < 0 || count > most[field])
      refuse(field, `There are up to ${most[field]} steps ${field}.`);
}

const rounded = (px: number, kind: Scale['kind']): number =>
  kind === 'size' ? Math.round(px * 10) / 10 : Math.round(px);

/** The two ends of a step, in px: type to a tenth, space to whole px. */
const endsOf = ({ wide, narrow, kind }: Scale, step: number): readonly [wide: number, narrow: number] => [
  rounded(wide.base * wide.ratio ** step, kind),
  rounded(narrow.base * narrow.ratio ** step, kind),
];

/** The base, and the breakpoint whose screen is the narrowest. */
function screens(breakpoints: readonly Breakpoint[]): { readonly wide: Breakpoint; readonly narrow: Breakpoint } {
  const wide = baseOf(breakpoints);
  return {
    wide,
    narrow: breakpoints.reduce((least, one) => (one.preview.width < least.preview.width ? one : least), wide),
  };
}

const countUp = (scale: Scale): number[] =>
  Array.from({ length: scale.down + scale.up + 1 }, (_, at) => at - scale.down);

/**
 * The sizes of a scale, the smallest first, on the screen of each breakpoint: in a straight line between both ends,
 * and as at these beyond. @throws Problem
 */
export function scaleSteps(breakpoints: readonly Breakpoint[], scale: Scale): ScaleStep[] {
  checkScale(scale);
  const { wide, narrow } = screens(breakpoints);
  const [from, to] = [wide.preview.width, narrow.preview.width];
  return countUp(scale).map((step) => {
    const [large, small] = endsOf(scale, step);
    const at = ({ preview: { width } }: Breakpoint): number => {
      const share = from === to ? 1 : Math.min(1, Math.max(0, (width - to) / (from - to)));
      return rounded(small + (large - small) * share, scale.kind);
    };
    return {
      name: `${scale.stem}-${stepName(step)}`,
      sizes: Object.fromEntries(breakpoints.map((one) => [one.id, at(one)])),
    };
  });
}

/** A scale as tokens: one that has the name of a token of the site gives it its size. @throws Problem */
export function scaleTokens(breakpoints: readonly Breakpoint[], scale: Scale): FileToken[] {
  const { wide, narrow } = screens(breakpoints);
  const steps = scaleSteps(breakpoints, scale);
  return countUp(scale).map((step, index): FileToken => {
    const { name, sizes } = steps[index]!; // as many
    const [large, small] = endsOf(scale, step);
    const isOne = Object.values(sizes).every((px) => px === large);
    const runs = scale.fluid && large !== small && narrow !== wide;
    const { [wide.id]: _base, ...others } = sizes;
    return {
      ...{ name, kind: scale.kind },
      value: runs ? fluidValue(breakpoints, wide.id, `${large}px → ${small}px`) : `${large}px`,
      values: runs || isOne ? {} : Object.fromEntries(Object.entries(others).map(([at, px]) => [at, `${px}px`])),
    };
  });
}
