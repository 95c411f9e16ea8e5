import type { Page } from '../document/page';
import type { Site } from '../document/site';
import type { Box } from '../geometry/box';
import type { MeasuredPage } from '../geometry/measured';
import type { Finding, Severity } from './finding';
import type { SweptFault } from './sweep/sweep';
import type { TextBackground } from './text-background';

/**
 * What leaves measured of a page: boxes by breakpoint, where each sticky part would stand without sticking, and what
 * lies behind its texts.
 */
export interface LeafFacts {
  readonly measured: MeasuredPage;
  readonly natural: ReadonlyMap<string, Box>;
  readonly textBackgrounds: readonly TextBackground[];
}

/** A page of the site as others link to it. */
export interface SitePage {
  readonly id: string;
  readonly title: string;
  readonly path: string;
  /** Paths it had before. */
  readonly former: readonly string[];
  /** The path it is live at; null where it is not published. */
  readonly live: string | null;
}

/** What is reviewed: a page, and as far as it is known what its leaves and the sweep measured. */
export interface Reviewed {
  readonly site: Site;
  readonly page: Page;
  /** The site's pages, to tell dead links from living ones. */
  readonly pages?: readonly SitePage[] | undefined;
  /** Paths that the site's menus lead to. */
  readonly menus?: readonly string[] | undefined;
  /** What files of the library weigh, in bytes by their names, as far as it is known. */
  readonly weights?: Readonly<Record<string, number>> | undefined;
  readonly leaves?: ReadonlyMap<string, LeafFacts> | undefined;
  readonly swept?: readonly SweptFault[] | undefined;
}

/** Something that can be wrong with a page. Adding a check is adding a file. */
export interface Check {
  readonly name: string;
  readonly severity: Severity;
  /** Where the rule stands. */
  readonly source: string;
  /**
   * `part` looks at one part, what it stands in, and nothing else of the page; `page` at all of it; `leaves` and
   * `sweep` at what was measured.
   */
  readonly looks: 'part' | 'page' | 'leaves' | 'sweep';
  /** What it finds; of one part alone where it looks at parts. */
  find(reviewed: Reviewed, part: string): Finding[];
}
