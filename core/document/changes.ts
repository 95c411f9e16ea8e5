import { tokenOf } from '../style/tokens/tokens';
import { baseOf } from './breakpoint';
import { nameOf } from './kinds/registry';
import type { MenuEntry } from './menus/menu';
import { saysOf } from './menus/says';
import type { Page, Part } from './page';
import { pathTo } from './tree';
import { leaves } from './leaves';
import type { Styling } from './site';

/** One difference between two versions of a page, named for a person. */
export interface Change {
  readonly part: string;
  readonly what: string;
  /** What a field said and says, where that is a text; undefined on the side where it says nothing. */
  readonly values?: { readonly was: string | undefined; readonly is: string | undefined };
}

/** Names a breakpoint for a person. */
export interface Naming {
  breakpoint(id: string): string;
  class(id: string): string;
  /** A CSS value, its tokens by what they are called. */
  value(css: string): string;
}
const byId: Naming = { breakpoint: (id) => id, class: (id) => id, value: (css) => css };

const text = (value: unknown): string => JSON.stringify(value) ?? '';

/** A difference that is no part's. */
export type Within = Pick<Change, 'what' | 'values'>;

const worded = (value: unknown): string | undefined =>
  value === undefined || typeof value === 'string' ? value : text(value);
const said = (what: string, { was, is }: { readonly was: unknown; readonly is: unknown }): Within => ({
  what,
  values: { was: worded(was), is: worded(is) },
});
/** The same of a CSS value. */
const saidOf = (what: string, { was, is }: { readonly was: unknown; readonly is: unknown }, naming: Naming): Within => {
  const named = (value: unknown): unknown => (typeof value === 'string' ? naming.value(value) : value);
  return said(what, { was: named(was), is: named(is) });
};

function within(before: Part, now: Part, naming: Naming): Within[] {
  const field = (what: string, was: unknown, is: unknown): Within[] =>
    text(was) === text(is) ? [] : [said(what, { was, is })];
  return [
    ...leaves(before.style, now.style).map((leaf) =>
      saidOf(
        [naming.breakpoint(leaf.path[0]!), ...leaf.path.slice(1).filter((key) => key !== 'normal')].join(' '),
        leaf,
        naming,
      ),
    ),
    ...leaves(before.content, now.content).map((leaf) =>
      said(
        [...(leaf.path[0] === 'base' ? [] : [naming.breakpoint(leaf.path[0]!)]), ...leaf.path.slice(1)].join(' '),
        leaf,
      ),
    ),
    ...leaves(before.attributes, now.attributes).map((leaf) => said(leaf.path.join(' '), leaf)),
    ...field('tag', before.tag, now.tag),
    ...field('name', before.name, now.name),
    ...(before.off === now.off ? [] : [{ what: now.off ? 'switched off' : 'switched on' }]),
    ...(text(before.backdrop) === text(now.backdrop) ? [] : [{ what: 'widths of the pictures behind it' }]),
    ...field('classes', before.classes.map(naming.class).join(' '), now.classes.map(naming.class).join(' ')),
  ];
}

/** The children a part had and has on both pages, in order: it differs when they were reordered. */
const kept = (children: readonly string[], other: ReadonlySet<string>): string =>
  children.filter((child) => other.has(child)).join();

/** The nearest box around a part that the other page has too: a part whose box alone came or went has not moved. */
const home = (page: Page, part: string, other: Page): string | undefined =>
  pathTo(page, part)
    .slice(0, -1)
    .findLast((id) => Object.hasOwn(other.parts, id));

/** The parts of the page as it was that stand in a box now and did not, and have another home for it. */
function movedInto(held: ReadonlySet<string>, part: Part, before: Page, now: Page): Change[] {
  const came = part.children.filter(
    (child) =>
      !held.has(child) && Object.hasOwn(before.parts, child) && home(before, child, now) !== home(now, child, before),
  );
  return came.map((child) => ({ part: child, what: `${nameOf(now.parts[child]!)} moved` }));
}

function betweenParts(
  old: Part,
  part: Part,
  {
    id,
    before,
    now,
    naming,
  }: { readonly id: string; readonly before: Page; readonly now: Page; readonly naming: Naming },
): Change[] {
  const name = nameOf(part);
  const changes: Change[] = within(old, part, naming).map((one) => ({
    ...one,
    part: id,
    what: `${name}: ${one.what}`,
  }));
  const [held, holds] = [new Set(old.children), new Set(part.children)];
  if (kept(old.children, holds) !== kept(part.children, held)) changes.push({ part: id, what: `${name}: order` });
  return changes.concat(movedInto(held, part, before, now));
}

/** What differs between a page as it was and as it is: parts added, removed and moved, and each field that was set. */
export function changesBetween(before: Page | null, now: Page, naming: Naming = byId): Change[] {
  if (before === null)
    return Object.keys(now.parts).map((part) => ({ part, what: `${nameOf(now.parts[part]!)} is new` }));
  const changes: Change[] = [];
  for (const id in now.parts) {
    const part = now.parts[id]!;
    const old = Object.hasOwn(before.parts, id) ? before.parts[id] : undefined;
    if (old === part) continue;
    if (old) changes.push(...betweenParts(old, part, { id, before, now, naming }));
    else changes.push({ part: id, what: `${nameOf(part)} added` }, ...movedInto(new Set(), part, before, now));
  }
  for (const id in before.parts)
    if (!Object.hasOwn(now.parts, id)) changes.push({ part: id, what: `${nameOf(before.parts[id]!)} removed` });
  if (before.path !== now.path) changes.push({ part: now.root, what: `Page: path ${now.path}` });
  return changes;
}

/** What differs between the tokens: by their names, at the breakpoints where they differ. */
function changesOfTokens(was: Styling, is: Styling, naming: Naming): Within[] {
  return [...new Set([...Object.keys(was.tokens), ...Object.keys(is.tokens)])].flatMap((id): Within[] => {
    const [old, now] = [tokenOf(was, id), tokenOf(is, id)];
    if (old?.gone === true && now?.gone === true) return [];
    if (!now || now.gone === true) return old ? [{ what: `Token ${old.name} deleted` }] : [];
    const renamed =
      old && old.name !== now.name ? [said(`Token ${old.name}: name`, { was: old.name, is: now.name })] : [];
    const values = leaves(old?.values, now.values).map((leaf) => {
      const at = leaf.path[0] ?? '';
      const where = at === baseOf(is.breakpoints).id ? '' : `: ${naming.breakpoint(at)}`;
      return saidOf(`Token ${now.name}${where}`, leaf, naming);
    });
    return [...renamed, ...values];
  });
}

/** What differs between the tokens for visitors who prefer dark pages. */
function changesInDark(was: Styling, is: Styling, naming: Naming): Within[] {
  if (!was.dark || !is.dark)
    return was.dark || is.dark ? [{ what: is.dark ? 'Dark pages: added' : 'Dark pages: removed' }] : [];
  const dark = (one: Styling): Styling => ({ ...one, tokens: one.dark ?? {} });
  return changesOfTokens(dark(was), dark(is), naming).map((one) => ({ ...one, what: `Dark pages: ${one.what}` }));
}

/** What differs between the menus: their entries by what they say, as far as that is known without the pages. */
function changesOfMenus(was: Styling, is: Styling): Within[] {
  const [old, now] = [was, is].map(({ menus = [] }) => new Map(menus.map((one) => [one.id, one])));
  const says = (entry: MenuEntry): string => saysOf(entry, () => undefined);
  const lists = [...new Set([...old!.keys(), ...now!.keys()])];
  return lists.flatMap((id): Within[] => {
    const [before, after] = [old!.get(id), now!.get(id)];
    if (!before || !after) return [{ what: `Menu ${(before ?? after)!.name} ${after ? 'added' : 'deleted'}` }];
    const of = `Menu ${after.name}`;
    const entries = [...new Set([...Object.keys(before.entries), ...Object.keys(after.entries)])];
    const named = before.name === after.name ? [] : [said(`${of}: name`, { was: before.name, is: after.name })];
    return named.concat(
      entries.flatMap((key): Within[] => {
        const [had, has] = [before.entries[key], after.entries[key]];
        if (!had || !has) return [{ what: `${of}: “${says((had ?? has)!)}” ${has ? 'added' : 'removed'}` }];
        const moved = had.under !== has.under || had.place !== has.place;
        return [
          ...(says(had) === says(has) ? [] : [said(`${of}: entry`, { was: says(had), is: says(has) })]),
          ...(had.to === has.to ? [] : [said(`${of}: “${says(has)}” leads to`, { was: had.to, is: has.to })]),
          ...(had.newTab === has.newTab
            ? []
            : [{ what: `${of}: “${says(has)}” opens in ${has.newTab ? 'a new' : 'the same'} tab` }]),
          ...(moved ? [{ what: `${of}: “${says(has)}” moved` }] : []),
        ];
      }),
    );
  });
}

/** What differs between what decided how pages looked and what does: each value, named for a person. */
export function changesOfSite(was: Styling, is: Styling, naming: Naming = byId): Within[] {
  const styles = (whose: string, before: unknown, now: unknown): Within[] =>
    leaves(before, now).map((leaf) => {
      const [at, ...what] = leaf.path.filter((key) => key !== 'normal');
      return saidOf(`${whose}: ${naming.breakpoint(at ?? '')} ${what.join(' ')}`, leaf, naming);
    });
  const [old, now] = [was, is].map((one) => new Map(one.classes.map((each) => [each.id, each])));
  const order = (one: Styling, other: ReadonlyMap<string, unknown>): string =>
    kept(
      one.classes.map(({ id }) => id),
      new Set(other.keys()),
    );
  return [
    ...[...new Set([...Object.keys(was.elements), ...Object.keys(is.elements)])].flatMap((tag) =>
      styles(`Every ${tag}`, was.elements[tag], is.elements[tag]),
    ),
    ...is.classes.flatMap(({ id, name, style }): Within[] => {
      const before = old!.get(id);
      if (!before) return [{ what: `Class ${name} added` }];
      const renamed = before.name === name ? [] : [said(`Class ${name}: name`, { was: before.name, is: name })];
      return [...renamed, ...styles(`Class ${name}`, before.style, style)];
    }),
    ...was.classes.filter(({ id }) => !now!.has(id)).map(({ name }): Within => ({ what: `Class ${name} deleted` })),
    ...(order(was, now!) === order(is, old!) ? [] : [{ what: 'Classes: order' }]),
    ...changesOfTokens(was, is, naming),
    ...changesInDark(was, is, naming),
    ...changesOfMenus(was, is),
    ...(text(was.fonts) === text(is.fonts) ? [] : [{ what: 'Typefaces of the site' }]),
    ...(text(was.faces ?? []) === text(is.faces ?? []) ? [] : [{ what: 'Uploaded typefaces' }]),
    ...(text(was.breakpoints) === text(is.breakpoints) ? [] : [{ what: 'Breakpoints of the site' }]),
  ];
}

/**
 * A page in which every part that equals its counterpart in another one is that very object, so that comparing them
 * costs nothing.
 */
export function sharingParts(page: Page, other: Page): Page {
  const parts = Object.fromEntries(
    Object.entries(page.parts).map(([id, part]) => {
      const twin = Object.hasOwn(other.parts, id) ? other.parts[id] : undefined;
      return [id, twin && leaves(part, twin).length === 0 ? twin : part];
    }),
  );
  return { ...page, parts };
}
