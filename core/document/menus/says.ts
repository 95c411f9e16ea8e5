import { pageOfLink } from '../kinds/link';
import type { MenuEntry } from './menu';

/** What an entry says: its own words, else the title of the page it leads to, else where it leads. */
export function saysOf(entry: MenuEntry, titleOf: (page: string) => string | undefined): string {
  if (entry.text !== undefined) return entry.text;
  const named = pageOfLink(entry.to);
  const title = (named && titleOf(named.page)) ?? entry.title;
  return title ?? entry.to.replace(/^(https?:\/\/|mailto:|tel:)/, '');
}
