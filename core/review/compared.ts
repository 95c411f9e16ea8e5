import { changesBetween, changesOfSite, type Change, type Naming, type Within } from '../document/changes';
import { titleOf, type Page } from '../document/page';
import { seenPage } from '../document/seen/seen-page';
import { stylingOf, type Site } from '../document/site';
import { publishedText } from '../style/tokens/tokens';

/** What a site's breakpoints, classes and tokens are called; of what it no longer has, what an earlier one called it. */
export function namingOf(site: Site, earlier: Site = site): Naming {
  const named = (of: 'breakpoints' | 'classes', id: string): string =>
    [site, earlier].flatMap((one) => one[of].find((each) => each.id === id)?.name ?? []).at(0) ?? id;
  return {
    breakpoint: (id) => named('breakpoints', id),
    class: (id) => named('classes', id),
    value: (css) => publishedText(site, css),
  };
}

/** A site with its pages by their ids, as they were together. */
export interface Together {
  readonly site: Site;
  readonly pages: Readonly<Record<string, Page>>;
}

/** What became of a page from one moment to another. */
export interface ComparedPage {
  readonly id: string;
  readonly title: string;
  readonly path: string;
  readonly is: 'new' | 'gone' | 'changed' | 'same';
  readonly changes: readonly Change[];
}

/** What differs between a site as it was and as it is: how it looks, and each page, in the order of their paths. */
export function compared(was: Together, is: Together): { readonly site: Within[]; readonly pages: ComparedPage[] } {
  const naming = namingOf(is.site, was.site);
  const ids = [...new Set([...Object.keys(is.pages), ...Object.keys(was.pages)])];
  const pages = ids.map((id): ComparedPage => {
    const [before, now] = [pageOf(was, id), pageOf(is, id)];
    const shown = (now ?? before)!; // it is in one of them
    const facts = { id, title: titleOf(shown), path: shown.path };
    if (!now) return { ...facts, is: 'gone', changes: [] };
    if (!before) return { ...facts, is: 'new', changes: [] };
    const changes = changesBetween(before, now, naming);
    return { ...facts, is: changes.length > 0 ? 'changed' : 'same', changes };
  });
  return {
    site: changesOfSite(stylingOf(was.site), stylingOf(is.site), naming),
    pages: pages.sort((one, other) => (one.path < other.path ? -1 : 1)),
  };
}

const pageOf = ({ site, pages }: Together, id: string): Page | undefined =>
  Object.hasOwn(pages, id) ? seenPage(site, pages[id]!) : undefined;
