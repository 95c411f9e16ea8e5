import { copyOf } from '../commands/thing';
import type { SiteEdit } from '../edits/site-edit';
import { applyToSite } from '../edits/apply-site';
import { inFrame, unframed } from '../frames/shown-frame';
import type { Page, Part, Parts } from '../page';
import { seenPage } from '../seen/seen-page';
import type { Site } from '../site';
import { partOf } from '../tree';
import { partThere, type Ways } from './names';
import { neededOf } from './needed';
import { partOn, screensBetween, type Screens } from './screens';
import { takeIn, type OnClash, type Taken } from './taken';

/** A page as it is made, and how it comes to another site. */
export interface Carrying {
  readonly id: string;
  readonly title: string;
  readonly path: string;
  /** The page frame of the other site it stands in. */
  readonly frame?: string | undefined;
  readonly onClash: OnClash;
  /** By the ids of pages of its site, links in the place of those that lead to them. */
  readonly pages: ReadonlyMap<string, string>;
}

/** A page at another site, with what that site takes in for it. */
export interface Carried {
  readonly page: Page;
  readonly edits: readonly SiteEdit[];
  /** Files of the first site that the other needs. */
  readonly files: readonly string[];
  readonly clashes: Taken['clashes'];
  /** The breakpoints at which nothing of the page is kept, by their names: the other site has none on their side. */
  readonly without: readonly string[];
}

/** A page of a site as another site can have it: with the pictures, typefaces, tokens and classes it uses. */
export function carried(from: Site, to: Site, page: Page, wanted: Carrying): Carried {
  const seen = seenPage(from, unframed(page));
  const screens = screensBetween(from.breakpoints, to.breakpoints);
  const taken = takeIn({ from, to }, neededOf(from, seen.parts), { ...wanted, screens });
  const then = taken.edits.reduce((site, edit) => applyToSite(site, edit).site, to);
  const there = partAt({ from, to: then, names: taken.names }, screens);
  const root = partOf(seen, seen.root);
  const sections = root.children.map((section) => copyOf(seen, section, { places: 'kept', freed: true }));
  const parts = Object.assign({}, ...sections.map((one) => one.parts)) as Parts;
  const made: Record<string, Part> = {
    [seen.root]: rootThere(
      { from, to, page: there({ ...root, children: sections.map((one) => one.root) }) },
      wanted.title,
    ),
  };
  for (const [id, part] of Object.entries(parts)) made[id] = there(part);
  const { id, path, frame } = wanted;
  const copy: Page = { ...seen, id, path, parts: made };
  return {
    page: frame === undefined ? copy : inFrame(copy, frame),
    edits: taken.edits,
    files: taken.files,
    clashes: taken.clashes,
    without: screens.without,
  };
}

const partAt =
  (ways: Ways, screens: Screens) =>
  (part: Part): Part =>
    partOn(screens, partThere(ways, part));

/** What a page says of itself, at a site that may speak another language. */
function rootThere(
  { from, to, page }: { readonly from: Site; readonly to: Site; readonly page: Part },
  title: string,
): Part {
  const { original: _elsewhere, language = from.language, ...base } = page.content.base;
  return {
    ...page,
    content: { ...page.content, base: { ...base, ...(language !== to.language && { language }), title } },
  };
}

/** How much a copy of a page would bring with it, and where the two sites do not agree. */
export interface WouldBring {
  readonly clashes: Taken['clashes'];
  readonly brings: Readonly<Record<'pictures' | 'downloads' | 'faces' | 'tokens' | 'classes', number>>;
  readonly without: readonly string[];
}

/** The same, counted. */
export function wouldBring(from: Site, to: Site, page: Page): WouldBring {
  const facts = { id: 'drawn', title: 'Drawn', path: '/drawn' };
  const { edits, clashes, without } = carried(from, to, page, { ...facts, onClash: 'here', pages: new Map() });
  const into = (list: string): number =>
    edits.filter((one) => one.do === 'insert' && 'into' in one && one.into === list).length;
  const tokens = edits.filter((one) => one.do === 'set' && one.field[0] === 'tokens').length;
  return {
    clashes,
    brings: {
      ...{ pictures: into('pictures'), downloads: into('downloads'), faces: into('faces') },
      ...{ tokens, classes: into('classes') },
    },
    without,
  };
}
