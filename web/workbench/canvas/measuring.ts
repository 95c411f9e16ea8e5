import { holds, type Box, type Point } from '@core/geometry/box';
import { measuredProperties, type Measured, type MeasuredPage, type Sides } from '@core/geometry/measured';
import { isElement } from '../../theme/from-event';

const sidesOf = (style: CSSStyleDeclaration, before: string, after = ''): Sides => {
  const side = (name: string): number => Number.parseFloat(style.getPropertyValue(`${before}-${name}${after}`)) || 0;
  return { top: side('top'), right: side('right'), bottom: side('bottom'), left: side('left') };
};

const boxOf = ({ left, top, width, height }: DOMRect): Box => ({ left, top, width, height });

/** Boxes of the lines of text that stand in an element itself, or in what belongs to it and is no part. */
function linesOf(element: Element): Box[] {
  const lines: Box[] = [];
  const range = element.ownerDocument.createRange();
  const visit = (holder: Element): void => {
    for (const node of holder.childNodes) {
      if (isElement(node) && !node.hasAttribute('data-part') && !node.querySelector('[data-part]')) visit(node);
      if (node.nodeType !== 3 || !node.nodeValue?.trim()) continue;
      range.selectNode(node);
      for (const rect of range.getClientRects()) lines.push(boxOf(rect));
    }
  };
  visit(element);
  return lines;
}

/** Measures one element as the part of this id. */
export function measureElement(view: Window, element: HTMLElement, id: string, parent: string | undefined): Measured {
  const computed = view.getComputedStyle(element);
  const style = Object.fromEntries(
    measuredProperties.map((name) => [name, computed.getPropertyValue(name)]),
  ) as Measured['style']; // one value a name
  return {
    id,
    parent,
    box: boxOf(element.getBoundingClientRect()),
    border: sidesOf(computed, 'border', '-width'),
    padding: sidesOf(computed, 'padding'),
    margin: sidesOf(computed, 'margin'),
    lines: linesOf(element),
    scroll: {
      width: element.scrollWidth,
      height: element.scrollHeight,
      left: element.scrollLeft,
      top: element.scrollTop,
    },
    style,
  };
}

/** Measures the parts of a document, part by part, for whoever rests between. Each has its id in `data-part`. */
export function* measuring(document: Document, only?: (id: string) => boolean): Generator<undefined, MeasuredPage> {
  const view = document.defaultView;
  const parts = new Map<string, Measured>();
  if (view)
    for (const element of document.querySelectorAll<HTMLElement>('[data-part]')) {
      const id = element.dataset['part']!;
      if (only && !only(id)) continue;
      // nothing of what is closed is laid out to be seen
      if (element.parentElement?.closest('details:not([open])')) continue;
      const parent = element.parentElement?.closest<HTMLElement>('[data-part]')?.dataset['part'];
      parts.set(id, measureElement(view, element, id, parent));
      yield;
    }
  const { clientWidth: width, clientHeight: height } = document.documentElement;
  return { parts, viewport: { width, height, scrollX: view?.scrollX ?? 0, scrollY: view?.scrollY ?? 0 } };
}

/** Measures the parts of a document at once: all of them, or only those asked for. */
export function measurePage(document: Document, only?: (id: string) => boolean): MeasuredPage {
  const steps = measuring(document, only);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/**
 * The parts whose boxes lie at a point, in px of the viewport, with all that hold them: enough to say what lies over
 * what there.
 */
export function partsAt(document: Document, point: Point): ReadonlySet<string> {
  const found = new Set<string>();
  for (const element of document.querySelectorAll<HTMLElement>('[data-part]'))
    if (holds(boxOf(element.getBoundingClientRect()), point))
      for (
        let at: HTMLElement | null | undefined = element;
        at;
        at = at.parentElement?.closest<HTMLElement>('[data-part]')
      )
        found.add(at.dataset['part']!);
  return found;
}

/**
 * The box a part would have in the flow, without its insets: where a sticky part stands before it sticks, and an
 * offset one before it is offset.
 */
export const naturalBox = (element: HTMLElement): Box => naturalBoxes([element])[0]!;

/** The same of many, laid out once for all. */
export function naturalBoxes(elements: readonly HTMLElement[]): Box[] {
  const kept = elements.map((element) => element.getAttribute('style'));
  for (const { style } of elements) {
    style.setProperty('position', 'relative', 'important');
    for (const side of ['top', 'right', 'bottom', 'left']) style.setProperty(side, 'auto', 'important');
  }
  const boxes = elements.map((element) => boxOf(element.getBoundingClientRect()));
  elements.forEach((element, at) => {
    if (kept[at] === null) element.removeAttribute('style');
    else element.setAttribute('style', kept[at]!);
  });
  return boxes;
}
