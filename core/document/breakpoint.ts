import * as z from 'zod';
import { Identifier } from './identifier';

/** One breakpoint: the base, or the widths below (`down`) or above (`up`) a limit in CSS px. */
export const Breakpoint = z.strictObject({
  id: Identifier.refine((id) => id !== 'base', 'The id "base" is kept for what holds everywhere.'),
  name: z.string().trim().min(1).max(40),
  side: z.enum(['base', 'down', 'up']),
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
    if (list.filter((one) => one.side === 'base').length !== 1)
      context.addIssue({ code: 'custom', message: 'A site has exactly one base breakpoint.' });
    if (new Set(list.map((one) => one.id)).size !== list.length)
      context.addIssue({ code: 'custom', message: 'Two breakpoints share an id.' });
    list.forEach((one, index) => {
      if ((one.limit === undefined) !== (one.side === 'base'))
        context.addIssue({
          code: 'custom',
          path: [index, 'limit'],
          message: 'Every breakpoint but the base has a limit.',
        });
      const { from, to } = rangeOf(list, one);
      if (
        one.limit !== undefined &&
        list.some((other) => other !== one && other.side === one.side && other.limit === one.limit)
      )
        context.addIssue({
          code: 'custom',
          path: [index, 'limit'],
          message: `Two breakpoints end at ${one.limit} px.`,
        });
      else if (from > to)
        context.addIssue({
          code: 'custom',
          path: [index, 'limit'],
          message: `${one.name} would hold at no width: the breakpoints beside it leave it none.`,
        });
      else if (one.preview.width < from || one.preview.width > to)
        context.addIssue({
          code: 'custom',
          path: [index, 'preview'],
          message: `${one.name} holds from ${from} to ${to} px; its leaf cannot be ${one.preview.width} px wide.`,
        });
    });
  });

/** The widths in px at which a breakpoint is the nearest one; `from` above `to` where there are none. */
export interface Widths {
  readonly from: number;
  readonly to: number;
}

export const narrowest = 200;
export const widest = 4000;

/** The widths at which a breakpoint decides first: from its neighbour's limit to its own. */
export function rangeOf(list: readonly Breakpoint[], one: Breakpoint): Widths {
  const limits = (side: 'down' | 'up'): number[] =>
    list.filter((other) => other.side === side).map((other) => other.limit ?? 0);
  const lower = limits('down').filter((limit) => one.side !== 'down' || limit < (one.limit ?? 0));
  const higher = limits('up').filter((limit) => one.side !== 'up' || limit > (one.limit ?? 0));
  return {
    from:
      one.side === 'up'
        ? Math.max(one.limit ?? 0, ...limits('down').map((limit) => limit + 1))
        : Math.max(narrowest, ...lower.map((limit) => limit + 1)),
    to: one.side === 'down' ? (one.limit ?? 0) : Math.min(widest, ...higher.map((limit) => limit - 1)),
  };
}

/** The breakpoint that decides first at a width in px. */
export function breakpointAt(list: readonly Breakpoint[], width: number): Breakpoint {
  const below = outwards(list)
    .filter((one) => one.side === 'down' && width <= (one.limit ?? 0))
    .at(-1);
  return (
    below ??
    outwards(list)
      .filter((one) => one.side === 'up' && width >= (one.limit ?? 0))
      .at(-1) ??
    baseOf(list)
  );
}

/**
 * The condition under which one of these breakpoints decides first, for a `@media` rule or a `media` attribute;
 * undefined for none of them.
 */
export function mediaFor(list: readonly Breakpoint[], ids: ReadonlySet<string>): string | undefined {
  const inOrder = list.filter(({ id }) => ids.has(id)).sort((a, b) => rangeOf(list, a).from - rangeOf(list, b).from);
  const runs: Widths[] = [];
  for (const one of inOrder) {
    const { from, to } = rangeOf(list, one);
    const last = runs.at(-1);
    if (last && last.to + 1 === from) runs[runs.length - 1] = { from: last.from, to };
    else runs.push({ from, to });
  }
  const begins = (px: number): boolean => list.some((one) => one.side === 'up' && one.limit === px);
  const conditions = runs.map(({ from, to }) => {
    const low = from === narrowest ? '' : begins(from) ? `${from}px<=` : `${from - 1}px<`;
    const high = to === widest ? '' : begins(to + 1) ? `<${to + 1}px` : `<=${to}px`;
    if (low !== '' && high === '') return begins(from) ? `(width>=${from}px)` : `(width>${from - 1}px)`;
    return low === '' && high === '' ? 'all' : `(${low}width${high})`;
  });
  return conditions.length === 0 ? undefined : conditions.join(',');
}

export const standardBreakpoints: readonly Breakpoint[] = [
  { id: 'wide', name: 'Wide', side: 'base', preview: { width: 1280, height: 800 } },
  { id: 'tablet', name: 'Tablet', side: 'down', limit: 1024, preview: { width: 820, height: 1180 } },
  { id: 'phone', name: 'Phone', side: 'down', limit: 600, preview: { width: 390, height: 844 } },
];

/** The base breakpoint of a list that holds one. */
export function baseOf(list: readonly Breakpoint[]): Breakpoint {
  const base = list.find((one) => one.side === 'base');
  if (!base) throw new Error('A list of breakpoints without a base.');
  return base;
}

const ordered = new WeakMap<readonly Breakpoint[], readonly Breakpoint[]>();

/**
 * The breakpoints in the order their rules stand in a style sheet: base, narrower ones downwards, wider ones upwards;
 * worked out once for each list.
 */
export function outwards(list: readonly Breakpoint[]): readonly Breakpoint[] {
  let known = ordered.get(list);
  if (!known) ordered.set(list, (known = inOrder(list)));
  return known;
}

function inOrder(list: readonly Breakpoint[]): Breakpoint[] {
  const limit = (one: Breakpoint): number => one.limit ?? 0;
  return [
    baseOf(list),
    ...list.filter((one) => one.side === 'down').sort((a, b) => limit(b) - limit(a)),
    ...list.filter((one) => one.side === 'up').sort((a, b) => limit(a) - limit(b)),
  ];
}

const chains = new WeakMap<readonly Breakpoint[], Map<string, readonly string[]>>();

/**
 * Ids of the breakpoints a value at `id` may come from, the nearest first, the base last; worked out once for each
 * list.
 */
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
  if (own.side === 'base') return [own.id];
  const sameSide = ordered.filter((one) => one.side === own.side);
  return [...sameSide.slice(0, sameSide.indexOf(own) + 1).reverse(), ordered[0]!].map((one) => one.id);
}

/** The breakpoints that inherit from `id`, nearest first: what an edit there may change besides. */
export function below(list: readonly Breakpoint[], id: string): Breakpoint[] {
  return outwards(list).filter((one) => one.id !== id && chain(list, one.id).includes(id));
}

/** The condition of a breakpoint's `@media` rule, as a range (Media Queries 4 §2.4.3), or undefined for the base. */
export function mediaOf(one: Breakpoint): string | undefined {
  if (one.side === 'base') return undefined;
  return one.side === 'down' ? `(width<=${one.limit}px)` : `(width>=${one.limit}px)`;
}
