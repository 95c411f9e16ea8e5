import { newIdentifier } from '../identifier';
import { deepestEntry, rowsOf, treeOf, type EntryTree, type Menu, type MenuEntry, type MenuRow } from '../menus/menu';
import { asValue } from '../edits/edit';
import type { SiteEdit, SiteSet } from '../edits/site-edit';
import type { Site } from '../site';

/** What is said of an entry that is to be made. */
export type NewEntry = Pick<MenuEntry, 'to' | 'text' | 'title'>;

/** Where an entry stands: behind how many of its kin, under which entry, or on top. */
export interface EntryPlace {
  readonly under?: string | undefined;
  readonly index: number;
}

const setEntry = (menu: string, id: string, value: MenuEntry | undefined): SiteSet => ({
  ...{ do: 'set', on: 'site', field: ['menus', menu, 'entries', id] },
  ...(value !== undefined && { value: asValue(value) }),
});

const withUnder = ({ under: _before, ...entry }: MenuEntry, under: string | undefined): MenuEntry => ({
  ...entry,
  ...(under !== undefined && { under }),
});

/** What stands under an entry, or on top, in order. */
function kinOf(menu: Menu, under: string | undefined): readonly EntryTree[] {
  const find = (trees: readonly EntryTree[]): readonly EntryTree[] | undefined => {
    for (const one of trees) {
      if (one.id === under) return one.under;
      const below = find(one.under);
      if (below) return below;
    }
    return undefined;
  };
  const top = treeOf(menu);
  return under === undefined ? top : (find(top) ?? []);
}

/**
 * The edits that put an entry, new or one there is, at a place: one of the entry alone, so that others’ changes of
 * the menu stay; where its neighbours leave no number between them, of them too.
 */
function putAt(menu: Menu, id: string, entry: Omit<MenuEntry, 'place'>, { under, index }: EntryPlace): SiteSet[] {
  const kin = kinOf(menu, under).filter((one) => one.id !== id);
  const [before, after] = [kin[index - 1]?.entry.place, kin[index]?.entry.place];
  const place =
    before === undefined ? (after ?? 1) - 1 : after === undefined ? before + 1 : before + (after - before) / 2;
  const placed = withUnder({ ...entry, place }, under);
  const isBetween = (before === undefined || place > before) && (after === undefined || place < after);
  if (isBetween && Number.isFinite(place)) return [setEntry(menu.id, id, placed)];
  const all = kin.toSpliced(index, 0, { id, entry: placed, under: [] });
  return all.map((one, at) => setEntry(menu.id, one.id, withUnder({ ...one.entry, place: at }, under)));
}

/** The edit that makes a menu, behind those there are. */
export function newMenu({ menus = [] }: Pick<Site, 'menus'>, name: string): { edits: SiteEdit[]; made: string } {
  const made = newIdentifier();
  const item: Menu = { id: made, name, entries: {} };
  return { made, edits: [{ do: 'insert', on: 'site', into: 'menus', index: menus.length, item }] };
}

/** The edits that put a new entry into a menu: at its end, where no place is said. */
export function addEntry(
  menu: Menu,
  entry: NewEntry,
  place?: EntryPlace,
  made = newIdentifier(),
): { edits: SiteSet[]; made: string } {
  return { made, edits: putAt(menu, made, entry, place ?? { index: kinOf(menu, undefined).length }) };
}

/** The edits that change what an entry says, or where it leads. */
export const changeEntry = (menu: Menu, id: string, change: Partial<MenuEntry>): SiteSet[] => {
  const entry = Object.hasOwn(menu.entries, id) ? menu.entries[id] : undefined;
  if (!entry) return [];
  const { text, newTab, title, ...rest } = { ...entry, ...change };
  const next: MenuEntry = {
    ...rest,
    ...(text !== undefined && { text }),
    ...(title !== undefined && { title }),
    ...(newTab !== undefined && { newTab }),
  };
  return [setEntry(menu.id, id, next)];
};

/** An entry and all that stands under it, as they are listed. */
export function withThoseUnder(menu: Menu, id: string): string[] {
  const rows = rowsOf(menu);
  const at = rows.findIndex((row) => row.id === id);
  if (at === -1) return [];
  const end = rows.findIndex((row, index) => index > at && row.depth <= rows[at]!.depth);
  return rows.slice(at, end === -1 ? undefined : end).map((row) => row.id);
}

/** The edits that take an entry out of a menu, with what stands under it. */
export const removeEntry = (menu: Menu, id: string): SiteSet[] =>
  withThoseUnder(menu, id).map((one) => setEntry(menu.id, one, undefined));

/** How many levels stand under an entry, itself counted. */
function heightOf(menu: Menu, id: string): number {
  const own = new Set(withThoseUnder(menu, id));
  const depths = rowsOf(menu).flatMap((row) => (own.has(row.id) ? [row.depth] : []));
  return Math.max(...depths) - Math.min(...depths) + 1;
}

/**
 * The edits that move an entry, with what stands under it, among the lines of a menu as they are listed without it:
 * before the line at `index`, as deep as is wished and the lines around allow. None where it stands there already, or
 * would stand too deep.
 */
export function dropEntry(menu: Menu, id: string, index: number, depth: number): SiteSet[] {
  const moved = new Set(withThoseUnder(menu, id));
  const rest = rowsOf(menu).filter((row) => !moved.has(row.id));
  if (moved.size === 0) return [];
  const most = deepestEntry - heightOf(menu, id);
  if ((rest[index]?.depth ?? 0) > most) return [];
  const place = placeAt(rest, index, Math.min(depth, most));
  const entry = menu.entries[id]!;
  const kin = kinOf(menu, place.under);
  const isThere = entry.under === place.under && kin.findIndex((one) => one.id === id) === place.index;
  return isThere ? [] : putAt(menu, id, entry, place);
}

/** How deep a line may stand between others: no deeper than under the one before, no less than the one behind it. */
function placeAt(rows: readonly MenuRow[], index: number, wished: number): EntryPlace {
  const [before, after] = [rows[index - 1], rows[index]];
  const least = after?.depth ?? 0; // else what stands behind it would stand before it
  const depth = Math.max(Math.min(wished, before ? before.depth + 1 : 0), least);
  const parent = rows.slice(0, index).findLast((row) => row.depth < depth);
  const since = rows.slice(parent ? rows.indexOf(parent) + 1 : 0, index);
  return { under: parent?.id, index: since.filter((row) => row.depth === depth).length };
}

/** A step of an entry by keyboard: past its neighbour, under the one before it, or out behind the one it stands under. */
export type EntryStep = 'up' | 'down' | 'in' | 'out';

/** The edits of a step; none where there is nowhere to go. */
export function stepEntry(menu: Menu, id: string, step: EntryStep): SiteSet[] {
  const entry = Object.hasOwn(menu.entries, id) ? menu.entries[id] : undefined;
  if (!entry) return [];
  const under = entry.under !== undefined && Object.hasOwn(menu.entries, entry.under) ? entry.under : undefined;
  const kin = kinOf(menu, under);
  const at = kin.findIndex((one) => one.id === id);
  if (step === 'up') return at > 0 ? putAt(menu, id, entry, { under, index: at - 1 }) : [];
  if (step === 'down') return at + 1 < kin.length ? putAt(menu, id, entry, { under, index: at + 1 }) : [];
  if (step === 'out') {
    if (under === undefined) return [];
    const above = menu.entries[under]!.under;
    return putAt(menu, id, entry, { under: above, index: kinOf(menu, above).findIndex((one) => one.id === under) + 1 });
  }
  const before = kin[at - 1];
  const depth = rowsOf(menu).find((row) => row.id === id)!.depth;
  if (!before || depth + heightOf(menu, id) >= deepestEntry) return [];
  return putAt(menu, id, entry, { under: before.id, index: before.under.length });
}
