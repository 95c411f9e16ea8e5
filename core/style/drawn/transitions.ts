import { layersOf } from '../layers';

/** One transition of a list (CSS Transitions 1 §2), times in ms. */
export interface Transition {
  readonly property: string;
  readonly duration: number;
  readonly delay: number;
  /** As CSS. */
  readonly curve: string;
}

export const transitionProperties = [
  'transition-property',
  'transition-duration',
  'transition-delay',
  'transition-timing-function',
] as const;
export type TransitionProperty = (typeof transitionProperties)[number];

/** The points that bend a curve, by their share of the time and of the way (CSS Easing 1 §2.2). */
export interface Bend {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** The curves that have names, as the standard bends them. */
export const namedCurves: Readonly<Record<string, Bend>> = {
  linear: { x1: 0, y1: 0, x2: 1, y2: 1 },
  ease: { x1: 0.25, y1: 0.1, x2: 0.25, y2: 1 },
  'ease-in': { x1: 0.42, y1: 0, x2: 1, y2: 1 },
  'ease-out': { x1: 0, y1: 0, x2: 0.58, y2: 1 },
  'ease-in-out': { x1: 0.42, y1: 0, x2: 0.58, y2: 1 },
};

/** How a curve is bent; undefined for steps, several pieces, or a token. */
export function bendOf(curve: string): Bend | undefined {
  const named = curve.trim().toLowerCase();
  if (Object.hasOwn(namedCurves, named)) return namedCurves[named];
  const numbers = /^cubic-bezier\(([^)]*)\)$/.exec(named)?.[1]?.split(',').map(Number);
  if (numbers?.length !== 4 || numbers.some(Number.isNaN)) return undefined;
  const [x1, y1, x2, y2] = [numbers[0]!, numbers[1]!, numbers[2]!, numbers[3]!];
  return { x1, y1, x2, y2 };
}

const rounded = (number: number): number => Number(number.toFixed(2)) + 0;

/** A bent curve as CSS, by its name where it has one; no point lies before the beginning or after the end. */
export function curveText({ x1, y1, x2, y2 }: Bend): string {
  const within = (share: number): number => rounded(Math.min(Math.max(share, 0), 1));
  const bend = { x1: within(x1), y1: rounded(y1), x2: within(x2), y2: rounded(y2) };
  const name = Object.entries(namedCurves).find(([, one]) => JSON.stringify(one) === JSON.stringify(bend))?.[0];
  return name ?? `cubic-bezier(${bend.x1}, ${bend.y1}, ${bend.x2}, ${bend.y2})`;
}

function milliseconds(text: string): number | undefined {
  const [, number, unit] = /^(-?[\d.]+)(ms|s)$/i.exec(text.trim()) ?? [];
  return number === undefined ? undefined : Math.round(Number(number) * (unit?.toLowerCase() === 's' ? 1000 : 1));
}

/**
 * The transitions a part has, from what each property says; a list that is shorter begins again. Undefined where
 * times are not written in s or ms.
 */
export function transitionsOf(said: (property: TransitionProperty) => string): Transition[] | undefined {
  const lists = new Map(
    transitionProperties.map((property) => [
      property,
      property === 'transition-property' ? listed(said(property)) : layersOf(said(property)),
    ]),
  );
  const at = (property: TransitionProperty, index: number, otherwise: string): string => {
    const list = lists.get(property) ?? [];
    return list[index % list.length] ?? otherwise;
  };
  const found = (lists.get('transition-property') ?? []).map((property, index) => ({
    property,
    duration: milliseconds(at('transition-duration', index, '0s')),
    delay: milliseconds(at('transition-delay', index, '0s')),
    curve: at('transition-timing-function', index, 'ease'),
  }));
  const read = found.flatMap(({ duration, delay, ...rest }) =>
    duration === undefined || delay === undefined ? [] : [{ ...rest, duration, delay }],
  );
  return read.length === found.length ? read : undefined;
}

/** The properties a list names; `none` names none. */
const listed = (value: string): string[] => (value === '' ? ['all'] : layersOf(value));

const time = (ms: number): string => `${Math.max(-60_000, Math.round(ms))}ms`;

/** Transitions as what each property says: one value where all have the same. */
export function transitionValues(transitions: readonly Transition[]): Record<TransitionProperty, string> {
  const list = (of: (one: Transition) => string, otherwise: string): string => {
    const texts = transitions.map(of);
    return texts.length === 0 ? otherwise : new Set(texts).size === 1 ? texts[0]! : texts.join(', ');
  };
  return {
    'transition-property': transitions.length === 0 ? 'none' : transitions.map(({ property }) => property).join(', '),
    'transition-duration': list(({ duration }) => time(Math.max(duration, 0)), '0s'),
    'transition-delay': list(({ delay }) => time(delay), '0s'),
    'transition-timing-function': list(({ curve }) => curve, 'ease'),
  };
}

/** Whether what these say changes at once, whatever state it goes to. */
export const isAtOnce = (said: (property: TransitionProperty) => string): boolean =>
  transitionsOf(said)?.every(({ duration, delay }) => duration + delay <= 0) ?? false;

/** A transition to begin with: of everything, quick. */
export const firstTransition: Transition = { property: 'all', duration: 200, delay: 0, curve: 'ease-out' };
