import { Problem } from '../../../document/problem';
import { slugOf } from '../../../document/slug';
import { TokenName, type TokenKind } from '../../../document/token';
import { tokenValueProblem } from '../../value';
import { cssOf } from './values';
import { Extension, extension, type FileToken, type FileType, type LeftOut } from './format';

type Group = Readonly<Record<string, unknown>>;

const isGroup = (value: unknown): value is Group =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isToken = (value: unknown): value is Group => isGroup(value) && ('$value' in value || '$ref' in value);

/** The longest file that is read, in characters, and how many tokens of it. */
export const longestFile = 2_000_000;
const mostTokens = 1000;
const deepest = 40;

interface Found {
  readonly path: readonly string[];
  readonly type: unknown;
  readonly token: Group;
}

/**
 * A path into the file from a reference: `{colors.ink}` (section 7.1), or `#/colors/ink/$value` (JSON Pointer, RFC
 * 6901).
 */
function pathOf(reference: string): string[] | undefined {
  const curly = /^\{([^{}]+)\}$/.exec(reference)?.[1];
  if (curly !== undefined) return curly.split('.');
  if (!reference.startsWith('#/')) return undefined;
  const keys = reference.slice(2).split('/');
  const plain = keys.map((key) => key.replace(/~1/g, '/').replace(/~0/g, '~'));
  return plain.at(-1) === '$value' ? plain.slice(0, -1) : plain;
}

/** The name of a token from its path: its words joined, as a token may be called here. */
function nameOf(path: readonly string[]): string {
  const word = slugOf(path.filter((key) => key !== '$root').join('-'));
  return (/^[a-z]/.test(word) ? word : `token-${word}`).slice(0, 40).replace(/-+$/, '');
}

/** Every token of a group and of those in it, with the type it has or takes from the groups around it (section 6.2). */
function tokensIn(group: Group, root: Group, path: readonly string[], type: unknown, found: Found[]): void {
  if (path.length > deepest) throw new Problem(`${path.slice(0, 4).join('.')} …: groups lie too deep in each other.`);
  const all = extended(group, root, path);
  const own = '$type' in all ? all['$type'] : type;
  for (const [key, value] of Object.entries(all)) {
    if (key.startsWith('$') && key !== '$root') continue;
    if (isToken(value))
      found.push({ path: [...path, key], type: '$type' in value ? value['$type'] : own, token: value });
    else if (isGroup(value)) tokensIn(value, root, [...path, key], own, found);
    if (found.length > mostTokens) throw new Problem(`The file has more than ${mostTokens} tokens.`);
  }
}

/** A group with what it takes over from another (section 6.4, `$extends`); its own comes first. */
function extended(group: Group, root: Group, path: readonly string[], seen: readonly string[] = []): Group {
  const from = typeof group['$extends'] === 'string' ? group['$extends'] : undefined;
  if (from === undefined) return group;
  if (seen.includes(from)) throw new Problem(`${path.join('.')} extends itself: ${[...seen, from].join(' → ')}.`);
  const base = (pathOf(from) ?? ['']).reduce<unknown>(
    (at, key) => (isGroup(at) && Object.hasOwn(at, key) ? at[key] : undefined),
    root,
  );
  if (!isGroup(base)) throw new Problem(`${path.join('.')} extends ${from}, which the file does not have.`);
  return merged(extended(base, root, path, [...seen, from]), group);
}

const merged = (under: Group, above: Group): Group => ({
  ...under,
  ...Object.fromEntries(
    Object.entries(above).map(([key, value]) => {
      const below = Object.hasOwn(under, key) ? under[key] : undefined;
      return [key, isGroup(value) && isGroup(below) && !isToken(value) ? merged(below, value) : value];
    }),
  ),
});

const kinds: Readonly<Record<FileType, TokenKind>> = {
  ...{ color: 'colour', dimension: 'size', fontFamily: 'typeface', fontWeight: 'number', duration: 'duration' },
  ...{ cubicBezier: 'curve', number: 'number', border: 'border', shadow: 'shadow' },
};

/** The parts of a token that is several values as one, each with the type it has (section 9.7). */
const inTypography = {
  fontFamily: 'fontFamily',
  fontSize: 'dimension',
  fontWeight: 'fontWeight',
  letterSpacing: 'dimension',
  lineHeight: 'number',
} as const;

/** The tokens of a file under the names they would have here, and how they name each other. */
class Names {
  private readonly names = new Map<string, string>();
  private readonly taken = new Set<string>();

  constructor(found: readonly Found[]) {
    for (const { path } of found) this.names.set(path.join('.'), this.unused(nameOf(path)));
  }

  unused(name: string): string {
    let unused = name;
    for (let count = 2; this.taken.has(unused); count++) unused = `${name.slice(0, 40 - `-${count}`.length)}-${count}`;
    this.taken.add(unused);
    return unused;
  }

  of(path: readonly string[]): string {
    return this.names.get(path.join('.'))!; // every token found has one
  }

  /** A value with each reference in it as `var()` of the token it names. @throws Problem where it names none */
  resolved(value: unknown, path: readonly string[], depth = 0): unknown {
    if (depth > deepest) throw new Problem(`${path.join('.')}: the value lies too deep.`);
    const pointer = isGroup(value) && typeof value['$ref'] === 'string' ? value['$ref'] : value;
    if (typeof pointer === 'string') {
      const to = pathOf(pointer);
      if (!to) return value;
      const name = this.names.get(to.join('.')) ?? this.names.get([...to, '$root'].join('.'));
      if (name === undefined) throw new Problem(`${path.join('.')} names ${pointer}, which the file does not have.`);
      return `var(--${name})`;
    }
    if (Array.isArray(value)) return value.map((one) => this.resolved(one, path, depth + 1));
    if (!isGroup(value)) return value;
    return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, this.resolved(one, path, depth + 1)]));
  }
}

/**
 * The type of a token that says none: that of the token it names (section 6.2). @throws Problem where tokens name
 * each other in a circle
 */
function typesOf(found: readonly Found[]): Map<Found, unknown> {
  const byPath = new Map(found.map((one) => [one.path.join('.'), one]));
  const types = new Map<Found, unknown>();
  for (const one of found) {
    const way = [one];
    for (let at: Found | undefined = one; at;) {
      const next = wholeReference(at, byPath);
      if (!next) break;
      if (way.includes(next))
        throw new Problem(
          `A token can’t name itself: ${[...way, next].map(({ path }) => path.join('.')).join(' → ')}.`,
        );
      way.push(next);
      at = next;
    }
    types.set(
      one,
      way.map(({ type }) => type).find((type) => type !== undefined),
    );
  }
  return types;
}

function wholeReference({ token }: Found, byPath: ReadonlyMap<string, Found>): Found | undefined {
  const value = token['$value'] ?? token['$ref'];
  const text = isGroup(value) ? value['$ref'] : value;
  const to = typeof text === 'string' ? pathOf(text) : undefined;
  return to && (byPath.get(to.join('.')) ?? byPath.get([...to, '$root'].join('.')));
}

/**
 * Reads the tokens of a file of the W3C's design tokens (Design Tokens Format Module 2025.10; values as drafts before
 * it wrote them, too). A
 * typography token becomes one token a value. What has no words here is left out, with why.
 * @throws Problem where the file is none, or tokens name each other in a circle, or one that is not there, with the
 * path
 */
export function readTokenFile(text: string): {
  readonly tokens: readonly FileToken[];
  readonly leftOut: readonly LeftOut[];
} {
  if (text.length > longestFile) throw new Problem('This file is too large to hold tokens.');
  const root = parsed(text);
  const found: Found[] = [];
  tokensIn(root, root, [], undefined, found);
  if (found.length === 0) throw new Problem('There are no tokens in this file: nothing in it has a “$value”.');
  const names = new Names(found);
  const types = typesOf(found);
  const tokens: FileToken[] = [];
  const leftOut: LeftOut[] = [];
  for (const one of found) {
    const value = names.resolved(one.token['$value'] ?? { $ref: one.token['$ref'] }, one.path);
    const said = Extension.safeParse(isGroup(one.token['$extensions']) ? one.token['$extensions'][extension] : {});
    const made = tokensFrom(names, one, { type: types.get(one), value, said: said.success ? said.data : {} });
    tokens.push(...made.tokens);
    leftOut.push(...made.leftOut);
  }
  return { tokens, leftOut };
}

function parsed(text: string): Group {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw new Problem(`This file isn’t JSON: ${error instanceof Error ? error.message : 'it cannot be read'}.`);
  }
  if (!isGroup(data)) throw new Problem('This file has no tokens: it is not a group of them.');
  return data;
}

interface Said {
  readonly type: unknown;
  readonly value: unknown;
  readonly said: Extension;
}

const isFileType = (type: unknown): type is FileType => typeof type === 'string' && Object.hasOwn(cssOf, type);

function tokensFrom(
  names: Names,
  { path }: Found,
  { type, value, said }: Said,
): { tokens: FileToken[]; leftOut: LeftOut[] } {
  const name = path.join('.');
  if (type === 'typography' && isGroup(value)) {
    const pieces = Object.entries(inTypography).flatMap(([key, of]) => {
      const called = nameOf([...path, dashed(key)]);
      const isNamed = value[key] === `var(--${called})`; // as they are written here: the token is in the file
      return key in value && !isNamed ? [one(names.unused(called), `${name} ${key}`, of, value[key], {})] : [];
    });
    return {
      tokens: pieces.flatMap((each) => each.token ?? []),
      leftOut: pieces.flatMap((each) => each.leftOut ?? []),
    };
  }
  if (!isFileType(type)) {
    const why =
      type === undefined
        ? 'It has no “$type”, and names no token that has one.'
        : `Tokens of the type “${String(type)}” aren’t known here.`;
    return { tokens: [], leftOut: [{ name, why }] };
  }
  const made = one(names.of(path), name, type, value, said);
  return { tokens: made.token ? [made.token] : [], leftOut: made.leftOut ? [made.leftOut] : [] };
}

const dashed = (key: string): string => key.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

function one(
  name: string,
  path: string,
  type: FileType,
  given: unknown,
  said: Extension,
): { readonly token?: FileToken; readonly leftOut?: LeftOut } {
  const read = cssOf[type].safeParse(given);
  if (!read.success)
    return { leftOut: { name: path, why: `“${cut(JSON.stringify(given))}” is no ${type} as the format writes it.` } };
  const values = Object.entries(said.values ?? {}).filter(([, css]) => tokenValueProblem(css) === undefined);
  const problem = TokenName.safeParse(name).success ? tokenValueProblem(read.data) : 'It has no name that fits.';
  if (problem !== undefined || read.data.length > 300)
    return { leftOut: { name: path, why: problem ?? 'Its value is too long.' } };
  return { token: { name, kind: said.kind ?? kinds[type], value: read.data, values: Object.fromEntries(values) } };
}

const cut = (text: string): string => (text.length > 60 ? `${text.slice(0, 60)} …` : text);
