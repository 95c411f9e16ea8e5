/** A measured box in CSS px of the leaf's viewport. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** A grid's lines as laid out, in px of the viewport: where each track begins and ends. */
export interface GridLines {
  readonly columns: readonly { readonly start: number; readonly size: number }[];
  readonly rows: readonly { readonly start: number; readonly size: number }[];
}

/** A part as it lies on the page: its box, its depth in the tree and the direction its contents flow in. */
export interface Laid {
  readonly id: string;
  readonly box: Box;
  readonly depth: number;
  readonly axis: 'row' | 'column';
  /** Its contents run from right to left, or from the bottom up. */
  readonly reversed?: true;
  /** It takes no room among its neighbours (CSS Display 3: out of flow). */
  readonly outOfFlow?: true;
  /** Where its tracks lie, when it is a grid one can drop into cell by cell. */
  readonly grid?: GridLines;
}

export interface Point {
  readonly x: number;
  readonly y: number;
}

export const holds = (box: Box, point: Point): boolean =>
  point.x >= box.left && point.x < box.left + box.width && point.y >= box.top && point.y < box.top + box.height;
