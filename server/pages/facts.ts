import { menuPaths } from '@core/document/menus';
import { titleOf, type Page } from '@core/document/page';
import { referencesOf } from '@core/document/seen/seen-page';
import { reachOf, type Reach } from '@core/style/reach';
import { isOnPage, type Primitive } from '@core/document/edits/site-edit';

/** What is asked of many pages at once, and so stands in columns beside them. */
export interface PageColumns {
  readonly path: string;
  readonly title: string;
  /** Paths that the menus of its own parts lead to. */
  readonly menus: string[];
  /** The shared sections it shows. */
  readonly shows: string[];
  /** How many of its parts each class and element style reaches. */
  readonly reach: Reach;
}

export const factsOf = (page: Page): PageColumns => ({
  path: page.path,
  title: titleOf(page),
  menus: menuPaths([page]),
  shows: [...new Set(referencesOf(page).map(([, section]) => section))],
  reach: reachOf(page),
});

/** What edits may have changed of that; null where they cannot have. */
export const factsAfter = (page: Page, edits: readonly Primitive[]): PageColumns | null =>
  edits.some((edit) => isOnPage(edit) && (edit.do !== 'set' || !['style', 'name'].includes(edit.field[0])))
    ? factsOf(page)
    : null;
