import type { Box } from './box';
import {
  bottom,
  contentBox,
  isScroller,
  right,
  ancestors,
  isFlexOrGrid,
  type Measured,
  type MeasuredPage,
} from './measured';

export type StickyEdge = 'top' | 'bottom' | 'left' | 'right';

/** How far a sticky part travels: between these two positions of its scroller's scroll, in px, it stays at its edge. */
export interface Travel {
  readonly edge: StickyEdge;
  /** The distance kept from the edge. */
  readonly offset: number;
  /** The scroll position at which it begins to stick. */
  readonly from: number;
  /**
   * The scroll position at which its parent takes it along (for bottom and right: from which on it stands in the
   * flow).
   */
  readonly to: number;
  /** The part that scrolls, or undefined for the page. */
  readonly scroller: string | undefined;
}

/** Something that keeps a sticky part from sticking, with what would cure it. */
export interface StickyStop {
  readonly kind: 'no-inset' | 'overflow' | 'no-room' | 'stretched' | 'no-scroll' | 'covered' | 'covers';
  readonly sentence: string;
  /** The part the cure is for, and the value that cures. */
  readonly cure:
    | { readonly part: string; readonly properties: readonly string[]; readonly value: string; readonly label: string }
    | undefined;
}

/** Names of parts, for sentences. */
export type Naming = (id: string) => string;

const px = (value: string): number | undefined => (/^-?[\d.]+px$/.test(value) ? Number.parseFloat(value) : undefined);

/**
 * The nearest part that scrolls, or merely could: that is the one a sticky part sticks in (CSS Positioned Layout 3
 * §3.4). The page's root counts as the page.
 */
export function stickyScroller(page: MeasuredPage, id: string): Measured | undefined {
  return ancestors(page, id).find((one) => one.parent !== undefined && isScroller(one));
}

/** The nearest ancestor with a box, in whose content box the part must stay. */
const holderOf = (page: MeasuredPage, id: string): Measured | undefined =>
  ancestors(page, id).find((one) => one.style.display !== 'contents');

/**
 * The travel of a sticky part along each axis that has an inset (CSS Positioned Layout 3 §6.3): it is moved so that
 * it stays `offset` inside its scroller's
 * edge, as long as its margin box stays inside its containing block.
 * @param natural the part's border box where it would stand without sticking, in px of the viewport, at the scroll
 * positions the page was measured at
 */
export function stickyTravel(page: MeasuredPage, id: string, natural: Box): Travel[] {
  const part = page.parts.get(id);
  const holder = part && holderOf(page, id);
  if (!part || !holder) return [];
  const scroller = stickyScroller(page, id);
  const port: Box = scroller
    ? portOf(scroller)
    : { left: 0, top: 0, width: page.viewport.width, height: page.viewport.height };
  const scrolled = scroller ? scroller.scroll : { left: page.viewport.scrollX, top: page.viewport.scrollY };
  const room = contentBox(holder);
  const travels: Travel[] = [];
  const add = (edge: StickyEdge): void => {
    const offset = px(part.style[edge]);
    if (offset === undefined) return;
    const across = edge === 'left' || edge === 'right';
    const start = across ? natural.left - port.left + scrolled.left : natural.top - port.top + scrolled.top;
    const size = across ? natural.width : natural.height;
    const view = across ? port.width : port.height;
    const before = across ? natural.left - part.margin.left - room.left : natural.top - part.margin.top - room.top;
    const after = across
      ? right(room) - right(natural) - part.margin.right
      : bottom(room) - bottom(natural) - part.margin.bottom;
    const ends = edge === 'bottom' || edge === 'right';
    const at = ends ? start + size + offset - view : start - offset;
    const travel = Math.max(ends ? before : after, 0);
    travels.push({ edge, offset, from: ends ? at - travel : at, to: ends ? at : at + travel, scroller: scroller?.id });
  };
  (['top', 'bottom', 'left', 'right'] as const).forEach(add);
  return travels;
}

function portOf(scroller: Measured): Box {
  const { box, border } = scroller;
  return {
    left: box.left + border.left,
    top: box.top + border.top,
    width: box.width - border.left - border.right,
    height: box.height - border.top - border.bottom,
  };
}

/** Whether a part fills its flex or grid line only because it is stretched: then it has no room to travel in. */
function isStretched(part: Measured, holder: Measured): boolean {
  if (!isFlexOrGrid(holder.style.display)) return false;
  if (/flex$/.test(holder.style.display) && holder.style['flex-direction'].startsWith('column')) return false;
  const self = part.style['align-self'];
  const align = self === 'auto' ? holder.style['align-items'] : self;
  return align === 'normal' || align === 'stretch';
}

/**
 * Everything that stops a sticky part, with its cure where one is certain; empty when it sticks: an ancestor's
 * overflow, a parent no taller than itself,
 * no inset, stretching. `natural` as for `stickyTravel`.
 */
export function stickyStops(page: MeasuredPage, id: string, natural: Box, name: Naming): StickyStop[] {
  const part = page.parts.get(id);
  const holder = part && holderOf(page, id);
  if (!part || !holder || part.style.position !== 'sticky') return [];
  const stops: StickyStop[] = [];
  const travels = stickyTravel(page, id, natural);
  if (travels.length === 0) {
    stops.push({
      kind: 'no-inset',
      sentence: 'No inset says which edge to stick to.',
      cure: { part: id, properties: ['top'], value: '0px', label: 'Stick to the top, at 0' },
    });
  }
  const scroller = stickyScroller(page, id);
  if (scroller && scroller.id !== id) stops.push(...scrollerStop(scroller, travels, name));
  const upright = travels.find((one) => one.edge === 'top' || one.edge === 'bottom');
  if (upright && upright.to - upright.from < 1) stops.push(...roomStop(part, holder, name));
  return stops;
}

function scrollerStop(scroller: Measured, travels: readonly Travel[], name: Naming): StickyStop[] {
  const down = travels.some((one) => one.edge === 'top' || one.edge === 'bottom') || travels.length === 0;
  const axis = down ? 'overflow-y' : 'overflow-x';
  const travel = down ? scroller.scroll.height - scroller.box.height : scroller.scroll.width - scroller.box.width;
  const said = scroller.style[axis];
  if (travel > 1 && said !== 'hidden') return [];
  // hidden on either axis makes a scroller of both: clip does not (CSS Overflow 3 §3.1)
  const property = /^(hidden|scroll)$/.test(scroller.style['overflow-x']) && said === 'auto' ? 'overflow-x' : axis;
  const value = scroller.style[property] === 'hidden' ? 'clip' : 'visible';
  return [
    {
      kind: 'overflow',
      sentence: `${name(scroller.id)} has overflow ${scroller.style[property]}: the part sticks inside it and not to the screen.`,
      cure: {
        part: scroller.id,
        properties: ['overflow-x', 'overflow-y'],
        value,
        label: `Make the overflow of ${name(scroller.id)} ${value}`,
      },
    },
  ];
}

function roomStop(part: Measured, holder: Measured, name: Naming): StickyStop[] {
  if (isStretched(part, holder))
    return [
      {
        kind: 'stretched',
        sentence: `It is stretched to the height of ${name(holder.id)}, which leaves no room to travel.`,
        cure: { part: part.id, properties: ['align-self'], value: 'start', label: 'Align it to the start' },
      },
    ];
  return [
    {
      kind: 'no-room',
      sentence: `${name(holder.id)} is no taller than the part: there is no room to travel.`,
      cure: undefined,
    },
  ];
}

/** Whether a box lies in the way of one that travels down over `swept` from `natural`. */
const liesInTheWay = (box: Box, natural: Box, swept: Box): boolean =>
  box.height >= 1 &&
  box.left < right(swept) - 1 &&
  right(box) > swept.left + 1 &&
  box.top >= bottom(natural) - 1 &&
  box.top < bottom(swept) - 1;

/** A part that passes over a stuck one, with the z-index that ends it. */
function coveredBy(id: string, other: Measured, name: Naming): StickyStop {
  const value = String(1 + (Number.parseInt(other.style['z-index'], 10) || 0));
  return {
    kind: 'covered',
    sentence: `${name(other.id)} passes over it.`,
    cure: { part: id, properties: ['z-index'], value, label: `Let it lie over ${name(other.id)}` },
  };
}

/**
 * Parts a stuck part meets on its way: those below its place that pass it, with whether they lie over it (`over`) or
 * under it.
 * @param over whether the first part is painted above the second
 */
export function metOnTheWay(
  page: MeasuredPage,
  id: string,
  natural: Box,
  over: (other: string) => boolean,
  name: Naming,
): StickyStop[] {
  const part = page.parts.get(id);
  const travel = stickyTravel(page, id, natural).find((one) => one.edge === 'top');
  if (!part || !travel || travel.to - travel.from < 1) return [];
  const holders = new Set(ancestors(page, id).map((one) => one.id));
  const swept: Box = { ...natural, height: natural.height + travel.to - travel.from };
  const met: StickyStop[] = [];
  for (const other of page.parts.values()) {
    if (other.id === id || holders.has(other.id) || ancestors(page, other.id).some((one) => one.id === id)) continue;
    if (other.parent !== undefined && !holders.has(other.parent)) continue;
    if (!liesInTheWay(other.box, natural, swept)) continue;
    const under = {
      kind: 'covers',
      sentence: `It shows over ${name(other.id)} as that passes.`,
      cure: undefined,
    } as const;
    met.push(over(other.id) ? coveredBy(id, other, name) : under);
  }
  const covered = met.filter((one) => one.kind === 'covered');
  return covered.length > 0 ? covered.slice(0, 2) : met.slice(0, 1);
}

/**
 * The offset that keeps the place a part has now: its distance from the top edge of what scrolls, in whole px (a
 * section's top padding of 100 px → 100).
 */
export function keepingOffset(page: MeasuredPage, id: string, natural: Box): number {
  const scroller = stickyScroller(page, id);
  if (scroller) return Math.round(natural.top - portOf(scroller).top + scroller.scroll.top);
  const holder = ancestors(page, id).at(-2) ?? page.parts.get(id);
  return Math.round(natural.top - (holder?.box.top ?? 0));
}
