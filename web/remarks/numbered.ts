import type { Remark } from '@core/api/remarks';

/** A remark with the number it is pinned under. */
export interface Numbered {
  readonly remark: Remark;
  readonly number: number;
}

/** Remarks as they come, the newest first, with their numbers: the first said is the first. */
export const numbered = (newestFirst: readonly Remark[]): Numbered[] =>
  [...newestFirst].reverse().map((remark, at) => ({ remark, number: at + 1 }));

/** Where a remark is pinned, in words: what is not known is left out. */
export const placeWords = (...words: readonly (string | false | null)[]): string =>
  words.filter((one) => one !== false && one !== null && one !== '').join(' · ');
