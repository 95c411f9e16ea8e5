import { baseOf } from '../../breakpoint';
import { Problem } from '../../problem';
import type { Site } from '../../site';
import { KeptToken } from '../../token';
import { circleFrom, publishedName, tokensIn, tokensOf } from '../../../style/tokens/tokens';
import { tokenValueProblem } from '../../../style/value';

/** So many tokens a site has, those deleted with them. */
export const mostTokens = 2000;

/**
 * Refuses a token that could not be published: a value that is none, or none at the base. @throws Problem with the
 * place
 */
export function checkStoredToken(site: Site, id: string, kept: KeptToken): void {
  const field = `tokens.${id}`;
  const values = typeof kept === 'string' ? { [baseOf(site.breakpoints).id]: kept } : kept.values;
  for (const [breakpoint, value] of Object.entries(values)) {
    const problem = tokenValueProblem(value);
    if (problem !== undefined) throw new Problem(problem, { field, breakpoint });
  }
  if (values[baseOf(site.breakpoints).id] === undefined)
    throw new Problem('A token needs a value at the base: the other breakpoints take it from there.', { field });
}

/**
 * A token as it may be set: not what cannot be stored, another's name, what names no token, or itself in the end.
 * @throws Problem with the place
 */
export function checkSetToken(site: Site, id: string, value: unknown): KeptToken {
  const field = `tokens.${id}`;
  const parsed = KeptToken.safeParse(value);
  if (!parsed.success) {
    const worst = parsed.error.issues.flatMap((one) => ('errors' in one ? one.errors.flat() : [one]));
    throw new Problem(worst[0]?.message ?? 'This token does not fit.', { field });
  }
  const kept = parsed.data;
  if (!Object.hasOwn(site.tokens, id) && Object.keys(site.tokens).length >= mostTokens)
    throw new Problem(`A site has at most ${mostTokens.toLocaleString('en')} tokens.`, { field });
  checkStoredToken(site, id, kept);
  const name = typeof kept === 'string' ? id : kept.name;
  if (tokensOf(site).some((one) => one.id !== id && one.name === name))
    throw new Problem(`The site has a token called “${name}” already.`, { field });
  const values = typeof kept === 'string' ? [kept] : Object.values(kept.values);
  const unknown = values.flatMap(tokensIn).find((one) => !Object.hasOwn(site.tokens, one));
  if (unknown !== undefined) throw new Problem(`The site has no token “${unknown}”.`, { field });
  if (typeof kept === 'object') checkBreakpoints(site, field, kept.values);
  const next = { ...site, tokens: { ...site.tokens, [id]: kept } };
  const circle = circleFrom(next.tokens, id);
  if (circle)
    throw new Problem(`A token can’t name itself: ${circle.map((one) => publishedName(next, one)).join(' → ')}.`, {
      field,
    });
  return kept;
}

/** A token speaks of the breakpoints there are; what it says at one that went may come back with it. */
function checkBreakpoints(site: Site, field: string, values: Readonly<Record<string, string>>): void {
  const breakpoint = Object.keys(values).find(
    (at) => site.breakpoints.every((one) => one.id !== at) && !Object.hasOwn(site.retired ?? {}, at),
  );
  if (breakpoint !== undefined) throw new Problem('The site has no such breakpoint.', { field, breakpoint });
}
