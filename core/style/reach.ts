import { insideOf } from '../document/kinds/registry';
import type { Page, Part } from '../document/page';
import { sectionsOf } from '../document/frames/shown-frame';
import { sectionOf } from '../document/seen/seen-page';
import type { Site } from '../document/site';
import type { StyleMap } from '../document/style-map';
import type { SiteHolder } from './holder';
import { tokensIn } from './tokens/tokens';

/**
 * How many parts of one document each holder reaches: under `.id` for a class, under its name for a tag; under `--id`
 * how many name a token, under `#id` how often it shows a shared section, under `#frame:id` whether it names a frame.
 */
export type Reach = Readonly<Record<string, number>>;

/** A class, every element of a tag, or a token. */
export type Reaching = SiteHolder | { readonly holds: 'token'; readonly id: string };

function keyOf(what: Reaching): string {
  if (what.holds === 'token') return `--${what.id}`;
  return what.holds === 'class' ? `.${what.id}` : what.tag;
}

/** The ids of the tokens that values of a style name. */
export const tokensOfStyle = (style: StyleMap): string[] =>
  Object.values(style).flatMap((byState) =>
    Object.values(byState).flatMap((values = {}) => Object.values(values).flatMap(tokensIn)),
  );

/** The keys of all that reaches a part or what stands inside its element, each once. */
function reaching(part: Part): Set<string> {
  const { tags, classes, values } = insideOf(part);
  return new Set([
    part.tag,
    ...tags,
    ...[...part.classes, ...classes].map((id) => `.${id}`),
    ...[...tokensOfStyle(part.style), ...values.flatMap(tokensIn)].map((id) => `--${id}`),
  ]);
}

/** The parts of a page as it is seen whose own values, or words, name a token. */
export const naming = (page: Page, token: string): string[] =>
  Object.keys(page.parts).filter((id) => reaching(page.parts[id]!).has(`--${token}`));

/** Under which key, behind `#`, pages are counted that name a frame. */
export const frameKey = (id: string): string => `frame:${id}`;

function counted(parts: Iterable<Part>): Record<string, number> {
  const counts = new Map<string, number>();
  const count = (key: string): unknown => counts.set(key, (counts.get(key) ?? 0) + 1);
  for (const part of parts) {
    const section = sectionOf(part);
    const { frame } = part.kind === 'page' ? part.content.base : {};
    if (typeof frame === 'string') count(`#${frameKey(frame)}`);
    if (section !== undefined) count(`#${section}`);
    else reaching(part).forEach(count);
  }
  return Object.fromEntries(counts);
}

/**
 * How many parts of a stored page each class, each element style and each token reaches, without what stands in the
 * shared sections it shows.
 */
export const reachOf = (page: Page): Reach => counted(Object.values(page.parts));

/** The same for the sections a site shares, and for the frames that show them, by what pages count them under. */
export function reachOfSections({
  sections = [],
  frames = [],
}: Pick<Site, 'sections' | 'frames'>): ReadonlyMap<string, Reach> {
  const shared = sections.filter((one) => one.shared);
  const inside = (ids: readonly string[]): Reach =>
    counted(shared.filter((one) => ids.includes(one.id)).flatMap((one) => Object.values(one.parts)));
  return new Map([
    ...shared.map(({ id }) => [id, inside([id])] as const),
    ...frames.map((frame) => [frameKey(frame.id), inside(sectionsOf(frame))] as const),
  ]);
}

/** How many parts one reaches on a page as it is seen, those in shared sections with it. */
export function reachedOn(counts: Reach, sections: ReadonlyMap<string, Reach>, what: Reaching): number {
  const key = keyOf(what);
  let parts = counts[key] ?? 0;
  for (const [id, inside] of sections) parts += (counts[`#${id}`] ?? 0) * (inside[key] ?? 0);
  return parts;
}

/** Whether anything under these keys reaches a part of a page as it is seen. */
export const reachesAny = (counts: Reach, sections: ReadonlyMap<string, Reach>, keys: Iterable<string>): boolean =>
  [...keys].some(
    (key) =>
      Object.hasOwn(counts, key) ||
      [...sections].some(([id, inside]) => Object.hasOwn(counts, `#${id}`) && Object.hasOwn(inside, key)),
  );
