import { kindFor } from '../../../style/tokens/token-kind';
import { tokensFor, plainValue, tokensOf } from '../../../style/tokens/tokens';
import { baseOf, chain } from '../../breakpoint';
import { applyBatch } from '../../edits/batch';
import type { AnyEdit } from '../../edits/site-edit';
import type { Page } from '../../page';
import { Problem } from '../../problem';
import type { Site } from '../../site';
import type { State } from '../../style-map';
import type { TokenKind } from '../../token';
import { alongBreakpoints, checkedTokenName, tokenAlong, valueEdit, type SetValue } from './tokens';

/** Values of a holder that could be named at once: properties that say the same at every breakpoint are one. */
export interface NameableValues {
  readonly properties: readonly string[];
  readonly kind: TokenKind;
  /** What the first of them says, the widest breakpoint first. */
  readonly along: readonly SetValue[];
  /** The token that says it already; where there is none, a name that no token has. */
  readonly known?: { readonly id: string; readonly name: string };
  readonly name: string;
}

const cannotBeNamed = /url\(|^(inherit|initial|auto|none|normal)$|^var\(\s*--[a-z0-9-]+\s*\)$/;

/** What properties have in common at their beginning: `padding` of its sides; else the first. */
function sharedName(properties: readonly string[]): string {
  const [first = ''] = properties;
  const words = first.split('-');
  for (let count = words.length; count > 0; count--) {
    const start = words.slice(0, count).join('-');
    if (properties.every((one) => one === start || one.startsWith(`${start}-`))) return start;
  }
  return first;
}

function freeName(taken: ReadonlySet<string>, wanted: string): string {
  for (let count = 1; ; count++) {
    const tried = count === 1 ? wanted : `${wanted}-${count}`;
    if (!taken.has(tried)) return tried;
  }
}

/**
 * What of a holder's values of some properties in a state can be tokens, those that say the same and are of one kind
 * together. Values that are tokens already, pictures, and words like `auto` are left out.
 */
export function nameableValues(
  site: Site,
  page: Page,
  at: { readonly of: SetValue['of']; readonly state: State },
  properties: readonly string[],
): NameableValues[] {
  const groups = new Map<string, { properties: string[]; along: SetValue[]; kind: TokenKind }>();
  for (const property of properties) {
    const along = alongBreakpoints(site, page, { ...at, property, breakpoint: '', value: '' });
    const [first] = along;
    if (!first || along.some(({ value }) => cannotBeNamed.test(value))) continue;
    const kind = kindFor(property, first.value);
    const key = [kind, ...along.map((one) => `${one.breakpoint} ${one.value}`)].join('\n');
    const group = groups.get(key) ?? { properties: [], along, kind };
    group.properties.push(property);
    groups.set(key, group);
  }
  const taken = new Set(tokensOf(site).map((one) => one.name));
  return [...groups.values()].map((group): NameableValues => {
    const known = tokenSaying(site, group);
    if (known) return { ...group, known, name: known.name };
    const name = freeName(taken, sharedName(group.properties));
    taken.add(name);
    return { ...group, name };
  });
}

/** The token that says at every breakpoint what these properties come to there. */
function tokenSaying(
  site: Site,
  { along, properties }: { readonly along: readonly SetValue[]; readonly properties: readonly string[] },
): NameableValues['known'] {
  const base = baseOf(site.breakpoints).id;
  const said = new Map(along.map((one) => [one.breakpoint, one.value]));
  if (!said.has(base)) return undefined;
  /** What is inherited down the breakpoints. */
  const comesTo = (breakpoint: string): string | undefined =>
    chain(site.breakpoints, breakpoint)
      .map((at) => said.get(at))
      .find((value) => value !== undefined);
  const found = tokensFor(site, properties[0] ?? '').find(({ id }) =>
    site.breakpoints.every((one) => plainValue(site, `var(--${id})`, one.id) === comesTo(one.id)),
  );
  return found && { id: found.id, name: found.name };
}

/**
 * Makes values tokens under the names given, or names the tokens that say them already, all in one step; nothing
 * looks different. @throws Problem where a name cannot be, or stands twice
 */
export function tokensFromGroup(site: Site, page: Page, chosen: readonly NameableValues[]): AnyEdit[] {
  const names = chosen.filter((one) => !one.known).map((one) => one.name);
  const twice = names.find((name, at) => names.indexOf(name) !== at);
  if (twice !== undefined) throw new Problem(`Two tokens can’t both be called “${twice}”.`, { field: 'tokens' });
  for (const name of names) checkedTokenName(site, name);
  let current = { site, page };
  return chosen.flatMap((one) => {
    const edits = one.known ? naming(one, one.known.id) : makingOf(current.site, current.page, one);
    current = applyBatch(current, edits);
    return edits;
  });
}

/** The widest place of each property names the token; the others inherit it. */
function naming({ along, properties }: NameableValues, id: string): AnyEdit[] {
  return properties.flatMap((property) =>
    along.map((one, at) => valueEdit({ ...one, property }, at === 0 ? `var(--${id})` : undefined)),
  );
}

function makingOf(site: Site, page: Page, one: NameableValues): AnyEdit[] {
  const [, ...others] = one.properties;
  const made = tokenAlong(site, page, one.name, one.along);
  return [...made.edits, ...naming({ ...one, properties: others }, made.id)];
}
