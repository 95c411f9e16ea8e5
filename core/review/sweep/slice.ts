import type { Box } from '../../geometry/box';

/** What a sweep measures of a part at one width: boxes in px of the page, as they would be without scrolling. */
export interface SweptPart {
  readonly id: string;
  readonly parent: string | undefined;
  readonly kind: string;
  readonly box: Box;
  /** The padding box, which overflow cuts at. */
  readonly port: Box;
  /** Boxes of the lines of its own text, and how many characters of text there are in all. */
  readonly lines: readonly Box[];
  readonly characters: number;
  readonly display: string;
  readonly position: string;
  readonly overflowX: string;
  readonly overflowY: string;
  readonly columnGap: number;
  readonly rowGap: number;
  /** Left and right padding together, and top and bottom, in px. */
  readonly paddingX: number;
  readonly paddingY: number;
  readonly fontSize: number;
  /** How many px wide the pictures behind it have to be; undefined where it has none. */
  readonly backdrop?: number | undefined;
  /** How many times wider than its box a picture is drawn there. */
  readonly widerBy?: number | undefined;
  /** Of a heading, 1 to 6. */
  readonly level: number | undefined;
}

/** A page as laid out at one width of the screen. */
export interface Slice {
  readonly width: number;
  /** `scrollWidth` of the document's root. */
  readonly scrollWidth: number;
  readonly parts: ReadonlyMap<string, SweptPart>;
}

export const rightOf = (box: Box): number => box.left + box.width;
export const bottomOf = (box: Box): number => box.top + box.height;

/** The ancestors of a part, nearest first. */
export function* holdersOf(slice: Slice, part: SweptPart): Generator<SweptPart> {
  for (let at = part.parent; at !== undefined;) {
    const one = slice.parts.get(at);
    if (!one) return;
    yield one;
    at = one.parent;
  }
}

/** Whether one part stands within another. */
export function isInside(slice: Slice, part: SweptPart, holder: string): boolean {
  for (const one of holdersOf(slice, part)) if (one.id === holder) return true;
  return false;
}
