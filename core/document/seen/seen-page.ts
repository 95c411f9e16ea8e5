import { copiedParts } from '../copied-parts';
import type { KeptSection } from '../sections/kept-section';
import { framing, isOfFrame } from '../frames/shown-frame';
import { kindOf } from '../kinds/registry';
import type { Page, Part, Parts } from '../page';
import { settled } from './settled';
import type { Site } from '../site';

const joint = '_'; // no identifier has one

/** The id under which a page shows a part of something shared: the path of ids, from the part that refers to it. */
export const idWithin = (reference: string, part: string): string => `${reference}${joint}${part}`;

/** The part that refers to something shared, and the part within that; undefined for an id of the page's own. */
export function pathOfId(id: string): { readonly reference: string; readonly part: string } | undefined {
  const at = id.indexOf(joint);
  return at === -1 ? undefined : { reference: id.slice(0, at), part: id.slice(at + joint.length) };
}

/** The section a part of a stored page refers to; undefined where it refers to none. */
export function sectionOf(part: Part | undefined): string | undefined {
  if (!part || !kindOf(part.kind).refers) return undefined;
  const id = part.content.base['section'];
  return typeof id === 'string' ? id : undefined;
}

type References = [reference: string, section: string][];

/** The parts of a page that refer to sections, with the section of each. */
export const referencesOf = (page: Page): References =>
  (page.parts[page.root]?.children ?? []).flatMap((id) => {
    const section = sectionOf(page.parts[id]);
    return section === undefined ? [] : [[id, section]];
  });

/** The same with those its frame adds. */
export const allReferencesOf = (site: Shared, page: Page): References => [
  ...Object.entries(framing(site, page).parts).map(([id, part]): References[number] => [id, sectionOf(part)!]),
  ...referencesOf(page),
];

/** What of a site is shown where pages refer to it. */
type Shared = Pick<Site, 'sections' | 'frames'>;

const standingFor = new WeakMap<Part, string>();

/** The shared section a part of a page as it is seen stands for; undefined for every other part. */
export const sharedAt = (page: Page, id: string): string | undefined => {
  const part = Object.hasOwn(page.parts, id) ? page.parts[id] : undefined;
  return part && standingFor.get(part);
};

const copies = new WeakMap<Part, Map<string, Part>>();

/** A part of something shared as it is seen where a reference shows it; the same as long as the part is. */
function seenPart(part: Part, reference: string): Part {
  const byReference = copies.get(part) ?? new Map<string, Part>();
  copies.set(part, byReference);
  const before = byReference.get(reference);
  if (before) return before;
  const seen = { ...part, children: part.children.map((child) => idWithin(reference, child)) };
  byReference.set(reference, seen);
  return seen;
}

/**
 * The parts a reference shows: the section's root in the reference's own place, the others under the path of their
 * ids.
 */
function seenParts(section: KeptSection, reference: string, own: Part): Record<string, Part> {
  const out: Record<string, Part> = {};
  for (const [id, part] of Object.entries(section.parts))
    if (id !== section.root) out[idWithin(reference, id)] = seenPart(part, reference);
  const whole = seenPart(section.parts[section.root]!, reference); // a kept section has its root
  out[reference] = whole;
  if (own.off === true || whole.off === true) {
    const { off: _off, ...on } = whole;
    out[reference] = own.off === true ? { ...on, off: true } : on;
  }
  standingFor.set(out[reference], section.id);
  return out;
}

const seenByPage = new WeakMap<Page, Shared & { readonly page: Page }>();

/**
 * The parts of a page with those around its own that refer to the sections of its frame; undefined where there are
 * none, or where they are there.
 */
function withFrame(site: Shared, page: Page): Record<string, Part> | undefined {
  if (page.parts[page.root]?.children.some(isOfFrame)) return undefined;
  const { parts: added, before, after } = framing(site, page);
  if (before.length + after.length === 0) return undefined;
  const root = page.parts[page.root]!;
  const parts = Object.assign(copiedParts(page.parts), added);
  parts[page.root] = { ...root, children: [...before, ...root.children, ...after] };
  return parts;
}

/**
 * A page with what is shared in the places of the parts that refer to it, its own and those of its frame; the very
 * page where there are none.
 * A reference to a section that is no longer there shows nothing: it is seen switched off.
 */
function throughReferences({ sections, frames }: Shared, page: Page): Page {
  const known = seenByPage.get(page);
  if (known && known.sections === sections && known.frames === frames) return known.page;
  const framed = withFrame({ sections, frames }, page);
  const references = referencesOf(framed ? { ...page, parts: framed } : page);
  if (references.length === 0) return page;
  const byId = new Map(sections?.map((one) => [one.id, one]));
  const parts = framed ?? copiedParts(page.parts);
  for (const [reference, id] of references) {
    const section = byId.get(id);
    const own = parts[reference]!;
    Object.assign(parts, section ? seenParts(section, reference, own) : { [reference]: { ...own, off: true } });
  }
  const seen = { ...page, parts: parts satisfies Parts };
  seenByPage.set(page, { sections, frames, page: seen });
  return seen;
}

/**
 * A stored page as it is seen: with what its site shares in it, and what is set at breakpoints that went at those
 * that took it over.
 * A page that is seen already comes back as it is.
 */
export function seenPage(site: Site, page: Page): Page {
  const through = throughReferences(site, page);
  const seen = settled(site, through);
  if (seen !== through)
    for (const [reference, section] of allReferencesOf(site, page))
      if (sharedAt(through, reference)) standingFor.set(seen.parts[reference]!, section);
  return seen;
}
