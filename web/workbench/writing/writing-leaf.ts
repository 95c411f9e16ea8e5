import type { LeafPainter } from '../canvas/leaf-painter';

/** What the writing of a text asks of its leaf. */
export interface WritingLeaf {
  readonly breakpoint: string;
  readonly painter: LeafPainter;
  /** Draws a part as the page has it. */
  redraw(part: string): void;
  /** Writing has ended. */
  ended(): void;
}
