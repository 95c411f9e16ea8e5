import type { Edit } from '@core/document/edits/edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';

/** What happened to the page shown: edits to patch in, or a wholly new state. */
export interface PageChange {
  readonly before: Page;
  readonly after: Page;
  readonly edits: readonly Edit[] | 'all';
  /** The site before, where what pages show of it is another now. */
  readonly siteBefore?: Site;
}
