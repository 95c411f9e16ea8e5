import type { State } from '@core/document/style-map';

/** Tells what is open because somebody works in it from what is open by itself. */
const mark = 'data-opened';

/** Whether an attribute stands on an element for the time it is worked in, and is no part of the page. */
export const isForWork = (element: Element, attribute: string): boolean =>
  element.hasAttribute(mark) && (attribute === 'open' || attribute === mark);

function* around(element: Element | null | undefined, css: string): Generator<HTMLElement> {
  for (let at = element?.closest<HTMLElement>(css); at; at = at.parentElement?.closest<HTMLElement>(css)) yield at;
}

/** What the entries of a site’s menu fold into: no part of the page, so that only the menu itself can be worked in. */
const entriesOf = (menu: HTMLElement | null): Iterable<HTMLElement> =>
  menu?.querySelectorAll<HTMLElement>(':scope._entries > [popover]') ?? [];

/**
 * Opens the items and folded menus that would hide these elements of a leaf while they are worked on, and closes
 * again those opened so before.
 * In the state `open`, the elements themselves are opened too.
 */
export function openAround(document: Document, elements: readonly (HTMLElement | null)[], state: State): void {
  const items = new Set(elements.flatMap((one) => [...around(state === 'open' ? one : one?.parentElement, 'details')]));
  for (const item of document.querySelectorAll<HTMLElement>(`[${mark}]`)) {
    if (items.has(item)) continue;
    item.removeAttribute(mark);
    item.removeAttribute('open');
  }
  for (const item of items) {
    if (item.hasAttribute('open')) continue;
    item.setAttribute('open', '');
    item.setAttribute(mark, '');
  }
  const menus = new Set(elements.flatMap((one) => [...around(one?.parentElement, '[popover]'), ...entriesOf(one)]));
  for (const menu of document.querySelectorAll<HTMLElement>(':popover-open')) if (!menus.has(menu)) menu.hidePopover();
  for (const menu of menus) if (document.defaultView?.getComputedStyle(menu).display === 'none') menu.showPopover();
}
