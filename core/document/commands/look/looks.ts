import { counterparts, tokensOfLook, valueOfLook, valuesOfLook } from '../../../style/tokens/look-tokens';
import { inOrderOfNaming, keptToken, tokenOf, tokensOf } from '../../../style/tokens/tokens';
import { checkValue } from '../../../style/value';
import { valueOf } from '../../edits/edit';
import { mostEdits, SiteField, type SiteEdit } from '../../edits/site-edit';
import { withLeaf } from '../../edits/tree-leaf';
import { newIdentifier } from '../../identifier';
import { leaves } from '../../leaves';
import { Problem } from '../../problem';
import { LookName, type Look, type Site } from '../../site';
import type { StyleMap } from '../../style-map';

const on = 'site' as const;

/** A name as a look of the site may have it. @throws Problem where it cannot be, or another look has it */
export function checkedLookName(site: Site, name: string, own?: string): string {
  const parsed = LookName.safeParse(name);
  const place = { field: 'looks' };
  if (!parsed.success) throw new Problem(parsed.error.issues[0]!.message, place); // what failed has an issue
  if (site.looks?.some((one) => one.name === parsed.data && one.id !== own))
    throw new Problem(`The site has a look called “${parsed.data}” already.`, place);
  return parsed.data;
}

const dressOf = ({ tokens, elements, classes, fonts }: Omit<Look, 'id' | 'name'>): Omit<Look, 'id' | 'name'> => ({
  ...{ tokens, elements, classes, fonts },
});

const withLook = (index: number, item: Look): SiteEdit => ({ do: 'insert', on, into: 'looks', index, item });

/** Saves what the site looks like now under a name. @throws Problem where the name cannot be */
export function saveLook(site: Site, name: string): { readonly id: string; readonly edits: SiteEdit[] } {
  const id = newIdentifier();
  const item = { id, name: checkedLookName(site, name), ...dressOf(site) };
  return { id, edits: [withLook(site.looks?.length ?? 0, item)] };
}

/**
 * Keeps a ready-made look with those of the site, so that it can serve for dark pages. @throws Problem where the name
 * cannot be
 */
export function keepLook(site: Site, look: Omit<Look, 'id'>): { readonly id: string; readonly edits: SiteEdit[] } {
  const id = newIdentifier();
  const item = { id, name: checkedLookName(site, look.name), ...dressOf(look) };
  return { id, edits: [withLook(site.looks?.length ?? 0, item)] };
}

/** Saves what the site looks like now in the place of what a look held. @throws Problem where the look has gone */
export function saveOver(site: Site, id: string): SiteEdit[] {
  const { index, look } = placeOf(site, id);
  return [{ do: 'remove', on, from: 'looks', id }, withLook(index, { id, name: look.name, ...dressOf(site) })];
}

/** Gives a look another name. @throws Problem where the name cannot be, or the look has gone */
export function renameLook(site: Site, id: string, name: string): SiteEdit[] {
  placeOf(site, id);
  return [{ do: 'set', on, field: ['looks', id, 'name'], value: checkedLookName(site, name, id) }];
}

/** Deletes a look; pages that are dark with it are so no longer. @throws Problem where it has gone */
export function deleteLook(site: Site, id: string): SiteEdit[] {
  placeOf(site, id);
  return [...(site.dark === id ? bindDark(undefined) : []), { do: 'remove', on, from: 'looks', id }];
}

/** The look whose tokens hold for visitors who prefer dark pages; none where no id is given. */
export const bindDark = (id: string | undefined): SiteEdit[] => [
  { do: 'set', on, field: ['dark'], ...(id !== undefined && { value: id }) },
];

function placeOf(site: Site, id: string): { readonly index: number; readonly look: Look } {
  const index = site.looks?.findIndex((one) => one.id === id) ?? -1;
  if (index === -1) throw new Problem('This look has been deleted.', { field: `looks.${id}` });
  return { index, look: site.looks![index]! }; // it was found there
}

type Dress = Pick<Look, 'tokens' | 'elements' | 'classes' | 'fonts'>;

/**
 * The edits that make a site look as a look says: its tokens get the look's values and those it lacks are made, every
 * element and class is as the look
 * has it. Tokens and classes the look does not know stay as they are: pages may name them. What the look says at
 * breakpoints the site does not have, or
 * with pictures it no longer has, is left out. Empty where the site looks so already.
 * @throws Problem where it takes more edits than a step may hold
 */
export function applyLook(site: Site, look: Dress): SiteEdit[] {
  const { ids, then, edits } = takeTokens(site, look);
  const said = (style: StyleMap): StyleMap => styleOfLook(then, look, ids, style);
  const elements = [...new Set([...Object.keys(site.elements), ...Object.keys(look.elements)])].flatMap((tag) =>
    styleEdits(then, ['elements', tag], site.elements[tag] ?? {}, said(look.elements[tag] ?? {})),
  );
  const fonts = [...new Set([...site.fonts, ...look.fonts])];
  const typefaces: SiteEdit[] =
    fonts.length === site.fonts.length ? [] : [{ do: 'set', on, field: ['fonts'], value: fonts }];
  const all = [...edits, ...elements, ...classEdits(then, look, said), ...typefaces];
  if (all.length > mostEdits)
    throw new Problem(
      `This look changes ${all.length.toLocaleString('en')} values, and one step holds ${mostEdits.toLocaleString('en')}.`,
      { field: 'looks' },
    );
  return all;
}

interface TokensTaken {
  /** Which token of the site each of the look's then is. */
  readonly ids: ReadonlyMap<string, string>;
  readonly then: Site;
  readonly edits: readonly SiteEdit[];
}

/** Sets the tokens of a look, each after those it names, so that none names itself on the way. */
function takeTokens(site: Site, look: Dress): TokensTaken {
  const ids = new Map(counterparts(site, look));
  const names = new Set(tokensOf(site).map((one) => one.name));
  const tokens = { ...site.tokens };
  const edits: SiteEdit[] = [];
  for (const id of inOrderOfNaming(look.tokens).order) {
    const token = tokenOf(tokensOfLook(site, look), id)!; // it is one of the look's
    const there = ids.get(id);
    const name = there === undefined ? token.name : tokenOf(site, there)!.name; // its counterpart is there
    const isSecond = there === undefined && names.has(name); // two of the look's tokens are called so now
    if (token.gone === true || isSecond) continue;
    const becomes = there ?? id;
    ids.set(id, becomes);
    names.add(name);
    const value = keptToken(site, becomes, { ...token, name, values: valuesOfLook(site, look, ids, token) });
    if (leaves(site.tokens[becomes], value).length > 0)
      edits.push({ do: 'set', on, field: ['tokens', becomes], value });
    tokens[becomes] = value;
  }
  return { ids, then: { ...site, tokens }, edits };
}

/** A style of a look in the site's words, at the breakpoints it has. */
const styleOfLook = (site: Site, look: Dress, ids: ReadonlyMap<string, string>, style: StyleMap): StyleMap =>
  Object.fromEntries(
    site.breakpoints.flatMap(({ id: at }) => {
      const byState = style[at];
      if (!byState) return [];
      const told = Object.entries(byState).map(([state, values]) => [
        state,
        Object.fromEntries(
          Object.entries(values).map(([property, value]) => [property, valueOfLook(site, look, ids, value, at)]),
        ),
      ]);
      return [[at, Object.fromEntries(told)]];
    }),
  );

/** The edits that make one style of the site another; what stands at breakpoints that went stays. */
const styleEdits = (site: Site, place: readonly string[], was: StyleMap, is: StyleMap): SiteEdit[] =>
  leavesFor(site, was, is).map(({ path, is: value }) => ({
    ...{ do: 'set', on },
    field: SiteField.parse([...place, ...path]),
    ...valueOf(value),
  }));

/** What differs between two styles, at places the site has and as values it can have. */
const leavesFor = (site: Site, was: StyleMap, is: StyleMap): ReturnType<typeof leaves> =>
  leaves(was, is).filter(
    ({ path, is: value }) =>
      path.length === 3 && site.breakpoints.some((one) => one.id === path[0]) && canBe(site, path[2]!, value),
  );

const canBe = (site: Site, property: string, value: unknown): boolean =>
  typeof value !== 'string' || checkValue(site, property, value).ok;

/** A style without what the site cannot have. */
const allowed = (site: Site, style: StyleMap): StyleMap =>
  leavesFor(site, {}, style).reduce<StyleMap>((made, { path, is }) => withLeaf(made, path, is), {});

/** Each class of the look as it says, by its id or else its name; those that have gone come back. */
function classEdits(site: Site, look: Dress, said: (style: StyleMap) => StyleMap): SiteEdit[] {
  let index = site.classes.length;
  return look.classes.flatMap(({ id, name, style }): SiteEdit[] => {
    const there = site.classes.find((one) => one.id === id) ?? site.classes.find((one) => one.name === name);
    if (there) return styleEdits(site, ['classes', there.id, 'style'], there.style, said(style));
    return [
      { do: 'insert', on, into: 'classes', index: index++, item: { id, name, style: allowed(site, said(style)) } },
    ];
  });
}
