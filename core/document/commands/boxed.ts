import { resolve } from '../../style/cascade';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import { Problem } from '../problem';
import type { Site } from '../site';
import { partOf } from '../tree';
import { styleEdit } from './style';

/** Widths pages are commonly built to, in px. */
export const commonWidths = [980, 1120, 1280, 1600] as const;

const padding = /^max\(([^,]+),\s*calc\(\(100% - (\d+(?:\.\d+)?)px\)\s*\/\s*2\)\)$/;

/** The width a part keeps its contents to at a breakpoint, in px, or undefined where it is full. */
export function boxedWidth(site: Site, page: Page, id: string, breakpoint: string): number | undefined {
  const of = (name: string): string => resolve(site, page, id, breakpoint, 'normal', name).value;
  const inside = padding.exec(of('padding-left'));
  if (inside) return Number(inside[2]);
  const width = /^(\d+(?:\.\d+)?)px$/.exec(of('max-width'));
  return width && of('margin-left') === 'auto' && of('margin-right') === 'auto' ? Number(width[1]) : undefined;
}

/**
 * Keeps the contents of a section, or a part inside one, to a width and centres it, at a breakpoint: a section by its
 * paddings, so that its own box stays as wide as the screen
 * and no wrapper is needed; any other part by a maximum width and auto margins. Without a width it is full again.
 * @throws Problem when the width is not between 100 and 4000 px
 */
export function setBoxed(site: Site, page: Page, id: string, breakpoint: string, width: number | undefined): Edit[] {
  if (width !== undefined && !(width >= 100 && width <= 4000))
    throw new Problem('A content width lies between 100 and 4,000 px.', { part: id, breakpoint });
  const set = (property: string, value: string): Edit => styleEdit(id, breakpoint, 'normal', property, value);
  if (partOf(page, id).kind === 'section') {
    return ['padding-left', 'padding-right'].map((side) => {
      const present = resolve(site, page, id, breakpoint, 'normal', side).value;
      const least = padding.exec(present)?.[1]?.trim() ?? present;
      return set(side, width === undefined ? least : `max(${least}, calc((100% - ${width}px) / 2))`);
    });
  }
  if (width === undefined) return [set('max-width', 'none'), set('margin-left', '0px'), set('margin-right', '0px')];
  return [
    set('width', '100%'),
    set('max-width', `${width}px`),
    set('margin-left', 'auto'),
    set('margin-right', 'auto'),
  ];
}
