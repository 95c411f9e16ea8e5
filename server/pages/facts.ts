import { frameNamedBy } from '@core/document/frames/shown-frame';
import { menuPaths } from '@core/document/links/menus';
import { titleOf, type Page } from '@core/document/page';
import { referencesOf } from '@core/document/seen/references';
import { frameKey, reachOf, type Reach } from '@core/style/reach';
import { isOnPage, type AnyEdit } from '@core/document/edits/site-edit';

/** What is asked of many pages at once, and so stands in columns beside them. */
export interface PageColumns {
  readonly path: string;
  readonly title: string;
  /** Paths that the menus of its own parts lead to. */
  readonly menus: string[];
  /** The shared sections it shows of its own, and its frame by its key. */
  readonly shows: string[];
  /** How many of its parts each class, element style and token reaches. */
  readonly reach: Reach;
}

/** The frame among what a page shows. */
export const frameAmong = (shows: readonly string[]): string | undefined =>
  shows.find((one) => one.startsWith(frameKey('')))?.slice(frameKey('').length);

function framesOf(page: Page): string[] {
  const named = frameNamedBy(page);
  return named === undefined ? [] : [frameKey(named)];
}

export const factsOf = (page: Page): PageColumns => ({
  path: page.path,
  title: titleOf(page),
  menus: menuPaths([page]),
  shows: [...new Set(referencesOf(page).map(([, section]) => section)), ...framesOf(page)],
  reach: reachOf(page),
});

/** Whether an edit says something that stands beside a page, or of a style, names a token. */
const tells = (edit: AnyEdit): boolean =>
  isOnPage(edit) &&
  (edit.do !== 'set' ||
    (edit.field[0] === 'style'
      ? typeof edit.value === 'string' && edit.value.includes('--')
      : edit.field[0] !== 'name'));

/**
 * What edits may have changed of that, from what was there before to what is there now; null where they cannot have.
 */
export const factsAfter = (
  page: Page,
  { edits, inverses }: { readonly edits: readonly AnyEdit[]; readonly inverses: readonly AnyEdit[] },
): PageColumns | null => ([...edits, ...inverses].some(tells) ? factsOf(page) : null);
