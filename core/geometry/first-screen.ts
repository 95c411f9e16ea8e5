import type { Box } from './box';
import type { Measured, MeasuredPage } from './measured';

/** Where a part stands to the fold, the end of the first screen. */
export type ToFold = 'above' | 'cut' | 'below';

export interface Placed {
  readonly part: string;
  readonly fold: ToFold;
  /** Px from the top of the page to its end. */
  readonly end: number;
}

/** What a visitor sees before scrolling. */
export interface FirstScreen {
  /** Sections of the page in view, in document order. */
  readonly sections: readonly Placed[];
  readonly heading: Placed | undefined;
  readonly button: Placed | undefined;
  /** Shares of the first screen from 0 to 1; together 1. Words over a picture count as text. */
  readonly text: number;
  readonly picture: number;
  readonly empty: number;
}

/** What the first screen is told of a part beside its measures. */
export interface Seen {
  readonly kind: string;
  /** It stands directly on the page. */
  readonly section: boolean;
  /** Whether it is a picture or a film. */
  readonly isPicture?: boolean;
}

const cell = 4;

/** Marks the cells of a screen that a box covers. */
function fill(
  cells: Uint8Array,
  columns: number,
  rows: number,
  { left, top, width, height }: Box,
  value: number,
): void {
  const [x1, x2] = [Math.max(0, Math.round(left / cell)), Math.min(columns, Math.round((left + width) / cell))];
  const [y1, y2] = [Math.max(0, Math.round(top / cell)), Math.min(rows, Math.round((top + height) / cell))];
  if (x2 <= x1) return;
  for (let y = y1; y < y2; y++) cells.fill(value, y * columns + x1, y * columns + x2);
}

const isSeen = (one: Measured): boolean =>
  one.style.visibility === 'visible' && one.style.opacity !== '0' && one.box.width > 0 && one.box.height > 0;
const isPicture = (one: Measured, seen: Seen | undefined): boolean =>
  seen?.isPicture === true || one.style['background-image'].includes('url(');

function placed(one: Measured, height: number): Placed {
  const end = one.box.top + one.box.height;
  return { part: one.id, end, fold: one.box.top >= height ? 'below' : end > height + 0.5 ? 'cut' : 'above' };
}

/**
 * What stands above the fold of a page that is not scrolled, measured in a viewport of its screen's size: the
 * sections in view, the first heading, the first button, and how much of the
 * screen is text (the boxes of its lines), picture (image, video, background picture) and neither, counted in cells
 * of 4 px.
 */
export function firstScreen(page: MeasuredPage, seen: (id: string) => Seen | undefined): FirstScreen {
  const { width, height } = page.viewport;
  const [columns, rows] = [Math.ceil(width / cell), Math.ceil(height / cell)];
  const cells = new Uint8Array(columns * rows);
  const parts = [...page.parts.values()].filter(isSeen);
  for (const one of parts) if (isPicture(one, seen(one.id))) fill(cells, columns, rows, one.box, 1);
  for (const one of parts) for (const line of one.lines) fill(cells, columns, rows, line, 2);
  const counts = [0, 0, 0];
  for (const value of cells) counts[value]!++;
  const first = (kind: string): Placed | undefined => {
    const found = parts.find((one) => seen(one.id)?.kind === kind && one.lines.length > 0);
    return found && placed(found, height);
  };
  return {
    sections: parts
      .filter((one) => seen(one.id)?.section)
      .map((one) => placed(one, height))
      .filter((one) => one.fold !== 'below'),
    heading: first('heading'),
    button: first('button'),
    text: counts[2]! / cells.length,
    picture: counts[1]! / cells.length,
    empty: counts[0]! / cells.length,
  };
}
