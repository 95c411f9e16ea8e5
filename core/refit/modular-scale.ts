/**
 * The minor third, 6:5, one of the musical intervals a modular scale is built on (Bringhurst, The Elements of
 * Typographic Style, chapter 8; from memory).
 */
export const interval = 6 / 5;
/** Reading size, from which the scale goes up, in px. */
export const readingSize = 16;

/** The sizes of the scale, largest first, in whole px. */
export const scale: readonly number[] = Array.from({ length: 14 }, (_, step) =>
  Math.round(readingSize * interval ** step),
).reverse();

/** Sizes of the scale below one, the next first, and none under what headings may have. */
export const smallerSizes = (size: number, least = 20): number[] =>
  scale.filter((one) => one < size - 0.5 && one >= least);
