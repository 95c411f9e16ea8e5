import type { Values } from '@core/geometry/pins';
import type { Held } from '@core/geometry/resize';
import {
  originMoved,
  shifted,
  skewed,
  stretched,
  turned,
  type Point,
  type Transformed,
} from '@core/geometry/transformed';
import type { TransformHandle } from './handle-list';

export const transformWords: Readonly<Record<TransformHandle, string>> = {
  turn: 'Turn',
  stretch: 'Scale',
  shift: 'Move, without moving others',
  'skew-x': 'Skew across',
  'skew-y': 'Skew down',
  origin: 'The point that stays where it is',
};

export const isTransforming = (kind: string): kind is TransformHandle => Object.hasOwn(transformWords, kind);

/** What is dragged: a part as it was when the drag began, from where to where, and how its values are written. */
export interface TransformDrag {
  readonly part: Transformed;
  readonly from: Point;
  readonly by: Point;
  /** What a property says of the part. */
  said(property: string): string;
  readonly held: Held;
}

/** The values a drag of one of these handles comes to; undefined where the part is transformed in another way. */
export function transformedBy(
  handle: TransformHandle,
  { part, from, by, said, held }: TransformDrag,
): Values | undefined {
  const to = { x: from.x + by.x, y: from.y + by.y };
  switch (handle) {
    case 'turn':
      return turned(part, from, to, held);
    case 'stretch':
      return stretched(part, from, to, held);
    case 'shift':
      return shifted(part, said('translate'), by, held);
    case 'skew-x':
      return skewed(part, 'x', said('transform'), by, held);
    case 'skew-y':
      return skewed(part, 'y', said('transform'), by, held);
    case 'origin':
      return originMoved(part, to, held);
  }
}
