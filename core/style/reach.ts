import { insideOf } from '../document/kinds/registry';
import type { Page, Part } from '../document/page';
import { sectionsOf } from '../document/frames/shown-frame';
import { sectionOf, slotOf, usesIn } from '../document/seen/references';
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

/** The keys of all that reaches what stands inside a part's element. */
function insideReaching(part: Part): Set<string> {
  const { tags, classes, values } = insideOf(part);
  return new Set([...tags, ...classes.map((id) => `.${id}`), ...values.flatMap(tokensIn).map((id) => `--${id}`)]);
}

/** The keys of all that reaches a part or what stands inside its element, each once. */
const reaching = (part: Part): Set<string> =>
  new Set([
    part.tag,
    ...part.classes.map((id) => `.${id}`),
    ...tokensOfStyle(part.style).map((id) => `--${id}`),
    ...insideReaching(part),
  ]);

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
    if (slotOf(part) !== undefined) continue; // what stands in it counts
    if (section === undefined) reaching(part).forEach(count);
    else {
      count(`#${section}`);
      insideReaching(part).forEach(count); // the words of a use that differ
    }
  }
  return Object.fromEntries(counts);
}

/**
 * How many parts of a stored page each class, each element style and each token reaches, without what stands in the
 * shared sections it shows.
 */
export const reachOf = (page: Page): Reach => counted(Object.values(page.parts));

/**
 * The same for the sections and own parts a site shares, with the own parts used in them, and for the frames that show
 * them, by what pages count them under.
 */
export function reachOfSections({
  sections = [],
  frames = [],
}: Pick<Site, 'sections' | 'frames'>): ReadonlyMap<string, Reach> {
  const shared = new Map(sections.filter((one) => one.shared).map((one) => [one.id, one]));
  const whole = new Map<string, Reach>();
  const inside = (id: string, around: readonly string[]): Reach => {
    const known = whole.get(id);
    const section = shared.get(id);
    if (known || !section || around.includes(id)) return known ?? {};
    const own = counted(Object.values(section.parts));
    const used = usesIn(section.parts).map(([, named]) => inside(named, [...around, id]));
    const reach = added([own, ...used]);
    whole.set(id, reach);
    return reach;
  };
  return new Map([
    ...[...shared.keys()].map((id) => [id, inside(id, [])] as const),
    ...frames.map((frame) => [frameKey(frame.id), added(sectionsOf(frame).map((id) => inside(id, [])))] as const),
  ]);
}

function added(all: readonly Reach[]): Reach {
  const sum: Record<string, number> = {};
  for (const one of all) for (const [key, count] of Object.entries(one)) sum[key] = (sum[key] ?? 0) + count;
  return sum;
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
