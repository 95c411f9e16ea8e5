import { namedBy } from '../../style/tokens/tokens';
import { usesOfParts, usesOfSite, type Uses } from '../library/uses';
import { insideOf } from '../kinds/registry';
import type { Parts } from '../page';
import { blankSite, type Site } from '../site';

/** What parts need of their site, by ids in the site's order; typefaces by their families. */
export interface Needed {
  readonly classes: readonly string[];
  readonly tokens: readonly string[];
  readonly pictures: readonly string[];
  readonly downloads: readonly string[];
  readonly families: readonly string[];
}

const among = (uses: readonly Uses[], there: Readonly<Record<string, unknown>>): string[] =>
  Object.keys(there).filter((id) => uses.some((one) => Object.hasOwn(one, id)));

/** What parts need of their site to look and lead as they do there: by themselves, by their classes, by tokens. */
export function neededOf(site: Site, parts: Parts): Needed {
  const all = Object.values(parts);
  const worn = new Set(all.flatMap((part) => [...part.classes, ...insideOf(part).classes]));
  const classes = site.classes.filter((one) => worn.has(one.id));
  const ids = namedBy(site, JSON.stringify([all.map((one) => [one.style, one.content]), classes]));
  const tokens = Object.fromEntries(ids.map((id) => [id, site.tokens[id]!])); // they are the site's
  const text = JSON.stringify([all.map((one) => one.style), classes, tokens]);
  const families = new Set([...site.fonts, ...(site.faces ?? []).map((one) => one.family)]);
  const uses = [usesOfParts(parts), usesOfSite({ ...blankSite('none', 'None', 'none'), classes, tokens })];
  return {
    classes: classes.map((one) => one.id),
    tokens: ids,
    pictures: among(
      uses.map((one) => one.pictures),
      site.pictures,
    ),
    downloads: among(
      uses.map((one) => one.downloads),
      site.downloads ?? {},
    ),
    families: [...families].filter((family) => text.includes(family)),
  };
}
