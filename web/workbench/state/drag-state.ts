import { Injectable, signal } from '@angular/core';
import type { Drop } from '@core/document/commands/drop-target';

/** Where a dragged thing would land, and in which leaf, or in the outline. */
export interface Landing {
  readonly where: string;
  readonly drop: Drop;
}

/** Values drawn on the leaves while something is dragged, before they become edits. */
export interface PreviewedValues {
  readonly breakpoint: string;
  readonly values: ReadonlyMap<string, Readonly<Record<string, string | undefined>>>;
}

/** What the pointer is about: what it drags, what it is over. */
@Injectable()
export class DragState {
  /** The name of what is dragged. */
  readonly dragged = signal<string | undefined>(undefined);
  readonly landing = signal<Landing | undefined>(undefined);
  readonly previewed = signal<PreviewedValues | undefined>(undefined);
  readonly hover = signal<{ readonly part: string; readonly breakpoint: string } | undefined>(undefined);
  /** A held key asks for the distances between the selection and what is pointed at. */
  readonly distances = signal(false);
}
