import type { Page } from '../document/page';
import type { Site } from '../document/site';
import { parentOf, partOf } from '../document/tree';
import { resolve } from './cascade';

const container = new Set(['justify-content', 'align-items', 'align-content', 'row-gap', 'column-gap']);
const flexContainer = new Set(['flex-direction', 'flex-wrap']);
const gridContainer = new Set(['grid-template-columns', 'grid-template-rows', 'grid-auto-flow']);
const flexItem = new Set(['flex-grow', 'flex-shrink', 'flex-basis']);
const gridItem = new Set(['grid-column-start', 'grid-column-end', 'grid-row-start', 'grid-row-end']);
const insets = new Set(['top', 'right', 'bottom', 'left']);
const replaced = new Set(['object-fit', 'object-position']);

const isFlex = (display: string): boolean => /^(inline-)?flex$/.test(display);
const isGrid = (display: string): boolean => /^(inline-)?grid$/.test(display);

/**
 * Why a property has no effect on a part at a breakpoint, in a sentence, or undefined when it has one.
 * After the "applies to" lines of CSS Flexbox 1, CSS Grid 2, CSS Positioned Layout 3 and CSS Images 3.
 */
export function noEffect(site: Site, page: Page, id: string, breakpoint: string, property: string): string | undefined {
  const value = (at: string, name: string): string => resolve(site, page, at, breakpoint, 'normal', name).value;
  const part = partOf(page, id);
  const own = value(id, 'display');
  if (own === 'none' && property !== 'display') return 'No effect: the part is off the page here.';
  if (container.has(property) && !isFlex(own) && !isGrid(own)) return `No effect: display is ${own}, neither flex nor grid.`;
  if (flexContainer.has(property) && !isFlex(own)) return `No effect: display is ${own}, not flex.`;
  if (gridContainer.has(property) && !isGrid(own)) return `No effect: display is ${own}, not grid.`;
  if (replaced.has(property) && part.tag !== 'img') return 'No effect: only pictures have it.';
  const position = value(id, 'position');
  if (insets.has(property) && position === 'static') return 'No effect: position is static.';
  const parent = parentOf(page, id);
  const outer = parent === undefined ? 'block' : value(parent, 'display');
  if (flexItem.has(property) && !isFlex(outer)) return 'No effect: the parent is not flex.';
  if (gridItem.has(property) && !isGrid(outer)) return 'No effect: the parent is not grid.';
  if (property === 'order' && !isFlex(outer) && !isGrid(outer)) return 'No effect: the parent is neither flex nor grid.';
  if (property === 'z-index' && position === 'static' && !isFlex(outer) && !isGrid(outer)) return 'No effect: position is static.';
  return undefined;
}
