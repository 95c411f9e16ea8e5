import { editorOf } from '../kinds/registry';
import type { Parts } from '../page';
import type { Site } from '../site';

/** How often each picture or file of the library is named, by its id. */
export type Uses = Readonly<Record<string, number>>;

/** What of the library something names. */
export interface LibraryUses {
  readonly pictures: Uses;
  readonly downloads: Uses;
}

/** A picture or file as values and links name it. */
const naming = /\b(picture|download):([a-z][a-z0-9-]{0,39})/g;

class Count {
  readonly pictures: Record<string, number> = {};
  readonly downloads: Record<string, number> = {};

  add(of: 'pictures' | 'downloads', id: string): void {
    this[of][id] = (Object.hasOwn(this[of], id) ? this[of][id]! : 0) + 1;
  }

  /** Every name in any text of some data. */
  texts(data: unknown): void {
    if (typeof data === 'string') {
      for (const [, what, id] of data.matchAll(naming)) this.add(what === 'picture' ? 'pictures' : 'downloads', id!);
    } else if (typeof data === 'object' && data !== null) for (const one of Object.values(data)) this.texts(one);
  }

  parts(parts: Parts): void {
    for (const { kind, style, content } of Object.values(parts)) {
      this.texts(style);
      for (const said of Object.values(content)) {
        this.texts(said);
        for (const [key, value] of Object.entries(said))
          if (typeof value === 'string' && editorOf(kind, key) === 'picture') this.add('pictures', value);
      }
    }
  }
}

/** What the parts of a page name of the library, wherever: pictures, backgrounds, posters, links. */
export function usesOfParts(parts: Parts): LibraryUses {
  const count = new Count();
  count.parts(parts);
  return count;
}

/** The same of what a site says besides its pages: sections, classes, elements, tokens, looks, menus, redirects. */
export function usesOfSite(site: Site): LibraryUses {
  const count = new Count();
  for (const section of site.sections ?? []) count.parts(section.parts);
  const { tokens, elements, classes, looks, menus, redirects } = site;
  if (site.icon) count.add('pictures', site.icon.picture);
  count.texts({ tokens, elements, classes, looks, menus, redirects });
  return count;
}
