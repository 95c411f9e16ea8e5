import { headingsOf } from './headings';
import { kindOf } from '../../document/kinds/registry';
import type { Page } from '../../document/page';
import type { Check } from '../check';
import type { Finding } from '../finding';

/** Makes the first heading of a page its `h1`; nothing where it can be none. */
const cureOf = (page: Page, { id, level }: { readonly id: string; readonly level: number }): Pick<Finding, 'cure'> =>
  kindOf(page.parts[id]!.kind).tags.includes('h1')
    ? {
        cure: {
          says: 'Make it the h1',
          edits: [{ do: 'set', part: id, field: ['tag'], value: 'h1' }],
          before: `h${level}`,
          after: 'h1',
        },
      }
    : {};

/** Headings that skip a level, a page without an `h1`, or with several. */
export const headingOrder: Check = {
  name: 'heading order',
  severity: 'warning',
  source: 'WCAG 2.2, 1.3.1 and technique G141',
  looks: 'page',
  find: ({ page }) => {
    const headings = headingsOf(page);
    const titles = headings.filter((one) => one.level === 1);
    const found = headings.flatMap(({ id, level }, index): Finding[] => {
      const before = headings[index - 1]?.level ?? level;
      return level > before + 1
        ? [
            {
              check: 'heading order',
              severity: 'warning' as const,
              part: id,
              reason: `An h${level} follows an h${before}: who listens to the page misses an h${before + 1} between. Its size is style; take the level for its meaning.`,
            },
          ]
        : [];
    });
    if (headings.length > 0 && titles.length === 0)
      found.push({
        check: 'heading order',
        severity: 'warning',
        part: headings[0]!.id,
        reason: 'The page has headings, but no h1 that says what it is about.',
        ...cureOf(page, headings[0]!),
      });
    for (const { id } of titles.slice(1))
      found.push({
        check: 'heading order',
        severity: 'warning',
        part: id,
        reason: 'This is a second h1. One says what the page is about; what lies below it is an h2.',
      });
    return found;
  },
};
