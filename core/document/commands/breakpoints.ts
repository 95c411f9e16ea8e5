import * as z from 'zod';
import { below, baseOf, Breakpoints, chain, type Breakpoint } from '../breakpoint';
import { Identifier } from '../identifier';
import { pageOfSection, type KeptSection } from '../kept-section';
import { kindOf, nameOf } from '../kinds/registry';
import { applyEdits } from '../edits/apply';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import { Problem } from '../problem';
import type { Site } from '../site';
import { states, type StyleMap } from '../style-map';
import { subtree } from '../tree';
import { ownValues } from './overrides';
import { styleEdit } from './style';

/** A site's new set of breakpoints, and for those that go, which one takes over what was set at them; without an heir it is lost. */
export const BreakpointChange = z.strictObject({ breakpoints: Breakpoints, heirs: z.record(Identifier, Identifier) });
export type BreakpointChange = z.infer<typeof BreakpointChange>;

/** Where what is set at a breakpoint is best kept when it goes: at the nearest one that inherits from it, else at the one it inherits from, unless that is the base. */
export function heirOf(list: readonly Breakpoint[], id: string): Breakpoint | undefined {
  const under = below(list, id)[0];
  const above = list.find((one) => one.id === chain(list, id)[1]);
  return under ?? (above?.reach === 'base' ? undefined : above);
}

/** The breakpoints a change takes away. @throws Problem when it takes the base, or gives what it takes to one that is not there */
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
      !(kept.has(heir) && site.breakpoints.some((one) => one.id === heir && one.reach !== 'base'))
    )
      throw new Problem(`What is set at ${name} can only move to a breakpoint that stays.`, { breakpoint: heir });
  }
  return removed;
}

/** What is set at a breakpoint that goes, in words, and whether it goes too; what its heir has already said of its own, it keeps. */
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

function restyled(style: StyleMap, removed: readonly Breakpoint[], heirs: BreakpointChange['heirs']): StyleMap {
  const out: StyleMap = Object.fromEntries(
    Object.entries(style).filter(([id]) => !removed.some((one) => one.id === id)),
  );
  for (const { id } of removed) {
    const heir = heirs[id];
    const own = style[id];
    if (heir === undefined || !own) continue;
    const at = out[heir] ?? {};
    out[heir] = Object.fromEntries(
      states.flatMap((state) => (own[state] || at[state] ? [[state, { ...own[state], ...at[state] }]] : [])),
    );
  }
  return out;
}

/** The site with its new breakpoints; element styles and classes keep what heirs take over. @throws Problem */
export function siteWith(site: Site, change: BreakpointChange): Site {
  const removed = removedBy(site, change);
  const former =
    removed.length === 0
      ? []
      : [{ breakpoints: site.breakpoints, removed: removed.map((one) => one.id), heirs: change.heirs }];
  return {
    ...site,
    breakpoints: change.breakpoints,
    ...((site.formerBreakpoints || former.length > 0) && {
      formerBreakpoints: [...(site.formerBreakpoints ?? []), ...former],
    }),
    elements: Object.fromEntries(
      Object.entries(site.elements).map(([tag, style]) => [tag, restyled(style, removed, change.heirs)]),
    ),
    classes: site.classes.map((one) => ({ ...one, style: restyled(one.style, removed, change.heirs) })),
    ...(site.sections && { sections: site.sections.map((one) => resectioned(site, one, change)) }),
  };
}

function resectioned(site: Site, section: KeptSection, change: BreakpointChange): KeptSection {
  const page = pageOfSection(section);
  const { [page.root]: _page, ...parts } = applyEdits(site, page, leavingEdits(site, page, change)).page.parts;
  return { ...section, parts };
}

/** The edits, to be applied under the site as it was, after which nothing on a page speaks of a breakpoint that goes. An heir's own values stay. */
export function leavingEdits(site: Site, page: Page, change: BreakpointChange): Edit[] {
  const removed = removedBy(site, change);
  const edits: Edit[] = [];
  for (const id of subtree(page, page.root)) {
    const part = page.parts[id]!;
    for (const { id: gone } of removed) {
      const heir = change.heirs[gone];
      for (const { state, property, value } of ownValues(page, id, gone)) {
        if (heir !== undefined && part.style[heir]?.[state]?.[property] === undefined)
          edits.push(styleEdit(id, heir, state, property, value));
        edits.push(styleEdit(id, gone, state, property));
      }
      for (const [key, value] of Object.entries(part.content[gone] ?? {})) {
        if (heir !== undefined && part.content[heir]?.[key] === undefined)
          edits.push({ do: 'set', part: id, field: ['content', heir, key], value: z.json().parse(value) });
        edits.push({ do: 'set', part: id, field: ['content', gone, key] });
      }
    }
    for (const [key, value] of Object.entries(
      kindOf(part.kind).leaving?.(
        part.content.base,
        removed.map((one) => ({ id: one.id, heir: change.heirs[one.id] })),
      ) ?? {},
    ))
      edits.push({ do: 'set', part: id, field: ['content', 'base', key], value: z.json().parse(value) });
  }
  return edits;
}

/** A page as it was under an earlier version of the site, with all that went with breakpoints since moved to their heirs. */
export function caughtUp(then: Site, now: Site, page: Page): Page {
  return (now.formerBreakpoints ?? [])
    .slice(then.formerBreakpoints?.length ?? 0)
    .reduce((at, { breakpoints, removed, heirs }) => {
      const site = { ...then, breakpoints };
      return applyEdits(
        site,
        at,
        leavingEdits(site, at, { breakpoints: breakpoints.filter((one) => !removed.includes(one.id)), heirs }),
      ).page;
    }, page);
}
