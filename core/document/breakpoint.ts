import * as z from 'zod';
import { Identifier } from './identifier';

/** One breakpoint: the base, or a reach of widths below (`down`) or above (`up`) a limit in CSS px. */
export const Breakpoint = z.strictObject({
  id: Identifier,
  name: z.string().trim().min(1).max(40),
  reach: z.enum(['base', 'down', 'up']),
  limit: z.int().min(200).max(4000).optional(),
  preview: z.strictObject({
    width: z.int().min(200).max(4000),
    height: z.int().min(200).max(4000),
  }),
});
export type Breakpoint = z.infer<typeof Breakpoint>;

/** The breakpoints of a site: exactly one base, unique ids, a limit for every other one. */
export const Breakpoints = z
  .array(Breakpoint)
  .min(1)
  .max(12)
  .superRefine((list, context) => {
    if (list.filter((one) => one.reach === 'base').length !== 1)
      context.addIssue({ code: 'custom', message: 'A site has exactly one base breakpoint.' });
    if (new Set(list.map((one) => one.id)).size !== list.length)
      context.addIssue({ code: 'custom', message: 'Two breakpoints share an id.' });
    list.forEach((one, index) => {
      if ((one.limit === undefined) !== (one.reach === 'base'))
        context.addIssue({ code: 'custom', path: [index, 'limit'], message: 'Every breakpoint but the base has a limit.' });
    });
  });

export const standardBreakpoints: readonly Breakpoint[] = [
  { id: 'wide', name: 'Wide', reach: 'base', preview: { width: 1280, height: 800 } },
  { id: 'tablet', name: 'Tablet', reach: 'down', limit: 1024, preview: { width: 820, height: 1180 } },
  { id: 'phone', name: 'Phone', reach: 'down', limit: 600, preview: { width: 390, height: 844 } },
];

/** The base breakpoint of a list that holds one. */
export function baseOf(list: readonly Breakpoint[]): Breakpoint {
  const base = list.find((one) => one.reach === 'base');
  if (!base) throw new Error('A list of breakpoints without a base.');
  return base;
}

/** The breakpoints in the order their rules stand in a style sheet: base, narrower ones downwards, wider ones upwards. */
export function outwards(list: readonly Breakpoint[]): Breakpoint[] {
  const limit = (one: Breakpoint): number => one.limit ?? 0;
  return [
    baseOf(list),
    ...list.filter((one) => one.reach === 'down').sort((a, b) => limit(b) - limit(a)),
    ...list.filter((one) => one.reach === 'up').sort((a, b) => limit(a) - limit(b)),
  ];
}

const chains = new WeakMap<readonly Breakpoint[], Map<string, readonly string[]>>();

/** Ids of the breakpoints a value at `id` may come from, the nearest first, the base last; worked out once for each list. */
export function chain(list: readonly Breakpoint[], id: string): readonly string[] {
  let known = chains.get(list);
  if (!known) chains.set(list, (known = new Map<string, readonly string[]>()));
  let found = known.get(id);
  if (!found) known.set(id, (found = chainOf(list, id)));
  return found;
}

function chainOf(list: readonly Breakpoint[], id: string): string[] {
  const ordered = outwards(list);
  const own = ordered.find((one) => one.id === id);
  if (!own) throw new Error(`No breakpoint "${id}".`);
  if (own.reach === 'base') return [own.id];
  const sameSide = ordered.filter((one) => one.reach === own.reach);
  return [...sameSide.slice(0, sameSide.indexOf(own) + 1).reverse(), ordered[0]!].map((one) => one.id);
}

/** The breakpoints that inherit from `id`, nearest first: what an edit there may change besides. */
export function below(list: readonly Breakpoint[], id: string): Breakpoint[] {
  return outwards(list).filter((one) => one.id !== id && chain(list, one.id).includes(id));
}

/** The condition of a breakpoint's `@media` rule, as a range (Media Queries 4 §2.4.3), or undefined for the base. */
export function mediaOf(one: Breakpoint): string | undefined {
  if (one.reach === 'base') return undefined;
  return one.reach === 'down' ? `(width<=${one.limit}px)` : `(width>=${one.limit}px)`;
}
