import * as z from 'zod';
import { TokenValueText, tokenKinds, type TokenKind } from '../../../document/token';
import { Identifier } from '../../../document/identifier';

/**
 * The types of the W3C's design tokens (Design Tokens Format Module 2025.10, sections 8 and 9) that a site's tokens
 * have.
 */
export type FileType =
  'color' | 'dimension' | 'fontFamily' | 'fontWeight' | 'duration' | 'cubicBezier' | 'number' | 'border' | 'shadow';

/** The type each kind is written as. */
export const typeOf: Readonly<Record<TokenKind, FileType>> = {
  colour: 'color',
  typeface: 'fontFamily',
  size: 'dimension',
  space: 'dimension',
  radius: 'dimension',
  border: 'border',
  shadow: 'shadow',
  duration: 'duration',
  curve: 'cubicBezier',
  number: 'number',
};

/**
 * Where what the format has no words for stands (section 5.2.3, `$extensions`): what the token is for, and its CSS
 * values by breakpoint.
 */
export const extension = 'fold-line';
export const Extension = z.object({
  kind: z.enum(tokenKinds).optional(),
  values: z.record(Identifier, TokenValueText).optional(),
});
export type Extension = z.infer<typeof Extension>;

/** What a token of a file says, by names. */
export interface FileToken {
  readonly name: string;
  readonly kind: TokenKind;
  /** Its CSS value. */
  readonly value: string;
  /** What it says at breakpoints besides the base. */
  readonly values: Readonly<Record<string, string>>;
}

/** Something that was not taken over, and why. */
export interface LeftOut {
  readonly name: string;
  readonly why: string;
}
