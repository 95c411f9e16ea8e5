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
