import * as z from 'zod';
import { Identifier } from './identifier';

/** The states a style can speak of; each falls back to `normal`. `open` is for kinds that have it. */
export const states = ['normal', 'open', 'hover', 'focus', 'pressed'] as const;
export const State = z.enum(states);
export type State = z.infer<typeof State>;

export const Declarations = z.record(
  z
    .string()
    .regex(/^-{0,2}[a-z][a-z0-9-]*$/)
    .max(60),
  z.string().min(1).max(2000),
);
/** CSS property names with CSS values. */
export type Declarations = z.infer<typeof Declarations>;

export const StyleMap = z.record(Identifier, z.partialRecord(State, Declarations));
/** `style[breakpoint][state][property] = value`. */
export type StyleMap = z.infer<typeof StyleMap>;

/** The states every part can be in. */
export const commonStates: readonly State[] = ['normal', 'hover', 'focus', 'pressed'];

/** A style each of whose values is what `change` makes of it at its breakpoint. */
export const withValues = (style: StyleMap, change: (value: string, at: string) => string): StyleMap =>
  Object.fromEntries(
    Object.entries(style).map(([at, byState]) => [
      at,
      Object.fromEntries(
        Object.entries(byState).map(([state, values]) => [
          state,
          Object.fromEntries(Object.entries(values).map(([property, value]) => [property, change(value, at)])),
        ]),
      ),
    ]),
  );
