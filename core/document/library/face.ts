import * as z from 'zod';
import { Identifier } from '../identifier';

/** The letters of an uploaded face that are kept: fewer make a lighter file. */
export const letterSets = ['latin', 'european', 'all'] as const;
export type LetterSet = (typeof letterSets)[number];

/** What each keeps, as a person reads it. */
export const letterSetWords: Readonly<Record<LetterSet, string>> = {
  latin: 'Latin letters',
  european: 'Latin, Greek and Cyrillic',
  all: 'All it has',
};

/** What a family may be called: anything that can stand between quotes in a sheet. */
export const FamilyName = z
  .string()
  .trim()
  .min(1)
  .max(60)
  .regex(/^[\p{L}\p{M}\p{N} ._&+'-]+$/u, 'A family is called by letters, digits and spaces.');

/** How tall and wide a face's letters are, in its own units (OpenType, hhea; the average of what is written). */
export const FaceMetrics = z.strictObject({
  unitsPerEm: z.int().min(16).max(16_384),
  ascent: z.number(),
  /** Below the line, so less than nothing. */
  descent: z.number(),
  lineGap: z.number(),
  /** The average width of letters as often as they are written. */
  width: z.number().positive(),
});
export type FaceMetrics = z.infer<typeof FaceMetrics>;

/** A face somebody uploaded: one file of a family, as it is published. */
export const Face = z.strictObject({
  id: Identifier,
  family: FamilyName,
  /** One weight, or the least and the most of a variable face. */
  weights: z.string().regex(/^([1-9]\d{0,2}|1000)( ([1-9]\d{0,2}|1000))?$/),
  italic: z.boolean(),
  file: z.string().regex(/^[a-z0-9]{8,40}\.woff2$/),
  /** In bytes. */
  size: z.int().positive(),
  /** What the file says of its licence. */
  licence: z.string().max(300).optional(),
  /** The file says that it may not be embedded (OpenType, OS/2 fsType, bit 1). */
  restricted: z.literal(true).optional(),
  metrics: FaceMetrics.optional(),
});
export type Face = z.infer<typeof Face>;

/** How a face is chosen in a sheet: its family first, then what every browser has. */
export const stackOf = ({ family }: Pick<Face, 'family'>): string => `"${family}", sans-serif`;
