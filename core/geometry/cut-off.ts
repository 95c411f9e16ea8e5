import type { Box } from './box';
import { bottom, isScroller, paddingBox, right, type Measured, type MeasuredPage } from './measured';
import { containingBlock } from './containing-block';

/** What a box's overflow takes from view: a part, the side it leaves by, and by how many px. */
export interface CutOff {
  readonly part: string;
  readonly side: 'right' | 'bottom' | 'left' | 'top';
  readonly by: number;
  /** It can be scrolled to. */
  readonly reachable: boolean;
}

/** Whether a part stands in a box along the chain of containing blocks, so that the box's overflow concerns it. */
function standsIn(page: MeasuredPage, one: Measured, holder: string): boolean {
  for (let at = containingBlock(page, one.id).part; at !== undefined; at = containingBlock(page, at).part)
    if (at === holder) return true;
  return false;
}

/**
 * The parts a box cuts off or hides behind its edge, as overflow does (CSS Overflow 3 §3): those that reach beyond
 * its padding box on an axis whose overflow is not visible.
 * Scrolling reaches what lies right and below (in left-to-right text), never what lies left or above the start.
 */
export function cutOff(page: MeasuredPage, id: string): CutOff[] {
  const holder = page.parts.get(id);
  if (!holder || (holder.style['overflow-x'] === 'visible' && holder.style['overflow-y'] === 'visible')) return [];
  const port = paddingBox(holder);
  const out: CutOff[] = [];
  for (const one of page.parts.values()) {
    if (one.id === id || one.style.display === 'none' || !standsIn(page, one, id)) continue;
    const add = (side: CutOff['side'], by: number, overflow: string, ahead: boolean): void => {
      if (by > 0.5 && overflow !== 'visible')
        out.push({ part: one.id, side, by, reachable: ahead && /^(auto|scroll)$/.test(overflow) });
    };
    add('right', right(one.box) - right(port), holder.style['overflow-x'], true);
    add('bottom', bottom(one.box) - bottom(port), holder.style['overflow-y'], true);
    add(
      'left',
      port.left - one.box.left,
      holder.style['overflow-x'],
      holder.scroll.left >= port.left - one.box.left - 0.5,
    );
    add('top', port.top - one.box.top, holder.style['overflow-y'], holder.scroll.top >= port.top - one.box.top - 0.5);
  }
  return out;
}

/**
 * Where a box's contents would reach without its overflow, in px of the viewport; undefined where nothing is out of
 * view.
 */
export function hiddenReach(page: MeasuredPage, id: string): Box | undefined {
  const holder = page.parts.get(id);
  if (
    !holder ||
    !(isScroller(holder) || holder.style['overflow-x'] === 'clip' || holder.style['overflow-y'] === 'clip')
  )
    return undefined;
  const port = paddingBox(holder);
  const scrolled = {
    left: port.left - holder.scroll.left,
    top: port.top - holder.scroll.top,
    width: Math.max(holder.scroll.width, port.width),
    height: Math.max(holder.scroll.height, port.height),
  };
  return scrolled.width > port.width + 1 || scrolled.height > port.height + 1 ? scrolled : undefined;
}
