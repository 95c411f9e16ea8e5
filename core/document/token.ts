import { customAlphabet } from 'nanoid';
import * as z from 'zod';
import { Identifier } from './identifier';

const draw = customAlphabet('abcdefghijkmnpqrstuvwxyz23456789', 8);

/** A new id for a token of this name: no other's, be it made by somebody else in this moment. */
export const newTokenId = (name: string): string => `${name.slice(0, 31)}-${draw()}`;

export const TokenName = z
  .string()
  .regex(/^[a-z][a-z0-9-]{0,39}$/, 'A token’s name is a lower-case letter followed by letters, digits or hyphens.');

/** What a token is for; kinds of one W3C type differ only in what they are offered for. */
export const tokenKinds = [
  'colour',
  'typeface',
  'size',
  'space',
  'radius',
  'border',
  'shadow',
  'duration',
  'curve',
  'number',
] as const;
export type TokenKind = (typeof tokenKinds)[number];

export const TokenValueText = z.string().min(1).max(300);

/**
 * A token that is more than one value under one name: its kind is said, it differs at some breakpoint, was renamed or
 * deleted.
 */
const Token = z.strictObject({
  name: TokenName,
  kind: z.enum(tokenKinds),
  /** At the base, and at each breakpoint where it differs. */
  values: z.record(Identifier, TokenValueText),
  /** It has been deleted: it is offered no more, and what still names it looks like this. */
  gone: z.literal(true).exactOptional(),
});
export type Token = z.infer<typeof Token>;

/** A token as a site keeps it: its value alone where its id is its name and it is the same at every breakpoint. */
export const KeptToken = z.union([TokenValueText, Token]);
export type KeptToken = z.infer<typeof KeptToken>;
