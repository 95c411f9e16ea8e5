import { holdsLinks } from '../../document/links/links';
import type { Check } from '../check';

export const linkInLink: Check = {
  name: 'link in a link',
  severity: 'error',
  source: 'HTML: interactive content may not stand in an a element (section 4.5.1)',
  looks: 'page',
  find: ({ page }) =>
    Object.keys(page.parts)
      .filter((id) => page.parts[id]!.tag === 'a' && holdsLinks(page, id))
      .map((id) => ({
        check: 'link in a link',
        severity: 'error',
        part: id,
        reason: 'It holds other links, so it cannot be a link as a whole: on the published page it is none.',
        cure: {
          says: 'Make it a plain box again',
          edits: [{ do: 'set', part: id, field: ['tag'], value: 'div' }],
          before: 'a',
          after: 'div',
        },
      })),
};
