import { recompile } from '@core/compile/canvas';
import { outwards } from '@core/document/breakpoint';
import type { Way } from '@core/document/commands/wrap';
import { applyEdits } from '@core/document/edits/apply';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Box } from '@core/geometry/box';
import { moved, type BoxesByBreakpoint, type Moved } from '@core/geometry/moved';
import type { Addresses } from '@core/compile/declarations';
import { hiddenLeaf } from './hidden-leaf';

/** A way that was tried, and what it moved. */
export interface Tried {
  readonly way: Way;
  readonly moved: readonly Moved[];
}

/** The boxes of a page's parts in px of the page, whatever is scrolled. */
function boxesIn(document: Document): Map<string, Box> {
  const view = document.defaultView;
  const boxes = new Map<string, Box>();
  for (const element of document.querySelectorAll<HTMLElement>('[data-part]')) {
    const { left, top, width, height } = element.getBoundingClientRect();
    const hasBox = width > 0 || height > 0 || element.getClientRects().length > 0;
    if (hasBox)
      boxes.set(element.dataset['part']!, {
        left: left + (view?.scrollX ?? 0),
        top: top + (view?.scrollY ?? 0),
        width,
        height,
      });
  }
  return boxes;
}

/**
 * Tries ways to do something on leaves nobody sees, one for each breakpoint, and says what each way would move there.
 * Waits for the fonts, a second at most;
 * stops at the first way that moves nothing.
 * @param except parts that may move, such as the box that is taken away
 */
export async function tryWays(
  site: Site,
  page: Page,
  ways: readonly Way[],
  addresses: Addresses,
  except: ReadonlySet<string> = new Set(),
): Promise<Tried[]> {
  const leaves = outwards(site.breakpoints).map((one) => ({
    id: one.id,
    ...hiddenLeaf(site, page, one.preview, addresses),
  }));
  try {
    const loaded = Promise.all(leaves.map(({ painter }) => painter.document.fonts.ready));
    await Promise.race([loaded, new Promise((done) => setTimeout(done, 1000))]);
    const measure = (): BoxesByBreakpoint => new Map(leaves.map(({ id, painter }) => [id, boxesIn(painter.document)]));
    const tried: Tried[] = [];
    for (const way of ways) {
      const before = measure(); // each time: a scrollbar that came with the last way may have stayed
      const { page: after, inverses } = applyEdits(site, page, way.edits);
      for (const { painter } of leaves) painter.apply(recompile(site, page, after, way.edits, addresses));
      tried.push({ way, moved: moved(before, measure(), except) });
      if (tried.at(-1)!.moved.length === 0) break;
      for (const { painter } of leaves) painter.apply(recompile(site, after, page, inverses, addresses));
    }
    return tried;
  } finally {
    leaves.forEach((one) => one.remove());
  }
}
