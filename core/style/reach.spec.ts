import fc from 'fast-check';
import { kinds } from '../document/kinds/registry';
import { seenPage } from '../document/seen/seen-page';
import { randomly } from '../document/testing/randomly';
import { sharing } from '../document/testing/sharing';
import { blankPage, type Page } from '../document/page';
import { reachedBy, type SiteHolder } from './holder';
import { reachedOn, reachOf, reachOfSections } from './reach';

describe('How many parts a holder reaches on a page', () => {
  const tags = [...new Set(kinds.flatMap((one) => [...one.tags]))];

  it('is what the page as it is seen has of them, through the sections it shares, once or twice', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const shared = sharing(random, 2);
        if (!shared) return;
        const { site } = shared;
        const root = shared.page.parts[shared.page.root]!;
        const first = root.children[0]!;
        const page: Page = {
          ...shared.page,
          parts: {
            ...shared.page.parts,
            [shared.page.root]: { ...root, children: [...root.children, 'again'] },
            again: shared.page.parts[first]!,
          },
        };
        const holders: SiteHolder[] = [
          ...tags.map((tag): SiteHolder => ({ holds: 'element', tag })),
          ...site.classes.map(({ id }): SiteHolder => ({ holds: 'class', id })),
        ];
        const [reach, sections, seen] = [reachOf(page), reachOfSections(site), seenPage(site, page)];
        for (const holder of holders)
          expect(reachedOn(reach, sections, holder))
            .withContext(JSON.stringify(holder))
            .toBe(reachedBy(seen, holder).length);
      }),
      { numRuns: 60 },
    );
  });

  it('counts a part once that has a class twice', () => {
    const blank = blankPage('p', 'P', '/');
    const root = { ...blank.parts[blank.root]!, classes: ['a', 'a'] };
    const page: Page = { ...blank, parts: { [blank.root]: root } };
    expect(reachOf(page)).toEqual({ body: 1, '.a': 1 });
  });
});
