import { copiedParts } from '../copied-parts';
import type { KeptSection } from '../sections/kept-section';
import { framing, isOfFrame } from '../frames/shown-frame';
import type { Page, Part, Parts } from '../page';
import { inUse } from './in-use';
import { allShown, idInUse, idWithin, sharedOn, slotOf, usesIn, type Shared } from './references';
import { settled } from './settled';
import type { Site } from '../site';

/** What a part that is seen stands for: something shared, and the stored part that refers to it. */
interface Standing {
  readonly section: string;
  readonly by: Part;
  /** What it has in the slots of what it shows. */
  readonly fills: Parts;
}

const standingFor = new WeakMap<Part, Standing>();

const standingAt = (page: Page, id: string): Standing | undefined => {
  const part = Object.hasOwn(page.parts, id) ? page.parts[id] : undefined;
  return part && standingFor.get(part);
};

/** The shared section, or own part, a part of a page as it is seen stands for; undefined for every other part. */
export const sharedAt = (page: Page, id: string): string | undefined => standingAt(page, id)?.section;

/** The stored part by which a part of a page as it is seen is shown: that which refers to something shared. */
export const shownBy = (page: Page, id: string): Part | undefined => standingAt(page, id)?.by;

/** What a part that is seen has in the slots of the own part it shows, by the ids of what holds it. */
export const fillsAt = (page: Page, id: string): Parts => standingAt(page, id)?.fills ?? {};

/** A part of something shared as one reference shows it, and for which use it was made. */
interface Copy {
  readonly seen: Part;
  readonly by: Part | undefined;
}

const copies = new WeakMap<Part, Map<string, Copy>>();

/** A part of something shared as it is seen where a reference shows it; the same as long as the part is. */
function seenPart(id: string, part: Part, reference: string, by: Part, isRoot: boolean): Part {
  const byReference = copies.get(part) ?? new Map<string, Copy>();
  copies.set(part, byReference);
  const counts = isRoot || part.differs ? by : undefined;
  const before = byReference.get(reference);
  if (before && before.by === counts) return before.seen;
  const said = part.differs ? inUse(part, id, by) : part;
  const seen = { ...said, children: part.children.map((child) => idWithin(reference, child)) };
  byReference.set(reference, { seen, by: counts });
  return seen;
}

/**
 * The parts a reference shows: the section's root in the reference's own place, the others under the path of their
 * ids.
 */
function seenParts(section: KeptSection, reference: string, by: Part): Record<string, Part> {
  const out: Record<string, Part> = {};
  for (const [id, part] of Object.entries(section.parts))
    if (id !== section.root) out[idWithin(reference, id)] = seenPart(id, part, reference, by, false);
  const whole = seenPart(section.root, section.parts[section.root]!, reference, by, true); // a kept section has its root
  out[reference] = whole;
  if (by.off === true || whole.off === true) {
    const { off: _off, ...on } = whole;
    out[reference] = by.off === true ? { ...on, off: true } : on;
  }
  return out;
}

/** Puts what a use has in the slots of its own part where it is seen; what has no slot any more is not seen. */
function filled(parts: Record<string, Part>, use: string, by: Part, section: KeptSection | undefined): void {
  const fills: Record<string, Part> = {};
  for (const id of by.children) {
    const fill = parts[id]!; // it stands in the use
    const slot = slotOf(fill) ?? '';
    const isThere = section !== undefined && Object.hasOwn(section.parts, slot);
    const at = isThere && section.parts[slot]!.slot !== undefined ? idInUse(section, use, slot) : undefined;
    fills[id] = fill;
    delete parts[id];
    if (at !== undefined) parts[at] = { ...parts[at]!, children: [...parts[at]!.children, ...fill.children] };
    else for (const one of fill.children) takeOut(parts, one);
  }
  if (section) standingFor.set(parts[use]!, { section: section.id, by, fills });
}

function takeOut(parts: Record<string, Part>, id: string): void {
  const pile = [id];
  for (let next = pile.pop(); next !== undefined; next = pile.pop()) {
    pile.push(...(parts[next]?.children ?? []));
    delete parts[next];
  }
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
  const shared = sharedOn(framed ? { ...page, parts: framed } : page);
  const uses = usesIn(page.parts);
  if (shared.length + uses.length === 0) return page;
  const parts = framed ?? copiedParts(page.parts);
  for (const { id, section } of allShown({ sections }, page, { shared, uses })) {
    const by = Object.hasOwn(parts, id) ? parts[id] : undefined;
    if (!by) continue; // it stands in a slot that is none any more
    Object.assign(parts, section ? seenParts(section, id, by) : { [id]: { ...by, children: [], off: true } });
    filled(parts, id, by, section);
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
    for (const [id, part] of Object.entries(through.parts)) {
      const standing = standingFor.get(part);
      if (standing) standingFor.set(seen.parts[id]!, standing);
    }
  return seen;
}
