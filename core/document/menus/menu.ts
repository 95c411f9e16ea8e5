import * as z from 'zod';
import { Identifier } from '../identifier';
import { Link } from '../kinds/link';

/** An entry of a menu: where it leads, and what it says. */
export const MenuEntry = z.strictObject({
  /** Nowhere, where it is there for what stands under it alone. */
  to: Link,
  /** What it says; left out, an entry to a page says the page’s title. */
  text: z.string().trim().min(1, 'An entry needs a word.').max(200).optional(),
  /** The page’s title when the entry was made, for where no other page is known. */
  title: z.string().max(200).optional(),
  /** It opens a tab of its own. */
  newTab: z.literal(true).optional(),
  /** The entry it stands under. */
  under: Identifier.optional(),
  /** It stands behind those with lower numbers. */
  place: z.number(),
});
export type MenuEntry = z.infer<typeof MenuEntry>;

/** So many entries a menu may have, and so deep they may stand in one another. */
export const [mostEntries, deepestEntry] = [200, 3] as const;

export const MenuName = z.string().trim().min(1, 'A menu needs a name.').max(80);

/** A menu of the site: it stands wherever a page shows it. Its entries by id, so that each is changed by itself. */
export const Menu = z.strictObject({
  id: Identifier,
  name: MenuName,
  entries: z.record(Identifier, MenuEntry),
});
export type Menu = z.infer<typeof Menu>;

/** An entry with what stands under it, in order. */
export interface EntryTree {
  readonly id: string;
  readonly entry: MenuEntry;
  readonly under: readonly EntryTree[];
}

/** The entries of a menu as a tree. One under an entry that has gone stands where that one’s children would: on top. */
export function treeOf({ entries }: Pick<Menu, 'entries'>): readonly EntryTree[] {
  const byParent = new Map<string | undefined, string[]>();
  for (const [id, { under }] of Object.entries(entries)) {
    const parent = under !== undefined && Object.hasOwn(entries, under) ? under : undefined;
    byParent.set(parent, [...(byParent.get(parent) ?? []), id]);
  }
  const order = (one: string, other: string): number =>
    entries[one]!.place - entries[other]!.place || (one < other ? -1 : 1);
  const below = (parent: string | undefined): EntryTree[] =>
    (byParent.get(parent) ?? []).sort(order).map((id) => ({ id, entry: entries[id]!, under: below(id) }));
  return below(undefined);
}

/** A line of a menu as it is listed, with how deep it stands: 0 for those on top. */
export interface MenuRow {
  readonly id: string;
  readonly entry: MenuEntry;
  readonly depth: number;
}

/** The entries of a menu from the top down, each before what stands under it. */
export function rowsOf(menu: Pick<Menu, 'entries'>): MenuRow[] {
  const listed = (trees: readonly EntryTree[], depth: number): MenuRow[] =>
    trees.flatMap(({ id, entry, under }) => [{ id, entry, depth }, ...listed(under, depth + 1)]);
  return listed(treeOf(menu), 0);
}

/** Whether entries stand in one another in a circle, which no tree shows. */
export const goesInCircles = (menu: Pick<Menu, 'entries'>): boolean =>
  rowsOf(menu).length < Object.keys(menu.entries).length;
