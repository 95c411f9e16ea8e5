import { resolve } from '../../style/cascade';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import type { Site } from '../site';
import { parentOf, partOf } from '../tree';
import { styleEdit } from './style';

/** Where a part lies among what it shares a parent with. */
export type LayerWay = 'behind' | 'in front' | 'as it comes';

/**
 * Lays a part behind its neighbours, in front of them, or as it comes, at a breakpoint. Behind, its parent is
 * isolated, so that the part stays in front of what the parent
 * stands on (CSS Compositing 1 §2.4); a part in a parent that is neither flex nor grid becomes relative, so that its
 * z-index counts.
 */
export function layPart(site: Site, page: Page, id: string, breakpoint: string, way: LayerWay): Edit[] {
  const of = (part: string, name: string): string => resolve(site, page, part, breakpoint, 'normal', name).value;
  const parent = parentOf(page, id);
  if (parent === undefined) return [];
  const set = (part: string, property: string, value: string): Edit[] =>
    of(part, property) === value ? [] : [styleEdit(part, breakpoint, 'normal', property, value)];
  if (way === 'as it comes') return set(id, 'z-index', 'auto');
  const others = partOf(page, parent)
    .children.filter((one) => one !== id)
    .map((one) => Number.parseInt(of(one, 'z-index'), 10) || 0);
  const z = way === 'behind' ? Math.min(0, ...others) - 1 : Math.max(0, ...others) + 1;
  const counts = of(id, 'position') !== 'static' || /(flex|grid)$/.test(of(parent, 'display'));
  return [
    ...set(id, 'z-index', String(z)),
    ...(counts ? [] : set(id, 'position', 'relative')),
    ...(way === 'behind' && parent !== page.root ? set(parent, 'isolation', 'isolate') : []),
  ];
}
