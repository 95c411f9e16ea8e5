import type { Site } from '../../document/site';
import { tokensOf, type NamedToken, type Tokens } from './tokens';

/**
 * What a type sets, in the order it is read. The names are those of a typography token's values (Design Tokens Format
 * Module 2025.10, section 9.7).
 */
export const typeProperties = ['font-family', 'font-size', 'font-weight', 'line-height', 'letter-spacing'] as const;
export type TypeProperty = (typeof typeProperties)[number];

/**
 * Size, weight, line height and spacing as one: tokens of one name, each followed by the property it is for. It has a
 * size, the others where they are part of it.
 */
export interface Type {
  readonly name: string;
  readonly members: Readonly<Partial<Record<TypeProperty, NamedToken>>>;
}

/** The name of a type's token for a property. */
export const memberName = (name: string, property: TypeProperty): string => `${name}-${property}`;

/** The types of a site, in the order of their tokens; those of its tokens that are part of none are left alone. */
export function typesOf(site: Tokens): Type[] {
  const byName = new Map(tokensOf(site).map((one) => [one.name, one]));
  const named = [...byName.keys()].flatMap((name) => /^(.+)-font-size$/.exec(name)?.slice(1) ?? []);
  return named.flatMap((name): Type[] => {
    const members = typeProperties.flatMap((property) => {
      const token = byName.get(memberName(name, property));
      return token ? [[property, token] as const] : [];
    });
    return members.length > 1 ? [{ name, members: Object.fromEntries(members) }] : [];
  });
}

/** What sets a type: each of its properties named by its token. */
export const typeValues = ({ members }: Type): Partial<Record<TypeProperty, string>> =>
  Object.fromEntries(Object.entries(members).map(([property, { id }]) => [property, `var(--${id})`]));

/** The type that values are of: each of its properties names its token. */
export function typeIn(site: Site, said: (property: TypeProperty) => string): Type | undefined {
  return typesOf(site).find((type) =>
    Object.entries(typeValues(type)).every(([property, value]) => said(property as TypeProperty) === value),
  );
}
