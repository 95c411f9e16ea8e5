import * as z from 'zod';
import { baseOf, outwards } from '../breakpoint';
import { Identifier } from '../identifier';
import type { Declarations } from '../style-map';
import { stackDefaults } from './box-defaults';
import type { Kind, Lent } from './kind';

/**
 * How the two sides of each row stand: turned in every second row, turned in the others, the same in all, or one
 * above the other.
 */
export const sideWays = ['alternate', 'alternate, turned first', 'same', 'stacked'] as const;
export const Sides = z.enum(sideWays);
export type SideWay = z.infer<typeof Sides>;

/** How rows stand, by breakpoint, from what they say. */
export const sidesIn = (content: Record<string, unknown>): Readonly<Record<string, SideWay>> =>
  z.record(Identifier, Sides).catch({}).parse(content['sides']);

const row = (direction: string): Declarations => ({ 'flex-direction': direction });
const lent: Readonly<Record<SideWay, Lent>> = {
  alternate: { odd: row('row'), even: row('row-reverse') },
  'alternate, turned first': { odd: row('row-reverse'), even: row('row') },
  same: { odd: row('row'), even: row('row') },
  stacked: { odd: row('column'), even: row('column') },
};

/** Rows whose sides alternate by themselves, whatever their order: the direction is lent to every row by its place. */
export const rowsKind: Kind = {
  kind: 'rows',
  word: 'Rows',
  purpose: 'Rows of picture and text whose sides alternate by themselves.',
  synonyms: 'alternate zigzag list',
  glyph: 'M1.5 2h5v4h-5z M8.5 3h4 M8.5 5h4 M7.5 8h5v4h-5z M1.5 9h4 M1.5 11h4',
  order: 6,
  examples: sideWays.flatMap((wide) =>
    sideWays.map((narrower) => ({ sides: { wide, tablet: narrower, phone: 'stacked' } })),
  ),
  tags: ['div'],
  group: 'box',
  holds: ['box'],
  content: z.strictObject({ sides: z.record(Identifier, Sides) }),
  fields: [],
  mark: '_rows',
  defaults: () => stackDefaults,
  lends: (content) => {
    const sides = sidesIn(content);
    return Object.fromEntries(Object.entries(sides).map(([breakpoint, way]) => [breakpoint, lent[way]]));
  },
  leaving: (content, gone) => {
    const sides = sidesIn(content);
    if (!gone.some(({ id }) => Object.hasOwn(sides, id))) return {};
    const kept = Object.fromEntries(Object.entries(sides).filter(([id]) => !gone.some((one) => one.id === id)));
    for (const { id, heir } of gone)
      if (heir !== undefined && sides[id] !== undefined && kept[heir] === undefined) kept[heir] = sides[id];
    return { sides: kept };
  },
  markup: () => ({}),
  fresh: (site) => {
    const narrowest = outwards(site.breakpoints)
      .filter((one) => one.side === 'down')
      .at(-1);
    const base = baseOf(site.breakpoints).id;
    return {
      tag: 'div',
      content: { base: { sides: { [base]: 'alternate', ...(narrowest && { [narrowest.id]: 'stacked' }) } } },
      style: { [base]: { normal: { 'row-gap': '64px' } } },
    };
  },
};
