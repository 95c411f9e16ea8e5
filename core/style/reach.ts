import { insideOf } from '../document/kinds/registry';
import type { Page, Part } from '../document/page';
import { sectionOf } from '../document/seen/seen-page';
import type { Site } from '../document/site';
import type { SiteHolder } from './holder';

/** How many parts of one document each holder reaches: under `.id` for a class, under its name for a tag; under `#id` how often it shows a shared section. */
export type Reach = Readonly<Record<string, number>>;

const keyOf = (holder: SiteHolder): string => (holder.holds === 'class' ? `.${holder.id}` : holder.tag);

/** The keys of all that reaches a part or what stands inside its element, each once. */
function reaching(part: Part): Set<string> {
  const { tags, classes } = insideOf(part);
  return new Set([part.tag, ...tags, ...[...part.classes, ...classes].map((id) => `.${id}`)]);
}

function counted(parts: Iterable<Part>): Record<string, number> {
  const reach = new Map<string, number>();
  const count = (key: string): unknown => reach.set(key, (reach.get(key) ?? 0) + 1);
  for (const part of parts) {
    const section = sectionOf(part);
    if (section !== undefined) count(`#${section}`);
    else reaching(part).forEach(count);
  }
  return Object.fromEntries(reach);
}

/** How many parts of a stored page each class and each element style reaches, without what stands in the shared sections it shows. */
export const reachOf = (page: Page): Reach => counted(Object.values(page.parts));

/** The same for the sections a site shares, by their ids. */
export const reachOfSections = ({ sections = [] }: Pick<Site, 'sections'>): ReadonlyMap<string, Reach> =>
  new Map(sections.filter((one) => one.shared).map((one) => [one.id, counted(Object.values(one.parts))]));

/** How many parts a holder reaches on a page as it is seen, those in shared sections with it. */
export function reachedOn(reach: Reach, sections: ReadonlyMap<string, Reach>, holder: SiteHolder): number {
  const key = keyOf(holder);
  let parts = reach[key] ?? 0;
  for (const [id, inside] of sections) parts += (reach[`#${id}`] ?? 0) * (inside[key] ?? 0);
  return parts;
}

/** Whether anything under these keys reaches a part of a page as it is seen. */
export const reachesAny = (reach: Reach, sections: ReadonlyMap<string, Reach>, keys: Iterable<string>): boolean =>
  [...keys].some(
    (key) =>
      Object.hasOwn(reach, key) ||
      [...sections].some(([id, inside]) => Object.hasOwn(reach, `#${id}`) && Object.hasOwn(inside, key)),
  );
