import { sharingParts } from '@core/document/changes';
import { seenPage } from '@core/document/seen/seen-page';
import type { PageFacts } from '@core/api/pages';

/** The newest release of a page, its shared sections and frames resolved. */
export type ShownRelease = Omit<NonNullable<PageFacts['release']>, 'sections' | 'frames'>;

/** Resolves the newest release of a page; null if the site has none. Parts equal to the draft's are the draft's objects. */
export function shownRelease({ release, site, page }: PageFacts): ShownRelease | null {
  if (!release?.page) return release;
  const live = seenPage({ ...site, sections: release.sections, frames: release.frames }, release.page);
  const { number, styling } = release;
  return { number, styling, page: sharingParts(live, seenPage(site, page)) };
}
