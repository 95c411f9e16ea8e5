import type { Point } from '@core/geometry/box';
import type { LeafView } from '../../../state/leaves';

/** A place on a leaf, in px of its own screen. */
export interface Picked {
  readonly view: LeafView;
  readonly point: Point;
}

const inside = ({ left, top, right, bottom }: DOMRect, { x, y }: Point): boolean =>
  x >= left && x <= right && y >= top && y <= bottom;

/** The place of a leaf that is seen at a point of the window; undefined where none is. */
export function placeOnLeaf(views: readonly LeafView[], at: Point): Picked | undefined {
  for (const view of views) {
    const frame = view.document?.defaultView?.frameElement;
    const box = frame?.getBoundingClientRect();
    const shown = frame?.closest('fold-leaf')?.getBoundingClientRect();
    if (!box || !shown || !inside(box, at) || !inside(shown, at)) continue;
    const scale = view.scale();
    return { view, point: { x: (at.x - box.left) / scale, y: (at.y - box.top) / scale } };
  }
  return undefined;
}

const ways: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/**
 * Lets somebody choose a place on any leaf, by a click or by arrow keys and Enter, and reads what is there while the
 * pointer is not yet over it; undefined when they press Escape or choose a place that is on none.
 */
export function pickOnLeaf<T>(
  views: readonly LeafView[],
  read: (picked: Picked) => Promise<T>,
): Promise<T | undefined> {
  const before = document.activeElement;
  const sheet = Object.assign(document.createElement('div'), { className: 'fold-picking', tabIndex: 0 });
  sheet.setAttribute('role', 'application');
  sheet.setAttribute('aria-label', 'Pick a colour from a page: arrow keys move, Enter takes it, Escape cancels.');
  const hint = document.createElement('p');
  hint.textContent = 'Click the colour on any page. Arrow keys and Enter do the same; Escape cancels.';
  const mark = document.createElement('i');
  sheet.append(hint, mark);
  let at: Point = { x: innerWidth / 2, y: innerHeight / 3 };
  const moveTo = (point: Point): void => {
    at = { x: Math.min(Math.max(point.x, 0), innerWidth - 1), y: Math.min(Math.max(point.y, 0), innerHeight - 1) };
    mark.style.translate = `${at.x}px ${at.y}px`;
  };
  moveTo(at);
  return new Promise((done) => {
    const over = new AbortController();
    const { signal } = over;
    const end = (picked: Picked | undefined): void => {
      over.abort();
      const found = picked ? read(picked) : Promise.resolve(undefined);
      done(
        found.finally(() => {
          sheet.remove();
          if (before instanceof HTMLElement) before.focus();
        }),
      );
    };
    sheet.addEventListener('pointermove', ({ clientX: x, clientY: y }) => moveTo({ x, y }), { signal });
    sheet.addEventListener('click', ({ clientX: x, clientY: y }) => end(placeOnLeaf(views, { x, y })), { signal });
    sheet.addEventListener(
      'keydown',
      (event) => {
        event.stopPropagation();
        event.preventDefault();
        const way = ways[event.key];
        const by = event.shiftKey ? 10 : 1;
        if (way) moveTo({ x: at.x + way.x * by, y: at.y + way.y * by });
        else if (event.key === 'Escape') end(undefined);
        else if (event.key === 'Enter') end(placeOnLeaf(views, at));
      },
      { signal },
    );
    sheet.addEventListener('blur', () => end(undefined), { signal });
    document.body.append(sheet);
    sheet.focus();
  });
}
