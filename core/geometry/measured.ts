import type { Box } from './box';

/** The four sides of a box, in px. */
export interface Sides {
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly left: number;
}

/** The computed values geometry asks for, by property name. */
export const measuredProperties = [
  'display',
  'position',
  'z-index',
  'order',
  'opacity',
  'isolation',
  'overflow-x',
  'overflow-y',
  'transform',
  'translate',
  'rotate',
  'scale',
  'perspective',
  'filter',
  'backdrop-filter',
  'clip-path',
  'mask-image',
  'mix-blend-mode',
  'will-change',
  'contain',
  'container-type',
  'visibility',
  'pointer-events',
  'float',
  'top',
  'right',
  'bottom',
  'left',
  'width',
  'height',
  'align-self',
  'justify-self',
  'align-items',
  'justify-items',
  'justify-content',
  'align-content',
  'flex-direction',
  'flex-wrap',
  'flex-grow',
  'flex-shrink',
  'flex-basis',
  'row-gap',
  'column-gap',
  'grid-template-columns',
  'grid-template-rows',
  'grid-template-areas',
  'grid-column-start',
  'grid-column-end',
  'grid-row-start',
  'grid-row-end',
  'font-size',
  'direction',
  'min-width',
  'max-width',
  'min-height',
  'max-height',
  'background-image',
] as const;
export type MeasuredProperty = (typeof measuredProperties)[number];

/**
 * What a leaf measured of one part: its border box in px of the viewport, what lies around and inside it, and its
 * computed values.
 */
export interface Measured {
  readonly id: string;
  /** The part that holds it, if any. */
  readonly parent: string | undefined;
  readonly box: Box;
  readonly border: Sides;
  readonly padding: Sides;
  readonly margin: Sides;
  /** Boxes of the text's lines. */
  readonly lines: readonly Box[];
  /** How far its contents reach, and how far they are scrolled. */
  readonly scroll: { readonly width: number; readonly height: number; readonly left: number; readonly top: number };
  readonly style: Readonly<Record<MeasuredProperty, string>>;
}

/** A leaf's parts as measured, in document order, with the viewport they were measured in. */
export interface MeasuredPage {
  readonly parts: ReadonlyMap<string, Measured>;
  readonly viewport: {
    readonly width: number;
    readonly height: number;
    readonly scrollX: number;
    readonly scrollY: number;
  };
}

export const inner = (box: Box, sides: Sides): Box => ({
  left: box.left + sides.left,
  top: box.top + sides.top,
  width: Math.max(box.width - sides.left - sides.right, 0),
  height: Math.max(box.height - sides.top - sides.bottom, 0),
});

export const right = (box: Box): number => box.left + box.width;
export const bottom = (box: Box): number => box.top + box.height;

/** The padding box: what absolute parts are placed against. */
export const paddingBox = (one: Measured): Box => inner(one.box, one.border);

/** The content box: what parts in the flow stand in. */
export const contentBox = (one: Measured): Box => inner(paddingBox(one), one.padding);

/** The part's ancestors, nearest first. */
export function ancestors(page: MeasuredPage, id: string): Measured[] {
  const out: Measured[] = [];
  for (let at = page.parts.get(id)?.parent; at !== undefined; at = page.parts.get(at)?.parent) {
    const one = page.parts.get(at);
    if (!one) break;
    out.push(one);
  }
  return out;
}

export const isScroller = (one: Measured): boolean =>
  /^(auto|scroll|hidden)$/.test(one.style['overflow-y']) || /^(auto|scroll|hidden)$/.test(one.style['overflow-x']);

export const isFlexOrGrid = (display: string): boolean => /^(inline-)?(flex|grid)$/.test(display);

export const isOutOfFlow = (one: Measured): boolean =>
  one.style.position === 'absolute' || one.style.position === 'fixed';
