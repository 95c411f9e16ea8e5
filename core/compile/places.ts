import { titleOf, type Page } from '../document/page';
import type { Addresses } from './declarations';

/** Where the pages are that are shown together, and what they are called, by their ids. */
export type Places = Required<Pick<Addresses, 'pages' | 'titles'>>;

export function placesOf(pages: Iterable<Page>): Places {
  const all = [...pages];
  return {
    pages: Object.fromEntries(all.map(({ id, path }) => [id, path])),
    titles: Object.fromEntries(all.map((page) => [page.id, titleOf(page)])),
  };
}
