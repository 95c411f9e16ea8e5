import type { Point } from '@core/geometry/box';
import type { LeafView } from './leaves';

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

/** What lies over everything while a place is chosen, and the mark that is moved on it. */
class PickingSheet {
  readonly element = Object.assign(document.createElement('div'), { className: 'fold-picking', tabIndex: 0 });
  private readonly mark = document.createElement('i');
  at: Point = { x: innerWidth / 2, y: innerHeight / 3 };

  constructor(says: string) {
    this.element.setAttribute('role', 'application');
    this.element.setAttribute('aria-label', `${says}: arrow keys move, Enter takes it, Escape cancels.`);
    const hint = document.createElement('p');
    hint.textContent = `${says}. Arrow keys and Enter do the same; Escape cancels.`;
    this.element.append(hint, this.mark);
    this.moveTo(this.at);
  }

  moveTo({ x, y }: Point): void {
    this.at = { x: Math.min(Math.max(x, 0), innerWidth - 1), y: Math.min(Math.max(y, 0), innerHeight - 1) };
    this.mark.style.translate = `${this.at.x}px ${this.at.y}px`;
  }

  /** Moves by an arrow key; whether it was one. */
  step({ key, shiftKey }: KeyboardEvent): boolean {
    const way = ways[key];
    const by = shiftKey ? 10 : 1;
    if (way) this.moveTo({ x: this.at.x + way.x * by, y: this.at.y + way.y * by });
    return way !== undefined;
  }
}

/** How a place is chosen. */
export interface Picking<T> {
  /** What is to be clicked, as a sentence without its stop. */
  readonly says: string;
  /** Reads what is there, while the pointer is not yet over it. */
  readonly read: (picked: Picked) => Promise<T>;
  /** The pointer is over another place. */
  readonly over?: (picked: Picked | undefined) => void;
}

/**
 * Lets somebody choose a place on any leaf, by a click or by arrow keys and Enter; undefined when they press Escape or
 * choose a place that is on none. What lies over the leaves is out of sight meanwhile; the wheel scrolls the leaf
 * below the pointer.
 */
export function pickOnLeaf<T>(
  views: readonly LeafView[],
  { says, read, over: moved }: Picking<T>,
): Promise<T | undefined> {
  const before = document.activeElement;
  const sheet = new PickingSheet(says);
  const { element } = sheet;
  return new Promise((done) => {
    const over = new AbortController();
    const { signal } = over;
    const end = (picked: Picked | undefined): void => {
      over.abort();
      const found = picked ? read(picked) : Promise.resolve(undefined);
      done(
        found.finally(() => {
          element.remove();
          document.body.classList.remove('picking');
          if (before instanceof HTMLElement) before.focus();
        }),
      );
    };
    const keyed = (event: KeyboardEvent): void => {
      event.stopPropagation();
      event.preventDefault();
      if (sheet.step(event)) return moved?.(placeOnLeaf(views, sheet.at));
      if (event.key === 'PageDown' || event.key === 'PageUp')
        return scroll(sheet.at, (event.key === 'PageDown' ? 1 : -1) * innerHeight * 0.6);
      if (event.key === 'Escape') end(undefined);
      else if (event.key === 'Enter') end(placeOnLeaf(views, sheet.at));
    };
    const scroll = (at: Point, by: number): void => {
      const view = placeOnLeaf(views, at)?.view;
      view?.document?.defaultView?.scrollBy(0, by / view.scale());
    };
    const follow = (event: PointerEvent): void => {
      sheet.moveTo({ x: event.clientX, y: event.clientY });
      moved?.(placeOnLeaf(views, sheet.at));
    };
    element.addEventListener('pointermove', follow, { signal });
    element.addEventListener('wheel', ({ clientX: x, clientY: y, deltaY }) => scroll({ x, y }, deltaY), {
      ...{ signal, passive: true },
    });
    element.addEventListener('click', ({ clientX: x, clientY: y }) => end(placeOnLeaf(views, { x, y })), { signal });
    element.addEventListener('keydown', keyed, { signal });
    element.addEventListener('blur', () => end(undefined), { signal });
    document.body.classList.add('picking');
    document.body.append(element);
    element.focus();
  });
}
