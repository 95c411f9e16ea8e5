import { blankPage, type Page, type Part } from '@core/document/page';
import type { KeptSection } from '@core/document/sections/kept-section';
import { planted, styleOfTree, type Tree } from '@core/document/sections/planting';
import type { Site } from '@core/document/site';

export { around, gap, radius, type Tree } from '@core/document/sections/planting';

/**
 * A page of a site from the trees of its sections, with ids that tell page, kind and place, so that no two pages have
 * one alike; `own` is the page's own style, and the frame it stands in.
 */
export function pageFrom(
  site: Site,
  id: string,
  title: string,
  path: string,
  description: string,
  sections: readonly Tree[],
  own: Pick<Tree, 'base' | 'narrower' | 'narrowest'> & { readonly frame?: string } = {},
): Page {
  const page = blankPage(id, title, path);
  let count = 0;
  const word = id.split('-').at(-1)!;
  const grown = sections.map((one) => planted(site, one, (kind) => `${word}-${kind}-${++count}`));
  const root: Part = {
    ...page.parts[page.root]!,
    children: grown.map((one) => one.root),
    style: styleOfTree(site, own),
    content: { base: { title, description, ...(own.frame !== undefined && { frame: own.frame }) } },
  };
  const parts = grown.reduce<Page['parts']>((made, one) => ({ ...made, ...one.parts }), { [page.root]: root });
  return { ...page, parts };
}

/** A section that a site shares from the tree of it, with ids that tell its name and kind. */
export function sharedFrom(site: Site, id: string, purpose: KeptSection['purpose'], tree: Tree): KeptSection {
  let count = 0;
  const { root, parts } = planted(site, tree, (kind) => `${id}-${kind}-${++count}`);
  return { id, name: tree.name ?? id, purpose, shared: true, root, parts };
}
