import type { Look, Site } from '../../document/site';
import type { Token } from '../../document/token';
import { keptToken, plainValue, tokenOf, tokensIn, tokensOf, withIds, type Tokens } from './tokens';

type LookTokens = Pick<Look, 'tokens'>;

/** The tokens of a look, as a site with these breakpoints would have them. */
export const tokensOfLook = ({ breakpoints }: Tokens, { tokens }: LookTokens): Tokens => ({ breakpoints, tokens });

/**
 * Which token of a site each token of a look is: the one that is the same still, or else the one that is called so
 * now. What the site does not have, or has deleted, is left out.
 */
export function counterparts(site: Tokens, look: LookTokens): ReadonlyMap<string, string> {
  const there = new Map(tokensOf(site).map(({ id, name }) => [id, name]));
  const said = tokensOf(tokensOfLook(site, look));
  const found = new Map(said.flatMap(({ id }) => (there.has(id) ? [[id, id] as const] : [])));
  const byName = new Map([...there].flatMap(([id, name]) => (found.has(id) ? [] : [[name, id] as const])));
  for (const { id, name } of said) {
    const called = byName.get(name);
    if (!found.has(id) && called !== undefined) found.set(id, called);
  }
  return found;
}

/** A value of a look as the site says it: tokens by their ids there, and what has none by what the look says. */
export function valueOfLook(
  site: Tokens,
  look: LookTokens,
  ids: ReadonlyMap<string, string>,
  value: string,
  breakpoint: string,
): string {
  const own = tokensIn(value);
  if (own.length === 0) return value;
  const said = own.every((id) => ids.has(id)) ? value : plainValue(tokensOfLook(site, look), value, breakpoint);
  return withIds(said, (id) => ids.get(id) ?? id);
}

/** What a token of a look says at the breakpoints the site has, in the site's words. */
export const valuesOfLook = (
  site: Tokens,
  look: LookTokens,
  ids: ReadonlyMap<string, string>,
  { values }: Token,
): Token['values'] =>
  Object.fromEntries(
    Object.entries(values).flatMap(([at, value]) =>
      site.breakpoints.some((one) => one.id === at) ? [[at, valueOfLook(site, look, ids, value, at)]] : [],
    ),
  );

const known = new WeakMap<Site, Site>();

/**
 * A site as visitors see it who prefer dark pages (Media Queries 5, `prefers-color-scheme`): the tokens of the look
 * bound to that in the place of
 * its own. The very site where there is no such look.
 */
export function inDark(site: Site): Site {
  let dark = known.get(site);
  if (!dark) known.set(site, (dark = darkened(site)));
  return dark;
}

function darkened(site: Site): Site {
  const look = site.looks?.find((one) => one.id === site.dark);
  if (!look) return site;
  const ids = counterparts(site, look);
  const tokens = { ...site.tokens };
  for (const [id, there] of ids) {
    const token = tokenOf(tokensOfLook(site, look), id)!; // it has counterparts
    const { name } = tokenOf(site, there)!; // the same
    tokens[there] = keptToken(site, there, { ...token, name, values: valuesOfLook(site, look, ids, token) });
  }
  return { ...site, tokens };
}
