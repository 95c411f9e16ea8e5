import * as z from 'zod';
import { below, baseOf, Breakpoints, chain, type Breakpoint } from '../breakpoint';
import { Identifier } from '../identifier';
import { nameOf } from '../kinds/registry';
import { leaves } from '../leaves';
import { applyToSite } from '../edits/apply-site';
import { SiteField, type SiteEdit, type SiteSet } from '../edits/site-edit';
import type { Page } from '../page';
import { Problem } from '../problem';
import { restyled } from '../seen/settled';
import type { Site } from '../site';
import { states, type StyleMap } from '../style-map';
import { subtree } from '../tree';

/**
 * A site's new set of breakpoints, and for those that go, which one takes over what was set at them; without an heir
 * it is lost.
 */
export const BreakpointChange = z.strictObject({ breakpoints: Breakpoints, heirs: z.record(Identifier, Identifier) });
export type BreakpointChange = z.infer<typeof BreakpointChange>;

/**
 * Where what is set at a breakpoint is best kept when it goes: at the nearest one that inherits from it, else at the
 * one it inherits from, unless that is the base.
 */
export function heirOf(list: readonly Breakpoint[], id: string): Breakpoint | undefined {
  const under = below(list, id)[0];
  const above = list.find((one) => one.id === chain(list, id)[1]);
  return under ?? (above?.side === 'base' ? undefined : above);
}

/**
 * The breakpoints a change takes away. @throws Problem when it takes the base, or gives what it takes to one that is
 * not there
 */
export function removedBy(site: Site, change: BreakpointChange): Breakpoint[] {
  if (baseOf(site.breakpoints).id !== baseOf(change.breakpoints).id)
    throw new Problem('The base stays the base: everything else inherits from it.', {
      breakpoint: baseOf(site.breakpoints).id,
    });
  const kept = new Set(change.breakpoints.map((one) => one.id));
  const removed = site.breakpoints.filter((one) => !kept.has(one.id));
  for (const { id, name } of removed) {
    const heir = change.heirs[id];
    if (
      heir !== undefined &&
      !(kept.has(heir) && site.breakpoints.some((one) => one.id === heir && one.side !== 'base'))
    )
      throw new Problem(`What is set at ${name} can only move to a breakpoint that stays.`, { breakpoint: heir });
  }
  return removed;
}

/**
 * What is set at a breakpoint that goes, in words, and whether it goes too; what its heir has already said of its
 * own, it keeps.
 */
export interface Leaving {
  readonly words: string;
  readonly goes: boolean;
}

function leavingStyle(
  name: string,
  style: StyleMap,
  {
    site,
    removed,
    heirs,
  }: { readonly site: Site; readonly removed: readonly Breakpoint[]; readonly heirs: BreakpointChange['heirs'] },
): Leaving[] {
  return removed.flatMap(({ id, name: at }) => {
    const heir = site.breakpoints.find((one) => one.id === heirs[id]);
    return states.flatMap((state) =>
      Object.entries(style[id]?.[state] ?? {}).map(([property, value]) => {
        const kept = heir && style[heir.id]?.[state]?.[property];
        const fate = !heir
          ? 'is deleted'
          : kept === undefined
            ? `moves to ${heir.name}`
            : `is deleted: ${heir.name} has ${kept}`;
        return {
          words: `${name}: ${property} ${value} at ${at}${state === 'normal' ? '' : `, ${state}`}: ${fate}`,
          goes: !heir || kept !== undefined,
        };
      }),
    );
  });
}

/** What a change of breakpoints does to what is set on a page. @throws Problem */
export function leavingOnPage(site: Site, page: Page, change: BreakpointChange): Leaving[] {
  const removed = removedBy(site, change);
  return subtree(page, page.root).flatMap((id) => {
    const part = page.parts[id]!;
    const contents = removed.flatMap(({ id: gone, name: at }) =>
      Object.keys(part.content[gone] ?? {}).map((key): Leaving => {
        const heir = site.breakpoints.find((one) => one.id === change.heirs[gone]);
        const goes = !heir || part.content[heir.id]?.[key] !== undefined;
        return {
          words: `${nameOf(part)}: another ${key} at ${at}: ${!heir ? 'is deleted' : goes ? `goes: ${heir.name} has its own` : `moves to ${heir.name}`}`,
          goes,
        };
      }),
    );
    return [...leavingStyle(nameOf(part), part.style, { site, removed, heirs: change.heirs }), ...contents];
  });
}

/** What a change of breakpoints does to what is set on a site's classes and elements. @throws Problem */
export function leavingOnSite(site: Site, change: BreakpointChange): Leaving[] {
  const removed = removedBy(site, change);
  const styled: readonly (readonly [string, StyleMap])[] = [
    ...site.classes.map(({ name, style }) => [`Class ${name}`, style] as const),
    ...Object.entries(site.elements).map(([tag, style]) => [`Every ${tag}`, style] as const),
  ];
  return styled.flatMap(([name, style]) => leavingStyle(name, style, { site, removed, heirs: change.heirs }));
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The edits of a site that move what is set at a breakpoint on its classes, elements and tokens to the heir. */
function restyling(site: Site, gone: string, heir: string | undefined): SiteEdit[] {
  const styled: readonly (readonly [readonly string[], StyleMap])[] = [
    ...site.classes.map(({ id, style }) => [['classes', id, 'style'], style] as const),
    ...Object.entries(site.elements).map(([tag, style]) => [['elements', tag], style] as const),
  ];
  const classesAndElements = styled.flatMap(([path, style]) =>
    leaves(style, restyled(style, gone, heir)).map(({ path: below, is }): SiteEdit => ({
      do: 'set',
      on: 'site',
      field: SiteField.parse([...path, ...below]),
      ...(typeof is === 'string' && { value: is }),
    })),
  );
  return [...classesAndElements, ...tokensAfter(site, gone, heir)];
}

/** The same for its tokens: the heir takes over what it does not say itself. */
const tokensAfter = (site: Site, gone: string, heir: string | undefined): SiteEdit[] =>
  Object.entries(site.tokens).flatMap(([id, kept]): SiteEdit[] => {
    const left = typeof kept === 'string' ? undefined : kept.values[gone];
    if (typeof kept === 'string' || left === undefined) return [];
    const set = (at: string): SiteSet => ({ do: 'set', on: 'site', field: ['tokens', id, 'values', at] });
    const taken = heir !== undefined && kept.values[heir] === undefined ? [{ ...set(heir), value: left }] : [];
    return [...taken, set(gone)];
  });

/**
 * The edits that give a site another set of breakpoints. Classes and elements keep what heirs take over; pages are
 * left as they are,
 * since {@link settled} reads them so that heirs have it: undone, everything is where it was.
 * @throws Problem
 */
export function breakpointEdits(site: Site, change: BreakpointChange): SiteEdit[] {
  const edits: SiteEdit[] = [];
  let current = site;
  const add = (...more: readonly SiteEdit[]): void => {
    edits.push(...more);
    current = more.reduce((at, edit) => applyToSite(at, edit).site, current);
  };
  for (const { id } of removedBy(site, change)) {
    const heir = change.heirs[id];
    add(...restyling(current, id, heir));
    add({ do: 'remove', on: 'site', from: 'breakpoints', id, ...(heir !== undefined && { heir }) });
  }
  for (const [index, item] of change.breakpoints.entries()) {
    const at = current.breakpoints.findIndex((one) => one.id === item.id);
    if (at === -1) add({ do: 'insert', on: 'site', into: 'breakpoints', index, item });
    else if (at !== index) add({ do: 'move', on: 'site', within: 'breakpoints', id: item.id, index });
    for (const key of ['name', 'side', 'limit', 'preview'] as const) {
      const value = item[key];
      if (!same(current.breakpoints[index]?.[key], value))
        add({ do: 'set', on: 'site', field: ['breakpoints', item.id, key], ...(value !== undefined && { value }) });
    }
  }
  return edits;
}
