import { ClassName, isClassId, newClassId } from '../../class-name';
import type { Edit } from '../../edits/edit';
import type { AnyEdit } from '../../edits/site-edit';
import type { Page, Part } from '../../page';
import { Problem } from '../../problem';
import type { Site, SiteClass } from '../../site';
import { states, type Declarations, type StyleMap } from '../../style-map';
import { partOf } from '../../tree';
import { ownValues, takeBack, type OwnValue } from '../overrides';

const mostLetters = 40; // as ClassName has it

/** A name as a class of the site may have it. @throws Problem where it cannot be, or another class has it */
export function checkedName(site: Site, name: string, own?: string): string {
  const parsed = ClassName.safeParse(name);
  const place = { field: 'classes' };
  if (!parsed.success)
    throw new Problem(`“${name}” isn’t a valid class name: a letter, then letters, digits or hyphens.`, place);
  if (site.classes.some((one) => one.name === name && one.id !== own))
    throw new Problem(`The site has a class called “${name}” already.`, place);
  return name;
}

/** A name no class of the site has yet: the one given, or with the first number that is free. */
export function freeName(site: Site, name: string): string {
  const taken = new Set(site.classes.map((one) => one.name));
  const stem = name.replace(/-\d+$/, '');
  let next = name;
  for (let count = 2; taken.has(next); count++) next = `${stem.slice(0, mostLetters - `-${count}`.length)}-${count}`;
  return next;
}

/** Values as a style map, in the order they are given. */
function styleOf(values: readonly Omit<OwnValue, 'part'>[]): StyleMap {
  const style: Record<string, Record<string, Declarations>> = {};
  for (const { breakpoint, state, property, value } of values)
    ((style[breakpoint] ??= {})[state] ??= {})[property] = value;
  return style;
}

/** All values of a part's own, over all breakpoints and states. */
export const allOwnValues = (page: Page, part: string): OwnValue[] =>
  Object.keys(partOf(page, part).style).flatMap((breakpoint) => ownValues(page, part, breakpoint));

/**
 * The values that all these parts set alike, as the first of them has them. A property counts whole: where one part
 * sets it otherwise at any
 * breakpoint or in any state, it stays with each, so that no part looks different once a class holds the rest.
 */
export function valuesAlike(page: Page, parts: readonly string[]): Omit<OwnValue, 'part'>[] {
  const said = (values: readonly OwnValue[], property: string): string =>
    values
      .flatMap((one) => (one.property === property ? [`${one.breakpoint} ${one.state} ${one.value}`] : []))
      .sort()
      .join('\n');
  const [first = [], ...others] = parts.map((part) => allOwnValues(page, part));
  const alike = new Map<string, boolean>();
  return first.flatMap(({ part: _part, ...value }) => {
    const { property } = value;
    if (!alike.has(property))
      alike.set(
        property,
        others.every((values) => said(values, property) === said(first, property)),
      );
    return alike.get(property) === true ? [value] : [];
  });
}

/** The classes of a part, without those that have gone from the site. */
const classesThere = (site: Site, { classes }: Part): string[] =>
  classes.filter((id) => !isClassId(id) || site.classes.some((one) => one.id === id));

const setClasses = (part: string, value: string[]): Edit => ({ do: 'set', part, field: ['classes'], value });

/** Puts a class on parts that do not have it yet. */
export const applyClass = (site: Site, page: Page, parts: readonly string[], id: string): Edit[] =>
  parts.flatMap((part) => {
    const own = partOf(page, part);
    return own.classes.includes(id) ? [] : [setClasses(part, [...classesThere(site, own), id])];
  });

/** Takes a class off parts that have it. */
export const takeOffClass = (site: Site, page: Page, parts: readonly string[], id: string): Edit[] =>
  parts.flatMap((part) => {
    const own = partOf(page, part);
    return own.classes.includes(id)
      ? [
          setClasses(
            part,
            classesThere(site, own).filter((one) => one !== id),
          ),
        ]
      : [];
  });

/** Adds a class to the site, the strongest of all unless a place is named. */
const addClass = (site: Site, item: SiteClass, index = site.classes.length): AnyEdit => ({
  ...{ do: 'insert', on: 'site', into: 'classes' },
  index,
  item,
});

/**
 * A new class on these parts, with values that leave each of them in the same step.
 * @throws Problem where the name cannot be
 */
export function classFrom(
  site: Site,
  page: Page,
  parts: readonly string[],
  name: string,
  values: readonly Omit<OwnValue, 'part'>[],
): { readonly id: string; readonly edits: AnyEdit[] } {
  const item: SiteClass = { id: newClassId(), name: checkedName(site, name), style: styleOf(values) };
  const leaving = parts.flatMap((part) => values.map((one) => ({ ...one, part })));
  return {
    id: item.id,
    edits: [addClass(site, item), ...takeBack(leaving), ...applyClass(site, page, parts, item.id)],
  };
}

/**
 * Gives a part the classes of these names, and no others; those the site does not have yet are made. @throws Problem
 * where a name cannot be
 */
export function classesNamed(site: Site, page: Page, part: string, names: readonly string[]): AnyEdit[] {
  const wanted = [...new Set(names)];
  const ids = new Map(site.classes.map((one) => [one.name, one.id]));
  const own = partOf(page, part).classes;
  const made = wanted
    .filter((name) => !ids.has(name) && !own.includes(name)) // a word that stood for itself does so still
    .map((name): SiteClass => ({ id: newClassId(), name: checkedName(site, name), style: {} }));
  for (const { id, name } of made) ids.set(name, id);
  const value = wanted.map((name) => ids.get(name) ?? name);
  return [...made.map((item, index) => addClass(site, item, site.classes.length + index)), setClasses(part, value)];
}

/**
 * A copy of a class under a name of its own, next to it and a little stronger. @throws Problem where the class has
 * gone
 */
export function duplicateClass(site: Site, id: string): { readonly id: string; readonly edits: AnyEdit[] } {
  const index = indexOf(site, id);
  const { name, style } = site.classes[index]!;
  const item: SiteClass = { id: newClassId(), name: freeName(site, name), style };
  return { id: item.id, edits: [addClass(site, item, index + 1)] };
}

function indexOf(site: Site, id: string): number {
  const index = site.classes.findIndex((one) => one.id === id);
  if (index === -1) throw new Problem('This class has been deleted.', { field: `classes.${id}` });
  return index;
}

/** Gives a class another name, everywhere at once: parts hold its id. @throws Problem where the name cannot be */
export const renameClass = (site: Site, id: string, name: string): AnyEdit[] => [
  { do: 'set', on: 'site', field: ['classes', id, 'name'], value: checkedName(site, name, id) },
];

/** Moves a class in the order in which they win: a later one beats an earlier one. */
export const moveClass = (id: string, index: number): AnyEdit[] => [
  { do: 'move', on: 'site', within: 'classes', id, index },
];

/**
 * Deletes a class. Parts keep its id, which says nothing any more, so that nothing but the class has to come back
 * when this is undone.
 */
export const deleteClass = (id: string): AnyEdit[] => [{ do: 'remove', on: 'site', from: 'classes', id }];

/** How many values a class sets, over all breakpoints and states. */
export const valuesIn = (style: StyleMap): number =>
  Object.values(style).reduce(
    (sum, byState) => sum + states.reduce((of, state) => of + Object.keys(byState[state] ?? {}).length, 0),
    0,
  );
