import { takeBack, ownValues, type OwnValue } from '../document/commands/overrides';
import { applyEdits } from '../document/edits/apply';
import { outwards } from '../document/breakpoint';
import type { Page } from '../document/page';
import type { Site } from '../document/site';
import { states } from '../document/style-map';
import { subtree } from '../document/tree';
import { resolve } from '../style/cascade';

/** A value of a part's own, and whether the page would be the same without it. */
export interface Override extends OwnValue {
  readonly idle: boolean;
}

/** What a property is on a part, at every breakpoint and in every state, as one text. */
function everywhere(site: Site, page: Page, part: string, property: string): string {
  return site.breakpoints
    .flatMap((one) => states.map((state) => resolve(site, page, part, one.id, state, property).value))
    .join('\n');
}

/**
 * Every value of a part's own on a page, part by part in document order. Those are idle that equal what would be
 * there without them, at every breakpoint and in every
 * state (resolved values, CSS Cascade 5 §4.2); all idle ones together may go, since each was tried with those before
 * it already gone.
 */
export function overridesOf(site: Site, page: Page): Override[] {
  const found: Override[] = [];
  let current = page;
  for (const part of subtree(page, page.root))
    for (const { id } of outwards(site.breakpoints))
      for (const own of ownValues(page, part, id)) {
        const without = applyEdits(site, current, takeBack([own])).page;
        const idle = everywhere(site, current, part, own.property) === everywhere(site, without, part, own.property);
        if (idle) current = without;
        found.push({ ...own, idle });
      }
  return found;
}
