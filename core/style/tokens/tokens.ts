import { parse } from 'css-tree';
import { baseOf, chain } from '../../document/breakpoint';
import type { Site } from '../../document/site';
import type { KeptToken, Token, TokenKind } from '../../document/token';
import { readLayers, typedLayers } from '../fill/fills';
import { lexer } from '../lexer';
import { checkValue } from '../value';

export type Tokens = Pick<Site, 'tokens' | 'breakpoints'>;

/** `var()` of a token, with its id or its name; what stands after a comma in it is left alone. */
const reference = /var\(\s*--([a-z][a-z0-9-]*)/gi;

/** The ids of the tokens a value names, in order. */
export const tokensIn = (value: string): string[] =>
  value.includes('--') ? [...value.matchAll(reference)].map((match) => match[1]!) : [];

/**
 * What a plain value is, by the grammar of CSS (css-tree's lexer): a colour, a size, a duration, a curve, a shadow, a
 * border, a number, or else a list of typefaces.
 */
export function kindOfValue(value: string): TokenKind {
  let kind = kinds.get(value);
  if (kind === undefined) {
    if (kinds.size > 2000) kinds.clear();
    kinds.set(value, (kind = kindByGrammar(value)));
  }
  return kind;
}

const kinds = new Map<string, TokenKind>();

function kindByGrammar(value: string): TokenKind {
  const is = (syntax: string): boolean => {
    try {
      return lexer.match(syntax, parse(value, { context: 'value' })).error === null;
    } catch {
      return false;
    }
  };
  if (is('<color>')) return 'colour';
  if (is('<length-percentage>')) return 'size';
  if (is('<number>')) return 'number';
  if (is('<time>')) return 'duration';
  if (is('<easing-function>')) return 'curve';
  if (is('<line-width> || <line-style> || <color>')) return 'border';
  if (is('<shadow>#')) return 'shadow';
  return 'typeface';
}

/** What a value is, by the token it names where it does nothing else. */
export function kindOfKept(tokens: Site['tokens'], value: string): TokenKind {
  let said = value;
  for (let steps = Object.keys(tokens).length; steps > 0; steps--) {
    const id = /^var\(\s*--([a-z][a-z0-9-]*)\s*\)$/i.exec(said)?.[1];
    const named = id !== undefined && Object.hasOwn(tokens, id) ? tokens[id] : undefined;
    if (named === undefined) break;
    if (typeof named !== 'string') return named.kind;
    said = named;
  }
  return kindOfValue(said);
}

/** A token by its id, whole; undefined where the site has none. One that only says its value is named by its id. */
export function tokenOf({ tokens, breakpoints }: Tokens, id: string): Token | undefined {
  const kept = Object.hasOwn(tokens, id) ? tokens[id] : undefined;
  if (typeof kept !== 'string') return kept;
  return { name: id, kind: kindOfKept(tokens, kept), values: { [baseOf(breakpoints).id]: kept } };
}

/** A token as it is kept: its value alone where its id, its name and its only value say all there is. */
export function keptToken({ tokens, breakpoints }: Tokens, id: string, token: KeptToken): KeptToken {
  if (typeof token === 'string') return token;
  const base = token.values[baseOf(breakpoints).id];
  const plain =
    base !== undefined &&
    token.gone === undefined &&
    token.name === id &&
    Object.keys(token.values).length === 1 &&
    kindOfKept(tokens, base) === token.kind;
  return plain ? base : token;
}

/** A token with its id. */
export interface NamedToken extends Token {
  readonly id: string;
}

/** The tokens a site offers, in their order; those deleted are left out. */
export const tokensOf = (site: Tokens): NamedToken[] =>
  Object.keys(site.tokens)
    .map((id) => ({ id, ...tokenOf(site, id)! }))
    .filter((one) => one.gone !== true);

/** The tokens that can stand as a property's value: what they say at the base is one (css-tree's lexer). */
export function tokensFor(site: Site, property: string): NamedToken[] {
  const base = baseOf(site.breakpoints).id;
  return tokensOf(site).filter(({ id }) => checkValue(site, property, plainValue(site, `var(--${id})`, base)).ok);
}

/**
 * What a token says at a breakpoint, be it another token's `var()`: its own value there, or the nearest towards the
 * base.
 */
export function tokenValue(site: Tokens, id: string, breakpoint: string): string | undefined {
  const values = tokenOf(site, id)?.values;
  return values && chain(site.breakpoints, breakpoint).flatMap((at) => values[at] ?? [])[0];
}

/** A value is not unfolded further than to so many characters: tokens that name others twice double at every step. */
const longest = 2000;

/**
 * A value with the tokens in it replaced by what they say at a breakpoint, through all that name each other; a
 * `var()` of none stays.
 */
export function plainValue(site: Tokens, value: string, breakpoint: string): string {
  let plain = value;
  for (let steps = Object.keys(site.tokens).length; steps > 0 && plain.includes('--'); steps--) {
    const next = plain.replace(
      /var\(\s*--([a-z][a-z0-9-]*)\s*\)/gi,
      (whole, id: string) => tokenValue(site, id, breakpoint) ?? whole,
    );
    if (next === plain || next.length > longest) return plain;
    plain = next;
  }
  return plain;
}

/** A text with each token it names by another id or name. */
export const withIds = (value: string, idFor: (id: string) => string): string =>
  value.includes('--') ? value.replace(reference, (_, id: string) => `var(--${idFor(id)}`) : value;

/** The tokens that a text names, with those they name in turn, in the site's order. */
export function namedBy(site: Tokens, text: string): string[] {
  const named = new Set<string>();
  const more = tokensIn(text);
  for (let id = more.pop(); id !== undefined; id = more.pop()) {
    if (named.has(id)) continue;
    named.add(id);
    more.push(...Object.values(tokenOf(site, id)?.values ?? {}).flatMap(tokensIn));
  }
  return Object.keys(site.tokens).filter((id) => named.has(id));
}

/**
 * The custom property a token is published as, without its hyphens: its name; one deleted leaves its name to others.
 */
export function publishedName({ tokens }: Pick<Site, 'tokens'>, id: string): string {
  const kept = Object.hasOwn(tokens, id) ? tokens[id] : undefined;
  if (typeof kept !== 'object') return id;
  return kept.gone === true ? `_${id}` : kept.name;
}

/** A text of CSS with each token by its published name. */
export const publishedText = (site: Pick<Site, 'tokens'>, css: string): string =>
  Object.values(site.tokens).every((kept) => typeof kept === 'string')
    ? css
    : withIds(css, (id) => publishedName(site, id));

/**
 * A stored value as a person reads it at a breakpoint: tokens by their names, what those deleted still say, and which
 * layers are switched off.
 */
export function namedValue(site: Tokens, value: string, breakpoint: string): string {
  if (!value.includes('--')) return value;
  const there = value.replace(/var\(\s*--([a-z][a-z0-9-]*)\s*\)/gi, (whole, id: string) =>
    tokenOf(site, id)?.gone === true ? (tokenValue(site, id, breakpoint) ?? whole) : whole,
  );
  return readLayers(withIds(there, (id) => publishedName(site, id)));
}

/** The id of the token a person calls so; the name itself where there is none. */
function idNamed(site: Tokens, name: string): string {
  for (const [id, kept] of Object.entries(site.tokens))
    if (typeof kept === 'object' && kept.gone !== true && kept.name === name) return id;
  return name;
}

/** A typed value as it is stored: tokens by their ids, layers that are switched off by their mark. */
export const storedValue = (site: Tokens, typed: string): string =>
  typedLayers(withIds(typed, (name) => idNamed(site, name)));

/** The tokens a token names at any breakpoint. */
function namedIn(tokens: Site['tokens'], id: string): string[] {
  const kept = Object.hasOwn(tokens, id) ? tokens[id] : undefined;
  if (kept === undefined) return [];
  return (typeof kept === 'string' ? [kept] : Object.values(kept.values)).flatMap(tokensIn);
}

/** The way by which a token comes back to itself, if it does: `ink`, `sea`, `ink`. */
export function circleFrom(tokens: Site['tokens'], id: string): string[] | undefined {
  const seen = new Set<string>();
  const ways: string[][] = [[id]];
  for (let way = ways.pop(); way; way = ways.pop())
    for (const next of namedIn(tokens, way.at(-1)!)) {
      if (next === id) return [...way, id];
      if (seen.has(next)) continue;
      seen.add(next);
      ways.push([...way, next]);
    }
  return undefined;
}

/**
 * The ids of tokens in an order in which each comes after those it names, and the ids of those that are in a circle
 * or name one that is.
 */
export function inOrderOfNaming(tokens: Site['tokens']): { readonly order: string[]; readonly circling: string[] } {
  const open = new Map(
    Object.keys(tokens).map((id) => [id, new Set(namedIn(tokens, id).filter((one) => Object.hasOwn(tokens, one)))]),
  );
  const naming = new Map<string, string[]>();
  for (const [id, names] of open)
    for (const one of names) {
      const others = naming.get(one);
      if (others) others.push(id);
      else naming.set(one, [id]);
    }
  const order = [...open].flatMap(([id, names]) => (names.size === 0 ? [id] : []));
  for (const id of order)
    for (const one of naming.get(id) ?? []) {
      const names = open.get(one)!; // who names something is listed
      names.delete(id);
      if (names.size === 0) order.push(one);
    }
  const done = new Set(order);
  return { order, circling: Object.keys(tokens).filter((id) => !done.has(id)) };
}
