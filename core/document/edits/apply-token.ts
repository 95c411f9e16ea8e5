import { keptToken, tokenOf } from '../../style/tokens/tokens';
import { Problem } from '../problem';
import type { Site } from '../site';
import { checkSetToken } from './check/check-token';
import type { SiteSet } from './site-edit';
import { leafAt, withLeaf } from './tree-leaf';

/**
 * A site after a token is set, whole or one thing of it (so that what somebody else set of it meanwhile stays), and
 * what stood there. @throws Problem
 */
export function setToken(site: Site, { field, value }: SiteSet): { readonly site: Site; readonly before: unknown } {
  const [, id = '', ...path] = field;
  const whole = tokenOf(site, id);
  if (path.length > 0 && !whole) throw new Problem('The site has no such token.', { field: field.join('.') });
  const next = path.length === 0 ? value : withLeaf(whole!, path, value);
  const tokens = { ...site.tokens };
  if (next === undefined) delete tokens[id];
  else tokens[id] = keptToken(site, id, checkSetToken(site, id, next));
  const before = path.length > 0 ? leafAt(whole!, path) : Object.hasOwn(site.tokens, id) ? site.tokens[id] : undefined;
  return { site: { ...site, tokens }, before };
}
