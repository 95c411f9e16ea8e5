import { countOf } from '../../copied-parts';
import { kindOf } from '../../kinds/registry';
import type { Content, Part } from '../../page';
import { Problem } from '../../problem';
import type { KeptSection } from '../../sections/kept-section';
import { contentInUse, ofKey } from '../../seen/in-use';
import { isUse, usesIn } from '../../seen/references';
import type { Site } from '../../site';

/** So many parts an own part may come to, with all that is used in it. */
const mostWithin = 5000;

/**
 * Refuses what a section or own part uses where that is not there, where something would stand in itself, and where
 * own parts in own parts would come to too many. @throws Problem that names the one
 */
export function checkOwnParts({ sections = [] }: Pick<Site, 'sections'>): void {
  const byId = new Map(sections.map((one) => [one.id, one]));
  const sizes = new Map<string, number>();
  const sizeOf = (section: KeptSection, around: readonly string[]): number => {
    const known = sizes.get(section.id);
    if (known !== undefined) return known;
    let size = countOf(section.parts);
    for (const [part, named] of usesIn(section.parts)) {
      const used = byId.get(named);
      if (used?.own !== true) throw missing(section, part);
      if (used === section || around.includes(named))
        throw new Problem(`“${used.name}” can’t stand in itself.`, { part, field: `sections.${section.id}` });
      size += sizeOf(used, [...around, section.id]);
      if (size > mostWithin)
        throw new Problem(
          `“${section.name}” would come to more than ${mostWithin.toLocaleString('en')} parts with the own parts in it.`,
          { part, field: `sections.${section.id}` },
        );
    }
    sizes.set(section.id, size);
    return size;
  };
  for (const section of sections) sizeOf(section, []);
}

const missing = ({ id, name }: KeptSection, part: string): Problem =>
  new Problem(`“${name}” uses an own part the site doesn’t have. Set it free, or remove it, there first.`, {
    part,
    field: `sections.${id}`,
  });

/** The root of an own part is a box, that of every other section a section. @throws Problem */
export function checkRoot({ id, own, shared, root, parts }: KeptSection): void {
  const part = Object.hasOwn(parts, root) ? parts[root] : undefined;
  const field = `sections.${id}`;
  if (own && (!part || kindOf(part.kind).group !== 'box' || isUse(part)))
    throw new Problem('An own part is made of a box. Wrap what you want to keep first.', { field });
  if (own && !shared) throw new Problem('An own part is the same wherever it is used.', { field });
  if (!own && part?.kind !== 'section') throw new Problem('What a site keeps is a section.', { field });
}

/**
 * What a use of an own part says for itself: for each part within that it says something of, what that would say then.
 * What speaks of parts or fields that do not differ, by now or any more, is left out: it shows nowhere.
 */
export function saidInUse(
  { sections }: Pick<Site, 'sections'>,
  content: Content,
): { readonly inner: Part; readonly content: Content }[] {
  const parts = sections?.find((one) => one.id === content.base['section'] && one.own)?.parts ?? {};
  const ids = new Set(
    Object.values(content).flatMap((said) => Object.keys(said).flatMap((key) => ofKey(key)?.part ?? [])),
  );
  return [...ids].flatMap((id) => {
    const inner = Object.hasOwn(parts, id) ? parts[id]! : undefined;
    const then = inner && contentInUse(inner, id, { ...inner, content });
    return inner && then !== inner.content ? [{ inner, content: then! }] : [];
  });
}
