import { chain, baseOf, outwards } from '../../breakpoint';
import { resolve } from '../../../style/cascade';
import { heldStyle, type Holder, type SiteHolder } from '../../../style/holder';
import { kindFor } from '../../../style/tokens/token-kind';
import { memberName, typeProperties, typesOf, type Type, type TypeProperty } from '../../../style/tokens/types';
import type { AnyEdit, SiteEdit } from '../../edits/site-edit';
import type { Page } from '../../page';
import { Problem } from '../../problem';
import type { Site } from '../../site';
import { partOf } from '../../tree';
import { styleEdit } from '../style';
import { holderEdit } from './held';
import { checkedTokenName, deleteToken, newToken, renameToken } from './tokens';

/** Whose values a type is made of: a part's as they come out of the cascade, or a holder's own. */
export type TypeOf = SiteHolder | { readonly holds: 'part'; readonly id: string };

/** What a type of these values says: of each property it has, what holds at each breakpoint that differs. */
export type TypeSays = Readonly<Partial<Record<TypeProperty, Readonly<Record<string, string>>>>>;

const longestName = 25;

/** A name as a type of the site may have it. @throws Problem where it cannot be, or something has it */
export function checkedTypeName(site: Site, name: string, own?: Type): string {
  if (name.length > longestName)
    throw new Problem(`A type’s name has ${longestName} letters at most.`, { field: 'tokens' });
  const taken = typesOf(site).some((one) => one.name === name && one.name !== own?.name);
  if (taken) throw new Problem(`The site has a type called “${name}” already.`, { field: 'tokens' });
  for (const property of typeProperties) checkedTokenName(site, memberName(name, property), own?.members[property]?.id);
  return name;
}

/** What holds of a property at a breakpoint; undefined where the holder does not say, or a type has no use for it. */
function saidAt(site: Site, page: Page, of: TypeOf, property: TypeProperty, at: string): string | undefined {
  if (of.holds !== 'part')
    return chain(site.breakpoints, at)
      .map((one) => heldStyle(site, of)[one]?.normal?.[property])
      .find((one) => one !== undefined);
  const { value, source } = resolve(site, page, of.id, at, 'normal', property);
  if (source.from !== 'inherited' && source.from !== 'initial') return value;
  const isRelative = /[\d.](em|ex|ch|lh|%)/.test(value); // to somebody else's size, where it was set
  return property === 'font-size' && !isRelative ? value : undefined;
}

const inType = (property: TypeProperty, value: string): string | undefined =>
  value !== 'normal' ? value : { 'letter-spacing': '0px', 'font-weight': '400' }[property as string];

/**
 * What a type made of these values would say. What a part inherits stays out of it, save for its size.
 * @throws Problem where a holder of the site sets no size
 */
export function typeSaying(site: Site, page: Page, of: TypeOf): TypeSays {
  const says: Partial<Record<TypeProperty, Record<string, string>>> = {};
  for (const property of typeProperties) {
    const values: Record<string, string> = {};
    for (const { id } of outwards(site.breakpoints)) {
      const said = saidAt(site, page, of, property, id);
      const value = said === undefined ? undefined : inType(property, said);
      const nearest = chain(site.breakpoints, id)
        .slice(1)
        .map((one) => values[one])
        .find((one) => one !== undefined);
      if (value !== undefined && value !== nearest) values[id] = value;
    }
    // a token says something at the base: a holder that only speaks of other breakpoints is left with its values
    if (values[baseOf(site.breakpoints).id] !== undefined) says[property] = values;
  }
  if (!says['font-size']) throw new Problem('A type needs a size: set font-size first.');
  return says;
}

/**
 * Makes a type of what a part or holder of the site says at each breakpoint, and sets it there: nothing looks
 * different. @throws Problem where the name cannot be
 */
export function newType(site: Site, page: Page, name: string, of: TypeOf): AnyEdit[] {
  const says = typeSaying(site, page, of);
  checkedTypeName(site, name);
  return Object.entries(says).flatMap(([key, values]) => {
    const property = key as TypeProperty;
    const base = baseOf(site.breakpoints).id;
    const made = newToken(site, memberName(name, property), kindFor(property, values[base]!), values); // it has one
    return [...made.edits, ...setEverywhere(site, page, of, property, `var(--${made.id})`)];
  });
}

/** Sets a value at the base, and takes back what is said of it in the normal state at the other breakpoints. */
function setEverywhere(site: Site, page: Page, of: TypeOf, property: string, value: string): AnyEdit[] {
  const base = baseOf(site.breakpoints).id;
  const style = of.holds === 'part' ? partOf(page, of.id).style : heldStyle(site, of);
  const elsewhere = Object.keys(style).filter((at) => at !== base && style[at]?.normal?.[property] !== undefined);
  const set = (breakpoint: string, said?: string): AnyEdit =>
    of.holds === 'part'
      ? styleEdit(of.id, breakpoint, 'normal', property, said)
      : holderEdit(of, { breakpoint, state: 'normal', property, value: said });
  return [set(base, value), ...elsewhere.map((at) => set(at))];
}

/** Gives a type another name, everywhere at once. @throws Problem where the name cannot be */
export function renameType(site: Site, type: Type, name: string): SiteEdit[] {
  checkedTypeName(site, name, type);
  return Object.entries(type.members).flatMap(([property, { id }]) =>
    renameToken(site, id, memberName(name, property as TypeProperty)),
  );
}

/** Deletes a type; what names it stays as it looks. */
export const deleteType = (site: Site, { members }: Type): SiteEdit[] =>
  Object.values(members).flatMap(({ id }) => deleteToken(site, id));

/** Whose values a ledger shows, as a type is made of them. */
export const typeHolder = (holder: Holder, part: string): TypeOf =>
  holder.holds === 'part' ? { holds: 'part', id: part } : holder;
