import { pathOfLink } from '../../document/menus';
import type { Check } from '../check';

export const deadLinks: Check = {
  name: 'dead links',
  severity: 'error',
  source: 'common practice (needs 8.2)',
  looks: 'page',
  find: ({ page, paths }) => {
    const places = new Set(Object.values(page.parts).flatMap((part) => part.attributes['id'] ?? []));
    return Object.entries(page.parts).flatMap(([id, part]) => {
      const link = part.content.base['link'];
      if (typeof link !== 'string') return [];
      const dead = (reason: string, severity: 'error' | 'warning' = 'error') => [
        { check: 'dead links', severity, part: id, reason },
      ];
      if (link === '') return dead('It leads nowhere yet.', 'warning');
      if (link.startsWith('#'))
        return places.has(link.slice(1)) ? [] : dead(`It leads to ${link}, but no part of this page has that id.`);
      if (!link.startsWith('/') || paths === undefined) return [];
      const path = pathOfLink(link) ?? link;
      return paths.includes(path) ? [] : dead(`It leads to ${path}, where this site has no page.`);
    });
  },
};
