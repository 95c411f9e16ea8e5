import type { Box } from './box';
import { ancestors, contentBox, isOutOfFlow, paddingBox, type Measured, type MeasuredPage } from './measured';

/** What a part is placed against: a part's box, or the screen. */
export interface ContainingBlock {
  /** The part, or undefined for the screen (fixed parts) or the page's first screen (absolute ones). */
  readonly part: string | undefined;
  readonly box: Box;
  /** Why it is this one, for a person. */
  readonly because: string;
}

const set = (value: string, none = 'none'): boolean => value !== '' && value !== none;

/**
 * Why a part holds absolute and even fixed parts whatever its position: transforms (CSS Transforms 1 §3 and 2 §4),
 * filters (Filter Effects 1 §5),
 * containment (CSS Containment 2 §3.2, §3.3) and will-change (CSS Will Change 1 §2). Undefined when it does not.
 */
export function holdsFixed({ style }: Measured): string | undefined {
  if (set(style.transform) || set(style.translate) || set(style.rotate) || set(style.scale)) return 'it is transformed';
  if (set(style.perspective)) return 'it has a perspective';
  if (set(style.filter)) return 'it has a filter';
  if (set(style['backdrop-filter'])) return 'it has a backdrop filter';
  if (/\b(layout|paint|strict|content)\b/.test(style.contain)) return `contain is ${style.contain}`;
  if (/\b(transform|translate|rotate|scale|perspective|filter|backdrop-filter|contain)\b/.test(style['will-change']))
    return `will-change is ${style['will-change']}`;
  return undefined;
}

/**
 * The containing block of a part by its position (CSS Positioned Layout 3 §2.1), as a box in px of the viewport.
 * @throws Error when the page was not measured with this part
 */
export function containingBlock(
  page: MeasuredPage,
  id: string,
  position = page.parts.get(id)?.style.position ?? 'static',
): ContainingBlock {
  const up = ancestors(page, id).filter((one) => one.style.display !== 'contents');
  const screen: Box = { left: 0, top: 0, width: page.viewport.width, height: page.viewport.height };
  if (position !== 'absolute' && position !== 'fixed') {
    const parent = up[0];
    return parent
      ? { part: parent.id, box: contentBox(parent), because: 'it is the parent' }
      : { part: undefined, box: screen, because: 'it is the screen' };
  }
  for (const one of up) {
    const holds = holdsFixed(one);
    if (holds !== undefined) return { part: one.id, box: paddingBox(one), because: holds };
    if (position === 'absolute' && one.style.position !== 'static')
      return { part: one.id, box: paddingBox(one), because: `its position is ${one.style.position}` };
  }
  if (position === 'fixed')
    return { part: undefined, box: screen, because: 'fixed parts are placed against the screen' };
  const first = { ...screen, left: 0 - page.viewport.scrollX, top: 0 - page.viewport.scrollY };
  return {
    part: undefined,
    box: first,
    because: 'nothing that holds it is positioned, so the page’s first screen counts',
  };
}

/**
 * The part an absolute one was likely meant to be placed against, and is not: its parent, when that is not what holds
 * it.
 */
export function likelyParent(page: MeasuredPage, id: string): string | undefined {
  const one = page.parts.get(id);
  if (!one || one.style.position !== 'absolute') return undefined;
  const parent = ancestors(page, id).find((each) => each.style.display !== 'contents');
  if (!parent || parent.parent === undefined || isOutOfFlow(parent)) return undefined;
  return containingBlock(page, id).part === parent.id ? undefined : parent.id;
}
