import { kindOf } from '../../document/kinds/registry';
import { variantsOf } from '../../document/content';
import type { Check } from '../check';

export const missingAlt: Check = {
  name: 'missing alt',
  severity: 'error',
  source: 'WCAG 2.2, 1.1.1',
  looks: 'part',
  find: ({ site, page }, id) => {
    const part = page.parts[id]!;
    if (kindOf(part.kind).shows !== 'picture' || String(part.content.base['alt'] ?? '').trim() !== '') return [];
    const pictures = variantsOf(site, part).flatMap(({ content }) =>
      typeof content['picture'] === 'string' && Object.hasOwn(site.pictures, content['picture'])
        ? [site.pictures[content['picture']]!]
        : [],
    );
    if (pictures.length > 0 && pictures.every((one) => one.alt.trim() !== '')) return [];
    const reason =
      pictures.length === 0
        ? 'The placeholder has no picture yet, and no words for who cannot see it.'
        : `“${pictures[0]!.name}” has no alt text: people who can’t see it get no description. Write what it shows, here or in the library.`;
    return [{ check: 'missing alt', severity: pictures.length === 0 ? 'warning' : 'error', part: id, reason }];
  },
};
