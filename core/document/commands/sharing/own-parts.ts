import type { AnyEdit, SectionEdit } from '../../edits/site-edit';
import { asValue, type Edit } from '../../edits/edit';
import { newIdentifier } from '../../identifier';
import { kindOf } from '../../kinds/registry';
import type { ContentField } from '../../kinds/kind';
import type { Page, Part } from '../../page';
import { Problem } from '../../problem';
import type { KeptSection } from '../../sections/kept-section';
import { useOf } from '../../sections/reference';
import { keyInUse, saysForItself } from '../../seen/in-use';
import { isUse, pathOfId } from '../../seen/references';
import { sharedAt, shownBy } from '../../seen/seen-page';
import type { Site } from '../../site';
import { partOf, pathTo, placeOf, subtree } from '../../tree';
import { inItself, landingBy, type Target } from '../place';
import type { NewThing } from '../thing';

/** A part within an own part, as a page shows it. */
export interface WithinOwn {
  readonly section: KeptSection;
  /** The part that stands for the own part here. */
  readonly use: string;
  /** What the part is called within it. */
  readonly part: string;
}

/** The own part a part of a page as it is seen stands in, or is a use of; the innermost, if any. */
export function withinOwn(site: Pick<Site, 'sections'>, page: Page, id: string): WithinOwn | undefined {
  if (!Object.hasOwn(page.parts, id)) return undefined;
  const use = pathTo(page, id).findLast((one) => isUse(shownBy(page, one)));
  const section = use === undefined ? undefined : site.sections?.find((one) => one.id === sharedAt(page, use));
  if (use === undefined || !section) return undefined;
  return { section, use, part: use === id ? section.root : (pathOfId(id)?.part ?? id) };
}

/** Whether a part of a page as it is seen can be kept as an own part: a box that is none already. */
export const canBeOwn = (page: Page, id: string): boolean =>
  kindOf(partOf(page, id).kind).group === 'box' && shownBy(page, id) === undefined;

/**
 * The edits that keep a box as an own part of its site, used in its place. @throws Problem where it is no box, or holds
 * what differs in each use of another own part
 */
export function keepAsOwn(page: Page, part: string, name: string): AnyEdit[] {
  if (!canBeOwn(page, part))
    throw new Problem('An own part is made of a box. Wrap what you want to keep first.', { part });
  const stands = pathTo(page, part).some((one) => isUse(shownBy(page, one)));
  const differs = stands && subtree(page, part).some((one) => partOf(page, one).differs !== undefined);
  if (differs)
    throw new Problem('Something in it differs in each use of the own part it stands in. Make that the same first.', {
      part,
    });
  return [
    { do: 'share', on: 'both', part, section: { id: newIdentifier(), name, purpose: 'introduction', own: true } },
  ];
}

/** The use of an own part as it is put somewhere. */
export function useThing(section: Pick<KeptSection, 'id'>): NewThing {
  const root = newIdentifier();
  return { root, parts: { [root]: useOf(section.id) } };
}

/** Where a use lands that is added by click: as any part does, and behind a use of the same it would stand in. */
export function landingOfUse(page: Page, selection: string | undefined, thing: NewThing): Target {
  const target = landingBy(page, selection, 'own');
  const use = inItself(page, thing, target);
  if (use === undefined) return target;
  const { parent, index } = placeOf(page, use);
  return { where: 'inside', parent, index: index + 1 };
}

/** The edits that make a use a part like any other: what it shows stands by itself from now on. */
export const setFree = (use: string): AnyEdit[] => [{ do: 'own', on: 'both', part: use }];

/** The fields of a part that each use may say for itself. */
export const mayDiffer = (part: Part): readonly ContentField[] =>
  kindOf(part.kind).fields.filter((one) => one.works !== true);

/** The edit after which each use says a field for itself, or all say the same. */
export function differEdit(page: Page, id: string, field: string, differs: boolean): Edit {
  const others = (partOf(page, id).differs ?? []).filter((one) => one !== field);
  const all = differs ? [...others, field] : others;
  return { do: 'set', part: id, field: ['differs'], ...(all.length > 0 && { value: all }) };
}

/** Whether a part within an own part can be a slot of it: a box that holds boxes and widgets. */
export const canBeSlot = (site: Pick<Site, 'sections'>, page: Page, id: string): boolean =>
  kindOf(partOf(page, id).kind).holds.includes('widget') && withinOwn(site, page, id) !== undefined;

/** Whether the use a part stands in says a field for itself here. */
export function differsHere(page: Page, { use, part }: Pick<WithinOwn, 'use' | 'part'>, field: string): boolean {
  const by = shownBy(page, use);
  return by !== undefined && (saysForItself(by, part, field) ?? false);
}

/** The edits after which a use says what its own part does, at every breakpoint. */
export function asInOwn(page: Page, id: string, within: Pick<WithinOwn, 'use' | 'part'>, field: string): Edit[] {
  const by = shownBy(page, within.use);
  const key = keyInUse(within.part, field);
  return Object.entries(by?.content ?? {}).flatMap(([at, said]): Edit[] =>
    Object.hasOwn(said, key) ? [{ do: 'set', part: id, field: ['content', at, field] }] : [],
  );
}

/**
 * The edits after which an own part says what one use does, so that every use that says nothing else for itself does
 * too.
 */
export function forEveryUse(page: Page, id: string, within: WithinOwn, field: string): AnyEdit[] {
  const [now, kept] = [partOf(page, id).content, within.section.parts[within.part]?.content ?? { base: {} }];
  const all = [...new Set([...Object.keys(now), ...Object.keys(kept)])].flatMap((at): SectionEdit[] => {
    const value = now[at]?.[field];
    if (JSON.stringify(value) === JSON.stringify(kept[at]?.[field])) return [];
    const { id: section } = within.section;
    const set = { do: 'set', on: 'site', section, part: within.part, field: ['content', at, field] } as const;
    return [{ ...set, field: [...set.field], ...(value !== undefined && { value: asValue(value) }) }];
  });
  return [...all, ...asInOwn(page, id, within, field)];
}
