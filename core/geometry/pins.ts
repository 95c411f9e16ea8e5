import type { Box } from './box';
import type { ContainingBlock } from './containing-block';
import { bottom, right, type Measured, type Sides } from './measured';
import { lengthIn, unitOf, type Basis, type LengthUnit } from './units';

export type Edge = 'top' | 'right' | 'bottom' | 'left';
export const edges: readonly Edge[] = ['top', 'right', 'bottom', 'left'];

/**
 * The distances of a part's margin box from the edges of the box it is placed against, in px: what its insets are
 * when it is pinned there.
 */
export function distancesTo(part: Measured, block: Box): Sides {
  const { box, margin } = part;
  return {
    top: box.top - margin.top - block.top,
    left: box.left - margin.left - block.left,
    right: right(block) - right(box) - margin.right,
    bottom: bottom(block) - bottom(box) - margin.bottom,
  };
}

/** Values to set, by property; undefined takes one back. */
export type Values = Readonly<Record<string, string | undefined>>;

const basisFor = (basis: Basis, block: Box, edge: Edge): Basis => ({
  ...basis,
  whole: edge === 'left' || edge === 'right' ? block.width : block.height,
});

/**
 * The insets of an out-of-flow part after it is dragged by so many px. Edges it is pinned to stay its pins, each in
 * its own unit;
 * along an axis with no pin it gets one at the start edge, where it stands.
 * @param insets the four insets as declared
 */
export function dragPins(
  part: Measured,
  block: Box,
  insets: Readonly<Record<Edge, string>>,
  by: { readonly x: number; readonly y: number },
  basis: Basis,
): Values {
  const away = distancesTo(part, block);
  const values: Record<string, string> = {};
  const axis = (start: Edge, end: Edge, moved: number): void => {
    if (moved === 0) return;
    const pinned = [start, end].filter((edge) => insets[edge] !== 'auto');
    for (const edge of pinned.length > 0 ? pinned : [start]) {
      const sign = edge === start ? 1 : -1;
      values[edge] = lengthIn(away[edge] + sign * moved, unitOf(insets[edge]) ?? 'px', basisFor(basis, block, edge));
    }
  };
  axis('left', 'right', by.x);
  axis('top', 'bottom', by.y);
  return values;
}

/** The insets that pin a part to other edges where it stands now, in a unit; edges not named are let go. */
export function pinTo(part: Measured, block: Box, pinned: readonly Edge[], unit: LengthUnit, basis: Basis): Values {
  const away = distancesTo(part, block);
  return Object.fromEntries(
    edges.map((edge) => [
      edge,
      pinned.includes(edge) ? lengthIn(away[edge], unit, basisFor(basis, block, edge)) : 'auto',
    ]),
  );
}

const px = (number: number): string => `${Math.round(number * 100) / 100}px`;

/**
 * The values that take a part out of the flow, or from one out-of-flow position to another, and leave it where it
 * stands: pinned left and top, as large as it is measured
 * where its size came from the flow (CSS Positioned Layout 3 §4). `block` is what it will be placed against.
 * @param declared the part's own width and height as declared
 */
export function takeOut(
  part: Measured,
  position: 'absolute' | 'fixed',
  block: ContainingBlock,
  declared: { readonly width: string; readonly height: string },
): Values {
  const away = distancesTo(part, block.box);
  const isFluid = (value: string): boolean => unitOf(value) === undefined || value.endsWith('%');
  return {
    position,
    left: px(away.left),
    top: px(away.top),
    right: 'auto',
    bottom: 'auto',
    ...(isFluid(declared.width) && { width: px(part.box.width) }),
    ...(isFluid(declared.height) && declared.height !== 'auto' && { height: px(part.box.height) }),
  };
}

/**
 * The values that bring a part back into the flow and leave it where it stands: relative, moved from where the flow
 * would put it.
 * @param natural the box the flow gives it
 */
export function bringBack(part: Measured, natural: Box): Values {
  return {
    position: 'relative',
    left: px(part.box.left - natural.left),
    top: px(part.box.top - natural.top),
    right: 'auto',
    bottom: 'auto',
  };
}
