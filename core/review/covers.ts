import { outwards, type Breakpoint } from '../document/breakpoint';
import { layPart } from '../document/commands/layer';
import { nameOf } from '../document/kinds/registry';
import type { Page } from '../document/page';
import type { Site } from '../document/site';
import { pathTo } from '../document/tree';
import type { Measured, MeasuredPage } from '../geometry/measured';
import { paintOrder, pileAt, type Painted } from '../geometry/paint-order';
import { resolve } from '../style/cascade';
import type { Reviewed } from './check';
import type { Cure } from './finding';

/** Points of a box that are looked at, as shares of it. */
const looked: readonly (readonly [number, number])[] = [
  [0.5, 0.5],
  [0.1, 0.2],
  [0.9, 0.2],
  [0.1, 0.8],
  [0.9, 0.8],
];

/** Paint orders of pages as measured: many parts are asked about one page. */
const orders = new WeakMap<MeasuredPage, Painted[]>();
function orderOf(page: MeasuredPage): Painted[] {
  const order = orders.get(page) ?? paintOrder(page);
  orders.set(page, order);
  return order;
}

/** Whether a part that lies over another counts as a cover of it. */
type Counts = (over: Measured) => boolean;

/**
 * The part that lies over the middle of another, where parts that count lie over all of it: at its middle and near
 * its corners.
 * Undefined where some of it is free. What it holds itself does not count. The paint order is that of CSS 2.2
 * Appendix E.
 */
function coverOf(page: Page, measured: MeasuredPage, id: string, counts: Counts): string | undefined {
  const box = measured.parts.get(id)?.box;
  if (!box || box.width < 1 || box.height < 1) return undefined;
  const covers = looked.map(([x, y]) => {
    const pile = pileAt(measured, { x: box.left + box.width * x, y: box.top + box.height * y }, orderOf(measured));
    return (
      pile
        .slice(0, Math.max(pile.indexOf(id), 0))
        // the pile is of measured parts
        .find((over) => counts(measured.parts.get(over)!) && !pathTo(page, over).includes(id))
    );
  });
  return covers.includes(undefined) ? undefined : covers[0];
}

/**
 * Edits that lay a covered part in front at a breakpoint; undefined where they would not suffice, or would move the
 * part by an inset that slept.
 */
function frontCure(
  site: Site,
  page: Page,
  measured: MeasuredPage,
  id: string,
  breakpoint: string,
  over: string,
): Cure | undefined {
  const edits = layPart(site, page, id, breakpoint, 'in front');
  const set = Object.fromEntries(
    edits.flatMap((one) =>
      one.do === 'set' && one.part === id && one.field[0] === 'style' ? [[one.field[3], String(one.value)]] : [],
    ),
  );
  const sleeping = ['top', 'right', 'bottom', 'left'].some(
    (side) => resolve(site, page, id, breakpoint, 'normal', side).value !== 'auto',
  );
  const one = measured.parts.get(id);
  if (!one || (set['position'] !== undefined && sleeping)) return undefined;
  const then = { ...measured, parts: new Map(measured.parts).set(id, { ...one, style: { ...one.style, ...set } }) };
  if (coverOf(page, then, id, () => true) !== undefined) return undefined;
  const name = nameOf(page.parts[over]!);
  return { says: 'Lay it in front', edits, before: `behind ${name}`, after: `in front of ${name}` };
}

/** A part wholly covered at a breakpoint, and edits that end it where they are certain to. */
export interface Covered {
  readonly at: Breakpoint;
  readonly over: string;
  readonly cure: Cure | undefined;
}

/** Where a part is wholly covered by parts that count. */
export function covered(
  { site, page, leaves }: Reviewed,
  id: string,
  counts: (over: Measured, measured: MeasuredPage) => boolean,
): Covered[] {
  return outwards(site.breakpoints).flatMap((at) => {
    const measured = leaves?.get(at.id)?.measured;
    const over = measured && coverOf(page, measured, id, (other) => counts(other, measured));
    return measured && over !== undefined ? [{ at, over, cure: frontCure(site, page, measured, id, at.id, over) }] : [];
  });
}
