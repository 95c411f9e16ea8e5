import type { Box } from '../../geometry/box';
import type { SweptPart } from '../../review/sweep/slice';

/** A part as laid out, calm in everything a spec does not say. */
export const stillPart: Omit<SweptPart, 'id' | 'kind' | 'parent' | 'box' | 'port'> = {
  position: 'static',
  display: 'block',
  overflowX: 'visible',
  overflowY: 'visible',
  columnGap: 0,
  rowGap: 0,
  paddingX: 0,
  paddingY: 0,
  fontSize: 16,
  level: undefined,
  characters: 0,
  lines: [] as Box[],
};
