import { baseOf } from '../../../document/breakpoint';
import { namedValue, tokensOf, type Tokens } from '../tokens';
import { typeProperties, typesOf } from '../types';
import { extension, typeOf, type LeftOut } from './format';
import { fileValueOf } from './values';

/** A site's tokens as a file of the W3C's design tokens (Design Tokens Format Module 2025.10). */
export interface TokenFile {
  readonly file: Readonly<Record<string, unknown>>;
  /** Those whose value at the base the format has no words for: percentages, sums, sizes of the screen. */
  readonly leftOut: readonly LeftOut[];
}

/**
 * Writes a site's tokens. What a token is for, and what it says at breakpoints besides the base, stands in its
 * `$extensions`, which other
 * programs leave as they are (section 5.2.3). A type stands in it as typography, which names its tokens.
 */
export function tokenFile(site: Tokens): TokenFile {
  const base = baseOf(site.breakpoints).id;
  const file: Record<string, unknown> = {};
  const leftOut: LeftOut[] = [];
  for (const { name, kind, values } of tokensOf(site)) {
    const { [base]: atBase = '', ...others } = values;
    const said = namedValue(site, atBase, base);
    const value = fileValueOf(typeOf[kind], said);
    if (value === undefined) {
      leftOut.push({ name, why: `The format has no words for ${said}.` });
      continue;
    }
    const elsewhere = Object.fromEntries(Object.entries(others).map(([at, css]) => [at, namedValue(site, css, at)]));
    file[name] = {
      $type: typeOf[kind],
      $value: value,
      $extensions: { [extension]: { kind, ...(Object.keys(elsewhere).length > 0 && { values: elsewhere }) } },
    };
  }
  for (const type of typesOf(site)) {
    const all = typeProperties.map((property) => [property, type.members[property]?.name] as const);
    if (Object.hasOwn(file, type.name) || !all.every(([, name]) => name !== undefined && Object.hasOwn(file, name)))
      continue; // the format's typography has all five (section 9.7)
    const said = all.map(([property, name]) => [camel(property), `{${name}}`]);
    file[type.name] = { $type: 'typography', $value: Object.fromEntries(said) };
  }
  return { file, leftOut };
}

/** `font-size` → `fontSize` */
const camel = (property: string): string => property.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
