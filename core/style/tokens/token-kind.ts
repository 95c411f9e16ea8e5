import type { TokenKind } from '../../document/token';
import { kindOfValue } from './tokens';

/** What lengths of a property are tokens of. */
export function kindOfLength(property: string): TokenKind {
  if (/radius$/.test(property)) return 'radius';
  return /^(padding|margin|inset|top|right|bottom|left|row-gap|column-gap|scroll-)/.test(property) ? 'space' : 'size';
}

/** What a property's values are tokens of. */
export function kindFor(property: string, value: string): TokenKind {
  const kind = kindOfValue(value);
  return kind === 'size' ? kindOfLength(property) : kind;
}

const lengths: readonly TokenKind[] = ['size', 'space', 'radius'];
const sizeWords = /^(auto|none|normal|min-content|max-content|fit-content)$/;
/** What else says something of a kind: a border may be its width or its colour alone, a shadow none. */
const also: Readonly<Partial<Record<TokenKind, (value: string, is: TokenKind) => boolean>>> = {
  border: (value, is) => is === 'size' || is === 'colour' || value === 'none',
  shadow: (value) => value === 'none',
  number: (_value, is) => is === 'size', // a line height is either
  duration: (value) => value === '0',
};

/** Whether a plain value, without tokens, is one for tokens of a kind. */
export function isOfKind(kind: TokenKind, value: string): boolean {
  const is = kindOfValue(value);
  if (is === kind || also[kind]?.(value, is)) return true;
  return lengths.includes(kind) && (is === 'size' || sizeWords.test(value));
}

/** What a value of a kind is called, for a person. */
export const kindWords: Readonly<Record<TokenKind, string>> = {
  colour: 'a colour',
  typeface: 'a typeface',
  size: 'a size',
  space: 'a size',
  radius: 'a size',
  border: 'a border',
  shadow: 'a shadow',
  duration: 'a duration',
  curve: 'a curve',
  number: 'a number',
};
