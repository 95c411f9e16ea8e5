import { contrastRatio, neededRatio, over, relativeLuminance, type Colour } from '../style/colour/contrast';

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

/** How well a text can be read where that is hardest (WCAG 2.2, 1.4.3). */
export interface Legibility {
  readonly text: TextBackground;
  /** What lies behind it there. */
  readonly ground: Colour;
  readonly ratio: number;
  /** What level AA needs of its size. */
  readonly needed: number;
  /** It reaches that, but for what the pixels of a screen round away. */
  readonly suffices: boolean;
}

/** How well a text can be read; undefined where nothing of what lies behind it is known. */
export function legibilityOf(text: TextBackground): Legibility | undefined {
  const ground = hardest(text);
  if (!ground) return undefined;
  const ratio = contrastRatio(over(text.colour, ground), ground);
  const needed = neededRatio(text.fontSize, text.bold);
  return { text, ground, ratio, needed, suffices: ratio >= needed - 0.005 };
}

/** The text that is furthest from what it needs. */
export const hardestToRead = (texts: readonly TextBackground[]): Legibility | undefined =>
  texts
    .flatMap((one) => legibilityOf(one) ?? [])
    .reduce<Legibility | undefined>(
      (worst, one) => (worst && worst.ratio / worst.needed <= one.ratio / one.needed ? worst : one),
      undefined,
    );

/** A ratio as it is said: never rounded up to one that would suffice. */
export const saidRatio = (ratio: number): string => (Math.floor(ratio * 100) / 100).toFixed(2);
