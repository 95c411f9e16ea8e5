import { kindOf } from '../kinds/registry';
import type { Part } from '../page';
import type { Site } from '../site';
import type { Menu } from './menu';

/** The id of the menu a part shows; undefined for every other part. */
export function menuNamedBy(part: Pick<Part, 'kind' | 'content'>): string | undefined {
  if (kindOf(part.kind).namesPages !== true) return undefined;
  const id = part.content.base['menu'];
  return typeof id === 'string' && id !== '' ? id : undefined;
}

/** The menu a part shows, where the site has it. */
export function menuOf({ menus }: Pick<Site, 'menus'>, part: Pick<Part, 'kind' | 'content'>): Menu | undefined {
  const id = menuNamedBy(part);
  return id === undefined ? undefined : menus?.find((one) => one.id === id);
}
