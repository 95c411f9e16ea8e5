import { hidesTitle, type Page } from '../../document/page';
import { subtree } from '../../document/tree';

/** The level a tag gives a heading, 1 to 6. */
export function headingLevel(tag: string): number | undefined {
  const level = /^h([1-6])$/.exec(tag)?.[1];
  return level === undefined ? undefined : Number(level);
}

/** A page's headings in document order, with their levels; without its title where it goes without. */
export const headingsOf = (page: Page): { id: string; level: number }[] =>
  subtree(page, page.root).flatMap((id) => {
    const { tag, kind } = page.parts[id]!;
    const level = kind === 'page-title' && hidesTitle(page) ? undefined : headingLevel(tag);
    return level === undefined ? [] : [{ id, level }];
  });
