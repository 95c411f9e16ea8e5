import { newIdentifier } from '../identifier';
import { kindOf } from '../kinds/registry';
import type { Edit } from '../edits/edit';
import { around, gap, planted, type Tree } from '../sections/planting';
import type { Page, Part, Parts } from '../page';
import type { Site } from '../site';
import { fillsAt, shownBy } from '../seen/seen-page';
import { isUse } from '../seen/references';
import { partOf, placeOf } from '../tree';

/** A subtree that is on no page yet. */
export interface NewThing {
  readonly root: string;
  readonly parts: Parts;
}
/** What is put somewhere: a new subtree, or parts that are on the page already. */
export type Thing = NewThing | { readonly part: string };

export const kindOfThing = (page: Page, thing: Thing): string =>
  'part' in thing ? partOf(page, thing.part).kind : thing.parts[thing.root]!.kind;

export const idOfThing = (thing: Thing): string => ('part' in thing ? thing.part : thing.root);

/** One new part of a kind, holding the given children. */
export function freshPart(site: Site, kind: string, children: string[] = []): Part {
  return { kind, children, classes: [], attributes: {}, ...kindOf(kind).fresh(site) };
}

const newRow: Tree = {
  kind: 'container',
  base: { 'align-items': 'center', ...gap(24, 48) },
  holds: [
    { kind: 'image', base: { width: '50%', 'object-fit': 'cover' }, narrowest: { width: '100%' } },
    {
      kind: 'container',
      base: { width: '50%', ...gap(16) },
      narrowest: { width: '100%' },
      holds: [{ kind: 'heading' }, { kind: 'text' }],
    },
  ],
};
const newLink = (text: string): Tree => ({
  kind: 'button',
  content: { text, link: '/' },
  base: { 'background-color': 'transparent', color: 'inherit', 'font-weight': '500', ...around('padding', 6, 4) },
});

/** A plain link with words, as menus have it. */
export const linkThing = (site: Site, text: string): NewThing => planted(site, newLink(text));

/**
 * Kinds that come with more than themselves: rows with two, each a picture beside words; a menu with three plain
 * links.
 */
const beginnings: Readonly<Record<string, Tree>> = {
  rows: { kind: 'rows', base: { 'row-gap': '64px' }, holds: [newRow, newRow] },
  menu: { kind: 'menu', holds: ['First page', 'Second page', 'Third page'].map(newLink) },
};

/** A new subtree of a kind as the parts drawer adds it; columns come with two of them. */
export function newThing(site: Site, kind: string): { root: string; parts: Parts } {
  const beginning = Object.hasOwn(beginnings, kind) ? beginnings[kind] : undefined;
  if (beginning) return planted(site, beginning);
  const root = newIdentifier();
  if (kind !== 'columns') return { root, parts: { [root]: freshPart(site, kind) } };
  const columns = [newIdentifier(), newIdentifier()];
  const held = Object.fromEntries(columns.map((id) => [id, freshPart(site, 'column')]));
  return { root, parts: { [root]: freshPart(site, kind, columns), ...held } };
}

/** A part as it is stored where a page as it is seen shows it: in the place of an own part, the part that uses it. */
function storedUse(page: Page, id: string): Part | undefined {
  const by = shownBy(page, id);
  return isUse(by) ? by : undefined;
}

interface Copying {
  /**
   * Places links lead to are unique on a page: they are kept only where the copy takes the original's place, or goes
   * to another page.
   */
  readonly places?: 'kept';
  /** Own parts are copied as what they show, to stand by themselves. */
  readonly freed?: true;
  /** What a copy is called; by a new name where this is left out. */
  readonly named?: (id: string) => string;
}

/** A copy of a subtree under new ids; what uses an own part goes on using it. */
export function copyOf(
  page: Page,
  id: string,
  { places, freed, named = newIdentifier }: Copying = {},
): { root: string; parts: Parts } {
  const parts: Record<string, Part> = {};
  const fills: Record<string, Part> = {};
  const copied = (one: string): string => {
    const made = named(one);
    const use = freed ? undefined : storedUse(page, one);
    const { differs, slot, ...part } = use ?? fills[one] ?? partOf(page, one);
    if (use) Object.assign(fills, fillsAt(page, one));
    const { id: _place, ...others } = part.attributes;
    const { backdrop: _measured, ...elsewhere } = part; // it holds for the original's place
    parts[made] = {
      ...(places === 'kept' ? part : elsewhere),
      ...(!freed && { ...(differs && { differs }), ...(slot !== undefined && { slot }) }),
      attributes: places === 'kept' ? part.attributes : others,
      children: part.children.map(copied),
    };
    return made;
  };
  return { root: copied(id), parts };
}

/** The edit that puts a thing at a place given as it is before the edit. */
export function put(page: Page, thing: Thing, parent: string, index: number): Edit {
  if (!('part' in thing)) return { do: 'insert', parent, index, root: thing.root, parts: thing.parts };
  const from = placeOf(page, thing.part);
  const shift = from.parent === parent && from.index < index ? 1 : 0;
  return { do: 'move', part: thing.part, parent, index: index - shift };
}
