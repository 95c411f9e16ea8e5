import { resolve } from '../../../style/cascade';
import type { SiteHolder } from '../../../style/holder';
import { isOfKind, kindFor, kindWords } from '../../../style/tokens/token-kind';
import { keptToken, plainValue, tokenOf, tokensOf } from '../../../style/tokens/tokens';
import { baseOf, outwards } from '../../breakpoint';
import type { AnyEdit, SiteEdit, SiteField } from '../../edits/site-edit';
import type { Page } from '../../page';
import { Problem } from '../../problem';
import type { Site } from '../../site';
import { states, type State, type StyleMap } from '../../style-map';
import { newTokenId, TokenName, type Token, type TokenKind } from '../../token';
import { partOf } from '../../tree';
import { styleEdit } from '../style';
import { holderEdit } from './held';

/** A value somewhere in a page or its site: of a part's own, of a class or of every element of a tag. */
export interface SetValue {
  readonly of: SiteHolder | { readonly holds: 'part'; readonly id: string };
  readonly breakpoint: string;
  readonly state: State;
  readonly property: string;
  readonly value: string;
}

/** A name as a token of the site may have it. @throws Problem where it cannot be, or another token has it */
export function checkedTokenName(site: Site, name: string, own?: string): string {
  const place = { field: 'tokens' };
  if (!TokenName.safeParse(name).success)
    throw new Problem(
      `“${name}” isn’t a valid token name: a lower-case letter, then lower-case letters, digits or hyphens.`,
      place,
    );
  if (tokensOf(site).some((one) => one.name === name && one.id !== own))
    throw new Problem(`The site has a token called “${name}” already.`, place);
  return name;
}

/** Sets a token, whole. */
export const tokenSet = (site: Site, id: string, token: Token): SiteEdit => ({
  ...{ do: 'set', on: 'site' },
  field: ['tokens', id],
  value: keptToken(site, id, token),
});

/** A new token. @throws Problem where the name cannot be */
export function newToken(
  site: Site,
  name: string,
  kind: TokenKind,
  values: Readonly<Record<string, string>>,
): { readonly id: string; readonly edits: SiteEdit[] } {
  const id = newTokenId(checkedTokenName(site, name));
  return { id, edits: [tokenSet(site, id, { name, kind, values: { ...values } })] };
}

type TokenField = readonly ['name' | 'kind' | 'gone'] | readonly ['values', string];

/** Sets one thing of a token, or takes it back. @throws Problem where it has gone */
function setOf(site: Site, id: string, field: TokenField, value?: string | true): SiteEdit {
  if (!Object.hasOwn(site.tokens, id) || tokenOf(site, id)?.gone === true)
    throw new Problem('This token has been deleted.', { field: `tokens.${id}` });
  const path: SiteField = field[0] === 'values' ? ['tokens', id, ...field] : ['tokens', id, field[0]];
  return { do: 'set', on: 'site', field: path, ...(value !== undefined && { value }) };
}

/** Gives a token another name, everywhere at once: values name its id. @throws Problem where the name cannot be */
export const renameToken = (site: Site, id: string, name: string): SiteEdit[] => [
  setOf(site, id, ['name'], checkedTokenName(site, name, id)),
];

/** Says what a token is for. @throws Problem where it has gone */
export const setTokenKind = (site: Site, id: string, kind: TokenKind): SiteEdit[] => [setOf(site, id, ['kind'], kind)];

/**
 * Sets what a token says at a breakpoint, or takes it back there.
 * @throws Problem where it has gone, or the value is none of its kind
 */
export function setTokenValue(site: Site, id: string, breakpoint: string, value: string | undefined): SiteEdit[] {
  const kind = tokenOf(site, id)?.kind;
  const plain = value === undefined ? undefined : plainValue(site, value, breakpoint);
  if (plain !== undefined && kind && !plain.includes('var(') && !isOfKind(kind, plain))
    throw new Problem(`“${value}” isn’t ${kindWords[kind]}.`, { field: `tokens.${id}` });
  return [setOf(site, id, ['values', breakpoint], value)];
}

/**
 * Deletes a token. What names it keeps naming it, on every page, and from now on looks like what it becomes: as it
 * was, a value, or another
 * token; so nothing but the token has to come back when this is undone.
 * @throws Problem where it has gone
 */
export function deleteToken(site: Site, id: string, becomes?: string): SiteEdit[] {
  const base = baseOf(site.breakpoints).id;
  const elsewhere = Object.keys(tokenOf(site, id)?.values ?? {}).filter((at) => at !== base);
  const others = elsewhere.map((at) => setOf(site, id, ['values', at]));
  return [
    ...(becomes === undefined ? [] : [setOf(site, id, ['values', base], becomes), ...others]),
    setOf(site, id, ['gone'], true),
  ];
}

/** What a style sets; only this very value where one is named. */
function valuesOf(of: SetValue['of'], style: StyleMap, wanted?: string): SetValue[] {
  const found: SetValue[] = [];
  for (const breakpoint in style)
    for (const state of states) {
      const values = style[breakpoint]![state];
      for (const property in values) {
        const value = values[property]!;
        if (wanted === undefined || value === wanted) found.push({ of, breakpoint, state, property, value });
      }
    }
  return found;
}

/** All places of a page as it is seen, and of its site's classes and elements, that set a value. */
const placesOf = (site: Site, page: Page, value: string): SetValue[] => [
  ...Object.entries(page.parts).flatMap(([id, part]) => valuesOf({ holds: 'part', id }, part.style, value)),
  ...site.classes.flatMap(({ id, style }) => valuesOf({ holds: 'class', id }, style, value)),
  ...Object.entries(site.elements).flatMap(([tag, style]) => valuesOf({ holds: 'element', tag }, style, value)),
];

/**
 * Every place of a page and its site that says the very same value for something of the same kind, the given one
 * first.
 */
export function sameValues(site: Site, page: Page, one: SetValue): SetValue[] {
  const kind = kindFor(one.property, one.value);
  const place = ({ of, breakpoint, state, property }: SetValue): string =>
    [of.holds, of.holds === 'element' ? of.tag : of.id, breakpoint, state, property].join(' ');
  const isIt = (other: SetValue): boolean => place(other) === place(one);
  return [
    one,
    ...placesOf(site, page, one.value).filter((other) => kindFor(other.property, other.value) === kind && !isIt(other)),
  ];
}

/** Sets another value in a place, or takes it back there. */
export const valueEdit = ({ of, ...at }: SetValue, value: string | undefined): AnyEdit =>
  of.holds === 'part'
    ? styleEdit(of.id, at.breakpoint, at.state, at.property, value)
    : holderEdit(of, { ...at, value });

/** Places that are some. @throws Problem where there are none, as after somebody else's edit */
function atLeastOne([first, ...others]: readonly SetValue[]): [SetValue, ...SetValue[]] {
  if (!first) throw new Problem('Nothing is set here any more.');
  return [first, ...others];
}

/** A new token with the value these places say, and each of them names it. @throws Problem where the name cannot be */
export function tokenFrom(
  site: Site,
  name: string,
  places: readonly SetValue[],
): { readonly id: string; readonly edits: AnyEdit[] } {
  const [{ property, value }] = atLeastOne(places);
  const made = newToken(site, name, kindFor(property, value), { [baseOf(site.breakpoints).id]: value });
  return { id: made.id, edits: [...made.edits, ...places.map((one) => valueEdit(one, `var(--${made.id})`))] };
}

/** What one holder says of a property in a state at each breakpoint, the base first; empty where it says nothing. */
export const alongBreakpoints = (site: Site, page: Page, { of, state, property }: SetValue): SetValue[] =>
  outwards(site.breakpoints).flatMap(({ id }) =>
    allValuesOf(site, page, of).filter(
      (one) => one.breakpoint === id && one.state === state && one.property === property,
    ),
  );

function allValuesOf(site: Site, page: Page, of: SetValue['of']): SetValue[] {
  if (of.holds === 'part') return Object.hasOwn(page.parts, of.id) ? valuesOf(of, partOf(page, of.id).style) : [];
  const style = of.holds === 'class' ? site.classes.find(({ id }) => id === of.id)?.style : site.elements[of.tag];
  return valuesOf(of, style ?? {});
}

/**
 * A new token that says at each breakpoint what one holder says there: the widest of them names it, the others
 * inherit it. At the base it says
 * what stands there now. @throws Problem where the name cannot be
 */
export function tokenAlong(
  site: Site,
  page: Page,
  name: string,
  along: readonly SetValue[],
): { readonly id: string; readonly edits: AnyEdit[] } {
  const [first, ...others] = atLeastOne(along);
  const base = baseOf(site.breakpoints).id;
  const below =
    first.breakpoint !== base && first.of.holds === 'part'
      ? resolve(site, page, first.of.id, base, first.state, first.property).value
      : first.value;
  const values = { [base]: below, ...Object.fromEntries(along.map((one) => [one.breakpoint, one.value])) };
  const made = newToken(site, name, kindFor(first.property, first.value), values);
  return {
    id: made.id,
    edits: [...made.edits, valueEdit(first, `var(--${made.id})`), ...others.map((one) => valueEdit(one, undefined))],
  };
}
