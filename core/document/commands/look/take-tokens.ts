import type { FileToken } from '../../../style/tokens/file/format';
import { storedValue, tokensIn, tokensOf } from '../../../style/tokens/tokens';
import { baseOf } from '../../breakpoint';
import { applyToSite } from '../../edits/apply-site';
import type { SiteEdit } from '../../edits/site-edit';
import { Problem } from '../../problem';
import type { Site } from '../../site';
import { newToken, tokenSet } from './tokens';

/** What taking tokens in does. */
export interface Taken {
  readonly edits: readonly SiteEdit[];
  readonly made: readonly string[];
  /** Tokens of the site that have the name of one taken in, and another value. */
  readonly changed: readonly string[];
  readonly same: readonly string[];
  /** Those that cannot be, each with why. */
  readonly refused: readonly { readonly name: string; readonly why: string }[];
}

/** Tokens in an order in which each comes after those it names; those in a circle last. */
function inOrder(tokens: readonly FileToken[]): FileToken[] {
  const byName = new Map(tokens.map((one) => [one.name, one]));
  const done = new Set<string>();
  const order: FileToken[] = [];
  const visit = (token: FileToken, way: readonly string[]): void => {
    if (done.has(token.name) || way.includes(token.name)) return;
    for (const name of [token.value, ...Object.values(token.values)].flatMap(tokensIn)) {
      const next = byName.get(name);
      if (next) visit(next, [...way, token.name]);
    }
    if (done.has(token.name)) return;
    done.add(token.name);
    order.push(token);
  };
  for (const token of tokens) visit(token, []);
  return order;
}

/**
 * The edits that take tokens of a file into a site: one that has the name of a token there gives it its values,
 * another is made. What it says at
 * breakpoints the site does not have is left out.
 */
export function takeTokens(site: Site, tokens: readonly FileToken[]): Taken {
  let current = site;
  const edits: SiteEdit[] = [];
  const taken = { made: [] as string[], changed: [] as string[], same: [] as string[] };
  const refused: { name: string; why: string }[] = [];
  const base = baseOf(site.breakpoints).id;
  for (const { name, kind, value, values } of inOrder(tokens)) {
    const here = Object.entries(values).filter(([at]) => at !== base && site.breakpoints.some((one) => one.id === at));
    const said = Object.fromEntries([[base, value], ...here].map(([at, css]) => [at, storedValue(current, css!)]));
    const old = tokensOf(current).find((one) => one.name === name);
    try {
      const next = old
        ? [tokenSet(current, old.id, { name, kind, values: said })]
        : newToken(current, name, kind, said).edits;
      const after = next.reduce((at, edit) => applyToSite(at, edit).site, current);
      if (old && JSON.stringify(after.tokens[old.id]) === JSON.stringify(current.tokens[old.id])) taken.same.push(name);
      else {
        edits.push(...next);
        taken[old ? 'changed' : 'made'].push(name);
        current = after;
      }
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      refused.push({ name, why: error.message });
    }
  }
  return { edits, ...taken, refused };
}
