import { notFoundPath, titleOf } from '../../document/page';
import type { Check } from '../check';
import type { Finding } from '../finding';

/** A page without a description, or with another page's title. */
export const described: Check = {
  name: 'described',
  severity: 'warning',
  source: 'HTML, 4.2.5.1 (description); WCAG 2.2, 2.4.2 (page titled)',
  looks: 'page',
  find: ({ page, pages }) => {
    if (page.path === notFoundPath) return [];
    const title = titleOf(page).trim();
    const twin = pages?.find((one) => one.id !== page.id && one.title.trim() === title);
    const of = (reason: string): Finding => ({ check: 'described', severity: 'warning', part: page.root, reason });
    return [
      ...(page.parts[page.root]?.content.base['description'] === ''
        ? [of('It has no description: search results show whatever words they find on it. Write one under Content.')]
        : []),
      ...(twin ? [of(`${twin.path} has the same title: in tabs and search results the two can’t be told apart.`)] : []),
    ];
  },
};
