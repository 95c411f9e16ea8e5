import { filesOfPicture } from '@core/document/library/picture-files';
import type { Box } from '@core/geometry/box';
import { hasPicture } from '@core/compile/backgrounds';
import { kindOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { backdropWidth } from '@core/review/sweep/backdrops';
import { headingLevel } from '@core/review/checks/headings';
import { widerBy } from '@core/style/drawn/crops';
import type { Slice, SweptPart } from '@core/review/sweep/slice';
import { isElement } from '../../theme/from-event';

/** Boxes of an element's own lines of text, in px of the page. */
function linesOf(element: Element, range: Range, x: number, y: number): { lines: Box[]; characters: number } {
  const lines: Box[] = [];
  let characters = 0;
  const visit = (node: Node): void => {
    if (node.nodeType === 3) {
      const text = node.nodeValue?.trim() ?? '';
      if (text === '') return;
      range.selectNode(node);
      const rects = range.getClientRects();
      if (rects.length > 0) characters += text.length;
      for (const { left, top, width, height } of rects)
        if (width > 0) lines.push({ left: left + x, top: top + y, width, height });
    } else if (isElement(node) && !node.hasAttribute('data-part')) node.childNodes.forEach(visit);
  };
  element.childNodes.forEach(visit);
  return { lines: joined(lines), characters };
}

/** Runs of text that stand in one line, as one. */
function joined(lines: readonly Box[]): Box[] {
  const out: Box[] = [];
  for (const line of lines) {
    const last = out.at(-1);
    if (last && Math.abs(last.top - line.top) < 2 && line.left >= last.left)
      out[out.length - 1] = { ...last, width: line.left + line.width - last.left };
    else out.push(line);
  }
  return out;
}

const sized = (value: string): number => Number.parseFloat(value) || 0;

/** An element's border box and padding box in px of the page, which is scrolled by `x` and `y`. */
function boxesOf(element: HTMLElement, x: number, y: number): { box: Box; port: Box } {
  const rect = element.getBoundingClientRect();
  const box = { left: rect.left + x, top: rect.top + y, width: rect.width, height: rect.height };
  const port = {
    left: box.left + element.clientLeft,
    top: box.top + element.clientTop,
    width: element.clientWidth || box.width,
    height: element.clientHeight || box.height,
  };
  return { box, port };
}

/** How wide the pictures behind an element have to be. */
const backdropOf = (
  { backgroundImage: image, backgroundSize: size, backgroundAttachment: attachment }: CSSStyleDeclaration,
  port: Box,
  { innerWidth, innerHeight }: Window,
  ratios: ReadonlyMap<string, number>,
): number | undefined =>
  backdropWidth({ image, size, attachment }, port, { width: innerWidth, height: innerHeight }, (file) =>
    ratios.get(file),
  );

/** By the name of each file of a site's pictures, how wide the picture is by its height. */
export const ratiosOf = ({ pictures }: Pick<Site, 'pictures'>): ReadonlyMap<string, number> =>
  new Map(
    Object.values(pictures).flatMap((one) =>
      filesOfPicture(one).map((file) => [file, one.width / one.height] as const),
    ),
  );
const noRatios: ReadonlyMap<string, number> = new Map();

/**
 * Measures a page as it is laid out now in a document of this width. Parts without a box are left out.
 * @param ratios of the pictures that may stand behind parts; without them, what those need is not measured
 */
export function sliceOf(document: Document, page: Page, width: number, ratios = noRatios): Slice {
  const view = document.defaultView!; // a frame's document that is shown has one
  const { scrollX: x, scrollY: y } = view;
  const parts = new Map<string, SweptPart>();
  const range = document.createRange();
  for (const element of document.querySelectorAll<HTMLElement>('[data-part]')) {
    const id = element.dataset['part']!;
    const part = page.parts[id];
    const style = view.getComputedStyle(element);
    // nothing of what is closed is laid out to be seen
    if (!part || element.parentElement?.closest('details:not([open])')) continue;
    if (style.display === 'none' || style.visibility === 'hidden') continue;
    const parent = element.parentElement?.closest<HTMLElement>('[data-part]')?.dataset['part'];
    const boxes = boxesOf(element, x, y);
    parts.set(id, {
      id,
      parent,
      kind: part.kind,
      ...boxes,
      ...linesOf(element, range, x, y),
      display: style.display,
      position: style.position,
      overflowX: style.overflowX,
      overflowY: style.overflowY,
      columnGap: sized(style.columnGap),
      rowGap: sized(style.rowGap),
      paddingX: sized(style.paddingLeft) + sized(style.paddingRight),
      paddingY: sized(style.paddingTop) + sized(style.paddingBottom),
      fontSize: sized(style.fontSize),
      level: headingLevel(part.tag),
      backdrop: ratios.size > 0 && hasPicture(part.style) ? backdropOf(style, boxes.port, view, ratios) : undefined,
      widerBy: kindOf(part.kind).shows === 'picture' ? widerBy(style.getPropertyValue('object-view-box')) : undefined,
    });
  }
  return { width, scrollWidth: document.documentElement.scrollWidth, parts };
}
