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
  private at: Point = { x: innerWidth / 2, y: innerHeight / 3 };

  constructor(
    says: string,
    private readonly views: readonly LeafView[],
    private readonly moved: (picked: Picked | undefined) => void,
  ) {
    this.element.setAttribute('role', 'application');
    this.element.setAttribute('aria-label', `${says}: arrow keys move, Enter takes it, Escape cancels.`);
    const hint = document.createElement('p');
    hint.textContent = `${says}. Arrow keys and Enter do the same; Escape cancels.`;
    this.element.append(hint, this.mark);
    this.moveTo(this.at);
  }

  private get picked(): Picked | undefined {
    return placeOnLeaf(this.views, this.at);
  }

  private moveTo({ x, y }: Point): void {
    this.at = { x: Math.min(Math.max(x, 0), innerWidth - 1), y: Math.min(Math.max(y, 0), innerHeight - 1) };
    this.mark.style.translate = `${this.at.x}px ${this.at.y}px`;
  }

  private follow({ x, y }: Point): void {
    this.moveTo({ x, y });
    this.moved(this.picked);
  }

  /** Scrolls the leaf below the mark by px of the window. */
  private scroll(by: number): void {
    const view = this.picked?.view;
    if (view) view.document?.defaultView?.scrollBy(0, by / view.scale());
  }

  private keyed(event: KeyboardEvent, end: (picked: Picked | undefined) => void): void {
    event.stopPropagation();
    event.preventDefault();
    const way = ways[event.key];
    const by = event.shiftKey ? 10 : 1;
    if (way) this.follow({ x: this.at.x + way.x * by, y: this.at.y + way.y * by });
    else if (event.key === 'PageDown') this.scroll(innerHeight * 0.6);
    else if (event.key === 'PageUp') this.scroll(-innerHeight * 0.6);
    else if (event.key === 'Escape') end(undefined);
    else if (event.key === 'Enter') end(this.picked);
  }

  /** Lies over everything until something is chosen, or nothing. */
  open(signal: AbortSignal, end: (picked: Picked | undefined) => void): void {
    const { element } = this;
    const take = ({ x, y }: Point): void => {
      this.moveTo({ x, y });
      end(this.picked);
    };
    element.addEventListener('pointermove', (event) => this.follow(event), { signal });
    element.addEventListener('wheel', ({ deltaY }) => this.scroll(deltaY), { signal, passive: true });
    element.addEventListener('click', (event) => take(event), { signal });
    element.addEventListener('keydown', (event) => this.keyed(event, end), { signal });
    element.addEventListener('blur', () => end(undefined), { signal });
    document.body.classList.add('picking');
    document.body.append(element);
    element.focus();
  }

  close(): void {
    this.element.remove();
    document.body.classList.remove('picking');
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
export function pickOnLeaf<T>(views: readonly LeafView[], { says, read, over }: Picking<T>): Promise<T | undefined> {
  const before = document.activeElement;
  const sheet = new PickingSheet(says, views, (picked) => over?.(picked));
  return new Promise((done) => {
    const ended = new AbortController();
    sheet.open(ended.signal, (picked) => {
      ended.abort();
      const found = picked ? read(picked) : Promise.resolve(undefined);
      done(
        found.finally(() => {
          sheet.close();
          if (before instanceof HTMLElement) before.focus();
        }),
      );
    });
  });
}
