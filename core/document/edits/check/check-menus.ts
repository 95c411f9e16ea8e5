import { deepestEntry, goesInCircles, mostEntries, rowsOf } from '../../menus/menu';
import { Problem } from '../../problem';
import type { Site } from '../../site';

/** Refuses menus whose entries make no tree, or too large a one. @throws Problem that names the menu */
export function checkMenus({ menus = [] }: Pick<Site, 'menus'>): void {
  for (const menu of menus) {
    const field = `menus.${menu.id}`;
    if (Object.keys(menu.entries).length > mostEntries)
      throw new Problem(`A menu has at most ${mostEntries} entries.`, { field });
    if (goesInCircles(menu)) throw new Problem(`An entry of “${menu.name}” would stand under itself.`, { field });
    if (rowsOf(menu).some((row) => row.depth >= deepestEntry))
      throw new Problem(`The entries of a menu stand at most ${deepestEntry} levels deep.`, { field });
  }
}
