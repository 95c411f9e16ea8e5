import type { SiteEdit } from '../edits/site-edit';
import type { Site } from '../site';
import { screensBetween } from './screens';
import { takeIn } from './taken';

/** What pictures are called at another site, and what it takes in for them. */
export interface Brought {
  readonly names: Readonly<Record<string, string>>;
  readonly edits: readonly SiteEdit[];
  /** Files of the first site that the other needs. */
  readonly files: readonly string[];
}

/** Pictures of one site for another; those that are no longer there are left out. */
export function bringPictures(from: Site, to: Site, ids: readonly string[]): Brought {
  const pictures = [...new Set(ids)].filter((id) => Object.hasOwn(from.pictures, id));
  const screens = screensBetween(from.breakpoints, to.breakpoints);
  const { names, edits, files } = takeIn(
    { from, to },
    { classes: [], tokens: [], downloads: [], families: [], pictures },
    { screens, onClash: 'here', pages: new Map() },
  );
  return { names: Object.fromEntries(names.pictures), edits, files };
}
