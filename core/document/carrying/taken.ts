import { filesOfPicture } from '../library/picture-files';
import { counterparts } from '../../style/tokens/look-tokens';
import { inOrderOfNaming, keptToken, plainValue, tokenOf, withIds } from '../../style/tokens/tokens';
import { newClassId } from '../class-name';
import { applyToSite } from '../edits/apply-site';
import { newIdentifier } from '../identifier';
import { leaves } from '../leaves';
import type { SiteEdit, SiteRecord } from '../edits/site-edit';
import type { Site, SiteClass } from '../site';
import { withValues } from '../style-map';
import { newTokenId, type Token } from '../token';
import { styleThere, type NamesThere } from './names';
import type { Needed } from './needed';
import { styleOn, type Screens } from './screens';

/** What to do where both sites have something of one name that is not the same. */
export type OnClash = 'here' | 'both';

/** What a site takes in for parts of another: by which names, by which edits, with which files. */
export interface Taken {
  readonly names: NamesThere;
  readonly edits: readonly SiteEdit[];
  readonly files: readonly string[];
  /** What both have by one name and not alike, by these names. */
  readonly clashes: { readonly classes: readonly string[]; readonly tokens: readonly string[] };
}

interface Taking {
  readonly from: Site;
  readonly to: Site;
  readonly screens: Screens;
  readonly onClash: OnClash;
  readonly edits: SiteEdit[];
  readonly files: string[];
}

/** A name that none of these has: itself, or with a number behind it. */
function freeName(name: string, taken: ReadonlySet<string>): string {
  if (!taken.has(name)) return name;
  for (let count = 2; ; count++) {
    const next = `${name.slice(0, 36)}-${count}`;
    if (!taken.has(next)) return next;
  }
}

/** Pictures and downloads: the same where the site has the very files, else entered under an id that is free. */
function takeFiles({ from, to, edits, files }: Taking, into: SiteRecord, ids: readonly string[]): Map<string, string> {
  const there = Object.entries(to[into] ?? {});
  const filesOf = (item: object): string =>
    JSON.stringify('files' in item ? item.files : 'file' in item ? item.file : undefined);
  return new Map(
    ids.map((id) => {
      const item = from[into]![id]!; // it is needed of what is there
      const same = there.find(([, one]) => filesOf(one) === filesOf(item));
      if (same) return [id, same[0]];
      const free = there.some(([one]) => one === id) ? newIdentifier() : id;
      files.push(...('files' in item ? filesOfPicture(item) : [item.file]));
      edits.push({ do: 'insert', on: 'site', into, id: free, item } as SiteEdit); // `into` says which item it is
      return [id, free];
    }),
  );
}

/** Typefaces: those that were uploaded with their files, the others by their names. */
function takeFonts({ from, to, edits, files }: Taking, families: readonly string[]): void {
  const known = new Set((to.faces ?? []).map((one) => one.family));
  let index = to.faces?.length ?? 0;
  for (const face of from.faces ?? []) {
    if (!families.includes(face.family) || known.has(face.family)) continue;
    const id = to.faces?.some((one) => one.id === face.id) ? newIdentifier() : face.id;
    edits.push({ do: 'insert', on: 'site', into: 'faces', index: index++, item: { ...face, id } });
    files.push(face.file);
  }
  const fonts = from.fonts.filter((family) => families.includes(family) && !to.fonts.includes(family));
  if (fonts.length > 0) edits.push({ do: 'set', on: 'site', field: ['fonts'], value: [...to.fonts, ...fonts] });
}

/** What a token comes to, at the base and wherever it differs, by the breakpoints of the site it goes to. */
function comesTo(site: Site, values: Token['values'], heirs: Screens['heirs'] | undefined): Record<string, string> {
  const at = heirs ?? site.breakpoints.map(({ id }) => [id, id] as const);
  return Object.fromEntries(
    at.flatMap(([from, to]) => (values[from] === undefined ? [] : [[to, plainValue(site, values[from], from)]])),
  );
}

/** Tokens: by the one of the name where they are alike, or where that is wanted; else made, under a name that is free. */
function takeTokens(
  { from, to, screens, onClash, edits }: Taking,
  ids: readonly string[],
): { names: Map<string, string>; clashes: string[] } {
  const known = counterparts(to, from);
  const names = new Map<string, string>();
  const clashes: string[] = [];
  const called = new Set(Object.keys(to.tokens).map((id) => tokenOf(to, id)!.name));
  const made: [id: string, token: Token][] = [];
  for (const id of inOrderOfNaming(from.tokens).order.filter((one) => ids.includes(one))) {
    const token = tokenOf(from, id)!; // it is the site's
    const there = known.get(id);
    const other = there === undefined ? undefined : tokenOf(to, there)!;
    const isSame =
      other && leaves(comesTo(from, token.values, screens.heirs), comesTo(to, other.values, undefined)).length === 0;
    if (other && !isSame) clashes.push(token.name);
    if (there !== undefined && (isSame || (onClash === 'here' && other!.kind === token.kind))) {
      names.set(id, there);
      continue;
    }
    const name = freeName(token.name, called);
    const free = Object.hasOwn(to.tokens, id) || name !== token.name ? newTokenId(name) : id;
    called.add(name);
    names.set(id, free);
    made.push([free, { ...token, name }]);
  }
  for (const [id, token] of made) {
    const values = Object.fromEntries(
      screens.heirs.flatMap(([at, heir]) =>
        token.values[at] === undefined ? [] : [[heir, withIds(token.values[at], (one) => names.get(one) ?? one)]],
      ),
    );
    edits.push({ do: 'set', on: 'site', field: ['tokens', id], value: keptToken(to, id, { ...token, values }) });
  }
  return { names, clashes };
}

/** Classes, in the same way. */
function takeClasses(
  { from, to, screens, onClash, edits }: Taking,
  ids: readonly string[],
  then: Site,
  names: NamesThere,
): { names: Map<string, string>; clashes: string[] } {
  const found = new Map<string, string>();
  const clashes: string[] = [];
  const called = new Set(to.classes.map((one) => one.name));
  let index = to.classes.length;
  for (const id of ids) {
    const { name, style } = from.classes.find((one) => one.id === id)!; // it is the site's
    const there = to.classes.find((one) => one.id === id) ?? to.classes.find((one) => one.name === name);
    const said = styleOn(screens, styleThere({ from, to: then, names }, style));
    const isSame = there && leaves(plainly(then, there.style), plainly(then, said)).length === 0;
    if (there && !isSame) clashes.push(name);
    if (there && (isSame || onClash === 'here')) {
      found.set(id, there.id);
      continue;
    }
    const item: SiteClass = { id: there ? newClassId() : id, name: freeName(name, called), style: said };
    called.add(item.name);
    found.set(id, item.id);
    edits.push({ do: 'insert', on: 'site', into: 'classes', index: index++, item });
  }
  return { names: found, clashes };
}

/** A style in plain values. */
const plainly = (site: Site, style: SiteClass['style']): SiteClass['style'] =>
  withValues(style, (value, at) => plainValue(site, value, at));

/** Menus: the one that is the same still, or called so; else the first. */
function menusBetween(from: Site, to: Site): Map<string, string> {
  const fallback = to.menus?.[0];
  return new Map(
    (from.menus ?? []).flatMap(({ id, name }) => {
      const there = to.menus?.find((one) => one.id === id) ?? to.menus?.find((one) => one.name === name) ?? fallback;
      return there ? [[id, there.id] as const] : [];
    }),
  );
}

/**
 * What a site takes in so that parts of another look and lead there as they do here. What it has by the same name is
 * taken for the same where it is alike; where it is not, `onClash` decides whether the site’s own serves.
 * @param pages links in the place of those that name a page
 */
export function takeIn(
  sites: { readonly from: Site; readonly to: Site },
  needed: Needed,
  wanted: { readonly screens: Screens; readonly onClash: OnClash; readonly pages: ReadonlyMap<string, string> },
): Taken {
  const { from, to } = sites;
  const taking: Taking = { ...sites, ...wanted, edits: [], files: [] };
  const pictures = takeFiles(taking, 'pictures', needed.pictures);
  const downloads = takeFiles(taking, 'downloads', needed.downloads);
  takeFonts(taking, needed.families);
  const tokens = takeTokens(taking, needed.tokens);
  const then = taking.edits.reduce((site, edit) => applyToSite(site, edit).site, to);
  const known = { pictures, downloads, tokens: tokens.names, menus: menusBetween(from, to), pages: wanted.pages };
  const classes = takeClasses(taking, needed.classes, then, { ...known, classes: new Map() });
  return {
    names: { ...known, classes: classes.names },
    edits: taking.edits,
    files: [...new Set(taking.files)],
    clashes: { classes: classes.clashes, tokens: tokens.clashes },
  };
}
