import type { SectionEdit, SiteEdit } from '../edits/site-edit';
import { kindOf } from '../kinds/registry';
import { rowsOf } from '../menus/menu';
import { saysOf as wordsOf } from '../menus/says';
import type { Part, Parts } from '../page';
import { Problem } from '../problem';
import { pageOfSection } from '../sections/kept-section';
import type { Site } from '../site';
import { subtree } from '../tree';
import { addEntry } from './menus';
import { copyOf, linkThing } from './thing';

/** A menu that stands once for all pages: a `nav` in a shared section. */
export interface SharedMenu {
  readonly section: string;
  readonly part: string;
  /** What people call it: its name, and that of its section. */
  readonly name: string;
  /** What its entries say, in their order. */
  readonly entries: readonly string[];
}

const saysOf = ({ content }: Part): string => {
  const text = content.base['text'];
  return typeof text === 'string' ? text : '';
};

/** Whether a part is an entry that another can be made like: it leads somewhere as a whole, and says so in plain words. */
const isEntry = ({ content }: Part): boolean =>
  typeof content.base['link'] === 'string' && typeof content.base['text'] === 'string';

/** The menus of a site's shared sections, in the order of the sections. */
export function sharedMenus(site: Pick<Site, 'sections'>): SharedMenu[] {
  return (site.sections ?? [])
    .filter((section) => section.shared)
    .flatMap((section) =>
      subtree(pageOfSection(section), section.root)
        .filter((id) => section.parts[id]!.tag === 'nav' && kindOf(section.parts[id]!.kind).namesPages !== true)
        .map((part) => {
          const nav = section.parts[part]!;
          const label = nav.attributes['aria-label'] ?? nav.name ?? kindOf(nav.kind).word;
          const entries = subtree(pageOfSection(section), part)
            .map((id) => section.parts[id]!)
            .filter(isEntry);
          return { section: section.id, part, name: `${label} · ${section.name}`, entries: entries.map(saysOf) };
        }),
    );
}

/** An entry like another, that leads to a page: what it says elsewhere than everywhere is the other’s own. */
function likeIt(parts: Parts, root: string, page: { readonly id: string; readonly title: string }): Parts {
  const part = parts[root]!;
  const { newTab: _tab, linkLabel: _label, ...base } = part.content.base;
  const content = { base: { ...base, text: page.title, link: `page:${page.id}` } };
  return { ...parts, [root]: { ...part, content } };
}

/**
 * The edit that puts a page at the end of a menu: an entry like the last one there, or a plain link where there is
 * none. It leads to the page by its id, so that it follows every change of path. @throws Problem where the menu has gone
 */
export function menuEntry(
  site: Site,
  menu: Pick<SharedMenu, 'section' | 'part'>,
  page: { readonly id: string; readonly title: string },
): SectionEdit {
  const section = site.sections?.find((one) => one.id === menu.section && one.shared);
  const nav = section && Object.hasOwn(section.parts, menu.part) ? section.parts[menu.part] : undefined;
  if (!section || !nav) throw new Problem('This menu is no longer there.', { part: menu.part });
  const last = nav.children.findLast((id) => isEntry(section.parts[id]!));
  const { root, parts } = last === undefined ? linkThing(site, page.title) : copyOf(pageOfSection(section), last);
  const index = last === undefined ? nav.children.length : nav.children.indexOf(last) + 1;
  const entry = likeIt(parts, root, page);
  return { do: 'insert', on: 'site', section: section.id, parent: menu.part, index, root, parts: entry };
}

/** A menu a page can be put in from anywhere: one of the site, or one that stands in a shared section. */
export interface OfferedMenu {
  readonly key: string;
  readonly name: string;
  /** What its entries say, in their order. */
  readonly entries: readonly string[];
  /** The edits that put a page at its end. @throws Problem where it has gone */
  put(page: { readonly id: string; readonly title: string }): SiteEdit[];
}

/** The menus a page can be put in: the site’s own first. */
export const offeredMenus = (site: Site): OfferedMenu[] => [
  ...(site.menus ?? []).map((menu) => ({
    key: menu.id,
    name: menu.name,
    entries: rowsOf(menu).map(({ entry }) => wordsOf(entry, () => undefined)),
    put: ({ id, title }: { id: string; title: string }) => addEntry(menu, { to: `page:${id}`, title }).edits,
  })),
  ...sharedMenus(site).map((menu) => ({
    key: `${menu.section} ${menu.part}`,
    name: menu.name,
    entries: menu.entries,
    put: (page: { id: string; title: string }) => [menuEntry(site, menu, page)],
  })),
];
