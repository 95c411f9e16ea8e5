import { differenceCiede2000, parse } from 'culori';
import type { TokenKind } from '../../document/token';
import { kindOfLength } from './token-kind';
import { plainValue, tokensOf, type NamedToken, type Tokens } from './tokens';

/** A token that says nearly what a value says, and by how much they differ: in px, or as ΔE 2000. */
export interface Near {
  readonly token: NamedToken;
  /** What it says at the breakpoint. */
  readonly says: string;
  readonly by: number;
}

/**
 * So near lie what is meant to be one: 2 px, or a colour whose difference is barely seen side by side (common
 * practice).
 */
export const nearest = { px: 2, deltaE: 3 } as const;

const difference = differenceCiede2000();
const px = (value: string): number | undefined =>
  /^-?\d*\.?\d+px$/.test(value) ? Number.parseFloat(value) : undefined;

/**
 * How far two plain values lie apart; undefined where they cannot be compared. CIEDE2000 by culori, opacity beside
 * it.
 */
function apart(kind: string, one: string, other: string): number | undefined {
  if (kind === 'colour') {
    const [a, b] = [parse(one), parse(other)];
    return a && b && (a.alpha ?? 1) === (b.alpha ?? 1) ? difference(a, b) : undefined;
  }
  const [a, b] = [px(one), px(other)];
  return a !== undefined && b !== undefined ? Math.abs(a - b) : undefined;
}

interface Saying {
  readonly token: NamedToken;
  readonly says: string;
}

/** What each token says at a breakpoint, and which was found nearest to a value there. */
interface Known {
  readonly all: readonly Saying[];
  readonly nearest: Map<string, Near | undefined>;
}

const known = new WeakMap<Tokens['tokens'], Map<string, Known>>();

/** What is known of tokens at a breakpoint; worked out once for each set of them. */
function knownAt(site: Tokens, breakpoint: string): Known {
  let byBreakpoint = known.get(site.tokens);
  if (!byBreakpoint) known.set(site.tokens, (byBreakpoint = new Map<string, Known>()));
  const key = `${breakpoint} ${site.breakpoints.map((one) => one.id).join()}`;
  let found = byBreakpoint.get(key);
  if (!found) {
    const all = tokensOf(site).map((token) => ({ token, says: plainValue(site, `var(--${token.id})`, breakpoint) }));
    byBreakpoint.set(key, (found = { all, nearest: new Map() }));
  }
  return found;
}

/** What a value would be a token of, as far as it can be held against tokens. */
function comparable(property: string, value: string): TokenKind | undefined {
  if (/color$/.test(property)) return 'colour';
  if (px(value) === undefined) return undefined;
  const kind = kindOfLength(property);
  return kind === 'size' && property !== 'font-size' ? undefined : kind;
}

/**
 * The token nearest to a value a property has at a breakpoint, where one is near enough to be meant; a size of type
 * is held against sizes, a box's own is not.
 */
export function nearToken(site: Tokens, property: string, value: string, breakpoint: string): Near | undefined {
  const kind = value.includes('--') ? undefined : comparable(property, value);
  if (kind === undefined) return undefined;
  const { all, nearest: byValue } = knownAt(site, breakpoint);
  const key = `${kind} ${value}`;
  if (!byValue.has(key)) byValue.set(key, nearestOf(all, kind, value));
  return byValue.get(key);
}

function nearestOf(all: readonly Saying[], kind: TokenKind, value: string): Near | undefined {
  const most = kind === 'colour' ? nearest.deltaE : nearest.px;
  return all
    .flatMap(({ token, says }): Near[] => {
      const by = token.kind === kind ? apart(kind, value, says) : undefined;
      return by !== undefined && by <= most ? [{ token, says, by }] : [];
    })
    .sort((a, b) => a.by - b.by)[0];
}
