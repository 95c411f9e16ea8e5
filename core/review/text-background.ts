import { relativeLuminance, type Colour } from '../style/colour/contrast';

/**
 * What lies behind a text in a leaf, as painted: samples of the pixels under its lines, with nothing of the text
 * itself.
 */
export interface TextBackground {
  readonly part: string;
  readonly colour: Colour;
  /** Px. */
  readonly fontSize: number;
  readonly bold: boolean;
  readonly samples: readonly Colour[];
  /** A picture or gradient is among what lies behind it, and the part that paints it. */
  readonly painter: string | undefined;
}

/** The sample that is hardest to read on, out of the worst twentieth, so that a stray pixel does not decide. */
export function hardest(ground: TextBackground): Colour | undefined {
  const text = relativeLuminance(ground.colour);
  const sorted = [...ground.samples].sort(
    (a, b) => Math.abs(relativeLuminance(a) - text) - Math.abs(relativeLuminance(b) - text),
  );
  return sorted[Math.floor(sorted.length / 20)];
}
