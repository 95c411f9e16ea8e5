import type { Page } from '@core/document/page';
import type { LeafPainter } from '../canvas/leaf-painter';
import type { Writer } from '../writing/writer';

/** A leaf as those see it who work on it: its frame, who paints it and who writes in it. */
export interface LeafFrame {
  /** The id of its breakpoint. */
  readonly name: string;
  readonly painter: LeafPainter | undefined;
  readonly writer: Writer | undefined;
  /** Whether the person may change texts. */
  mayWrite(): boolean;
  scale(): number;
  view(): Window | null;
  /** Where the frame stands in the window. */
  place(): DOMRect;
  element(id: string): HTMLElement | null;
  page(): Page | undefined;
}
