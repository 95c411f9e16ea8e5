import { blankPage, type Page, type Part } from '@core/document/page';
import { planted, styleOfTree, type Tree } from '@core/document/sections/planting';
import type { Site } from '@core/document/site';

export { around, gap, radius, type Tree } from '@core/document/sections/planting';

/**
 * A page of a site from the trees of its sections, with ids that tell page, kind and place, so that no two pages have
 * one alike; `style` is the page's own.
 */
export function pageFrom(
  site: Site,
  id: string,
  title: string,
  path: string,
  description: string,
  sections: readonly Tree[],
  style: Pick<Tree, 'base' | 'narrower' | 'narrowest'> = {},
): Page {
  const page = blankPage(id, title, path);
  let count = 0;
  const word = id.split('-').at(-1)!;
  const grown = sections.map((one) => planted(site, one, (kind) => `${word}-${kind}-${++count}`));
  const root: Part = {
    ...page.parts[page.root]!,
    children: grown.map((one) => one.root),
    style: styleOfTree(site, style),
    content: { base: { title, description } },
  };
  const parts = grown.reduce<Page['parts']>((made, one) => ({ ...made, ...one.parts }), { [page.root]: root });
  return { ...page, parts };
}
