import { tongueOf } from '../document/language';
import { titleOf, type Page } from '../document/page';
import type { Addresses } from './declarations';

/** Where the pages are that are shown together, what they are called and in which languages, by their ids. */
export type Places = Required<Pick<Addresses, 'pages' | 'titles' | 'tongues'>>;

export function placesOf(pages: Iterable<Page>): Places {
  const all = [...pages];
  return {
    pages: Object.fromEntries(all.map(({ id, path }) => [id, path])),
    titles: Object.fromEntries(all.map((page) => [page.id, titleOf(page)])),
    tongues: Object.fromEntries(
      all.flatMap((page) => {
        const tongue = tongueOf(page);
        return tongue ? [[page.id, tongue]] : [];
      }),
    ),
  };
}
