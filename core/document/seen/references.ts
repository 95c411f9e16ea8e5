import type { KeptSection } from '../sections/kept-section';
import { framing } from '../frames/shown-frame';
import { kindOf } from '../kinds/registry';
import type { Page, Part, Parts } from '../page';
import { countOf } from '../copied-parts';
import type { Site } from '../site';

const joint = '_'; // no identifier has one

/** The id under which a page shows a part of something shared: the path of ids, from the part that refers to it. */
export const idWithin = (reference: string, part: string): string => `${reference}${joint}${part}`;

/** The part that refers to something shared, and the part within that; undefined for an id of the page's own. */
export function pathOfId(id: string): { readonly reference: string; readonly part: string } | undefined {
  const at = id.lastIndexOf(joint);
  return at === -1 ? undefined : { reference: id.slice(0, at), part: id.slice(at + joint.length) };
}

/** The ids an id leads through, from the part of the page inwards. */
export const stepsOf = (id: string): string[] => id.split(joint);

/** The section, or own part, a stored part refers to; undefined where it refers to none. */
export function sectionOf(part: Part | undefined): string | undefined {
  if (!part || !kindOf(part.kind).refers) return undefined;
  const id = part.content.base['section'];
  return typeof id === 'string' ? id : undefined;
}

/** Whether a part stands wherever an own part of the site is used. */
export const isUse = (part: Part | undefined): boolean => part?.kind === 'own';

/** The part within an own part that a stored part fills; undefined for every other part. */
export function slotOf(part: Part | undefined): string | undefined {
  const slot = part?.kind === 'fill' ? part.content.base['slot'] : undefined;
  return typeof slot === 'string' ? slot : undefined;
}

/** The id under which a use shows a part within its own part. */
export const idInUse = ({ root }: Pick<KeptSection, 'root'>, use: string, part: string): string =>
  part === root ? use : idWithin(use, part);

export type References = readonly (readonly [reference: string, section: string])[];

/** The parts among the sections of a page that refer to shared ones, with the section of each. */
export const sharedOn = ({ root, parts }: Page): References =>
  (parts[root]?.children ?? []).flatMap((id) => {
    const section = isUse(parts[id]) ? undefined : sectionOf(parts[id]);
    return section === undefined ? [] : [[id, section] as const];
  });

const usesByParts = new WeakMap<Parts, References>();

/** The uses of own parts among parts that are not changed any more, with the own part of each. */
export function usesIn(parts: Parts): References {
  const before = usesByParts.get(parts);
  if (before) return before;
  const uses: [string, string][] = [];
  for (const id in parts) if (isUse(parts[id])) uses.push([id, sectionOf(parts[id]) ?? '']);
  usesByParts.set(parts, uses);
  return uses;
}

/** Hands the list of uses on to a version of the parts that has the same. */
export function keepUses(before: Parts, after: Parts): void {
  const known = usesByParts.get(before);
  if (known) usesByParts.set(after, known);
}

/** The parts of a stored page that refer to shared sections and own parts, with the section of each. */
export const referencesOf = (page: Page): References => [...sharedOn(page), ...usesIn(page.parts)];

/** These sections of a site with all that is used in them. */
export function withUsed({ sections = [] }: Pick<Site, 'sections'>, ids: Iterable<string>): KeptSection[] {
  const byId = new Map(sections.map((one) => [one.id, one]));
  const found = new Set<KeptSection>();
  const row = [...ids];
  for (const id of row) {
    const section = byId.get(id);
    if (!section || found.has(section)) continue;
    found.add(section);
    row.push(...usesIn(section.parts).map(([, named]) => named));
  }
  return [...found];
}

/** What of a site is shown where pages refer to it. */
export type Shared = Pick<Site, 'sections' | 'frames'>;

/** The same with those its frame adds. */
export const allReferencesOf = (site: Shared, page: Page): References => [
  ...Object.entries(framing(site, page).parts).map(([id, part]) => [id, sectionOf(part)!] as const),
  ...referencesOf(page),
];

/** Something shared that a page is seen to show, under the id of what refers to it; without it where it isn't there. */
export interface Shown {
  readonly id: string;
  readonly section?: KeptSection;
}

/** So many parts are seen on a page at most: own parts within own parts could multiply without end. */
export const mostSeen = 60_000;

/**
 * All that a page shows where it refers to something: what the references lead to, and what is used within that, from
 * the outside inwards. What would show itself, or more than a page can have, is not there.
 */
export function allShown(
  { sections }: Pick<Site, 'sections'>,
  page: Page,
  { shared, uses }: { readonly shared: References; readonly uses: References },
): Shown[] {
  const byId = new Map(sections?.map((one) => [one.id, one]));
  let room = mostSeen - countOf(page.parts);
  const out: Shown[] = [];
  const row = [
    ...shared.map(([id, names]) => ({ id, names, own: false, around: [] as readonly string[] })),
    ...uses.map(([id, names]) => ({ id, names, own: true, around: [] as readonly string[] })),
  ];
  for (const { id, names, own, around } of row) {
    const section = byId.get(names);
    const fits = section && (section.own === true) === own && !around.includes(names);
    if (fits) room -= countOf(section.parts);
    if (!fits || room < 0) {
      out.push({ id });
      continue;
    }
    out.push({ id, section });
    for (const [inner, named] of usesIn(section.parts))
      row.push({ id: idWithin(id, inner), names: named, own: true, around: [...around, names] });
  }
  return out;
}

/** All that a stored page shows where it, or its frame, refers to something. */
export const allShownOn = (site: Shared, page: Page): Shown[] =>
  allShown(site, page, {
    shared: [
      ...Object.entries(framing(site, page).parts).map(([id, part]) => [id, sectionOf(part)!] as const),
      ...sharedOn(page),
    ],
    uses: usesIn(page.parts),
  });
