import { kindOf, nameOf } from '../document/kinds/registry';
import type { Page } from '../document/page';
import type { Site } from '../document/site';
import type { SiteHolder } from './holder';
import type { State } from '../document/style-map';
import { partOf } from '../document/tree';
import { resolve, type Resolved, type Source } from './cascade';
import { noEffect } from './effect';
import { properties, type Group } from './properties';

/** A row of the ledger: one property, or a set of longhands that are read together. */
export interface LedgerRow {
  readonly label: string;
  readonly properties: readonly string[];
  /** What each longhand is called within the row. */
  readonly parts: readonly string[];
  /** Set seldom. */
  readonly seldom?: boolean;
}

const sides = ['top', 'right', 'bottom', 'left'];
const corners = ['top-left', 'top-right', 'bottom-right', 'bottom-left'];
const sets: readonly LedgerRow[] = [
  { label: 'gap', properties: ['row-gap', 'column-gap'], parts: ['row', 'column'] },
  { label: 'overflow', properties: ['overflow-x', 'overflow-y'], parts: ['x', 'y'] },
  { label: 'padding', properties: sides.map((side) => `padding-${side}`), parts: sides },
  { label: 'margin', properties: sides.map((side) => `margin-${side}`), parts: sides },
  { label: 'inset', properties: sides, parts: sides },
  { label: 'scroll-margin', properties: sides.map((side) => `scroll-margin-${side}`), parts: sides },
  { label: 'scroll-padding', properties: sides.map((side) => `scroll-padding-${side}`), parts: sides },
  {
    label: 'overscroll-behavior',
    properties: ['overscroll-behavior-x', 'overscroll-behavior-y'],
    parts: ['x', 'y'],
  },
  { label: 'background-position', properties: ['background-position-x', 'background-position-y'], parts: ['x', 'y'] },
  {
    label: 'border-radius',
    properties: corners.map((corner) => `border-${corner}-radius`),
    parts: corners.map((corner) => corner.replace('-', ' ')),
  },
  ...['width', 'style', 'color'].map((what) => ({
    label: `border-${what}`,
    properties: sides.map((side) => `border-${side}-${what}`),
    parts: sides,
  })),
];

/** The rows of each group, in the ledger's order. */
export const ledgerRows: Readonly<Record<Group, readonly LedgerRow[]>> = (() => {
  const rows: Record<Group, LedgerRow[]> = {
    ...{ flow: [], box: [], space: [], place: [], type: [], fill: [], edge: [], effect: [], motion: [] },
  };
  for (const { name, group, seldom } of properties) {
    const set = sets.find((one) => one.properties.includes(name));
    if (!set) rows[group].push({ label: name, properties: [name], parts: [''], seldom });
    else if (set.properties[0] === name) rows[group].push({ ...set, seldom });
  }
  return rows;
})();

/** What one cell of the ledger shows. */
export interface LedgerCell {
  readonly value: string;
  /** The value is set on this part, at this breakpoint, in this state. */
  readonly own: boolean;
  /** Where it comes from, in short; empty for an own value. */
  readonly from: string;
  /** The same as a sentence. */
  readonly sentence: string;
  /** Why the property does nothing here, or undefined when it does. */
  readonly noEffect: string | undefined;
  /** The class or element the value comes from, where it is one of the site's. */
  readonly holder?: SiteHolder;
}

function breakpointName(site: Site, id: string): string {
  return site.breakpoints.find((one) => one.id === id)?.name ?? id;
}

/** What each state is, as the end of “when …”. */
export const stateWords: Readonly<Record<State, string>> = {
  normal: 'nothing happens',
  open: 'open',
  hover: 'the pointer is over it',
  focus: 'it has the keyboard’s focus',
  pressed: 'it is pressed',
};

/** A source in a few letters, seen from a breakpoint. */
function shortly(site: Site, page: Page, source: Source, seenFrom: string, seenIn: State): string {
  switch (source.from) {
    case 'own': {
      const falls = source.state === seenIn ? '' : source.state;
      const from = source.breakpoint === seenFrom ? '' : `← ${breakpointName(site, source.breakpoint)}`;
      return falls === '' ? from : from === '' ? falls : `${falls} ${from}`;
    }
    case 'class':
      return `.${source.name}${source.breakpoint === seenFrom ? '' : ` ← ${breakpointName(site, source.breakpoint)}`}`;
    case 'element':
      return `${source.name}${source.breakpoint === seenFrom ? '' : ` ← ${breakpointName(site, source.breakpoint)}`}`;
    case 'kind':
      return kindOf(source.name).word.toLowerCase();
    case 'lent':
      return `↑ ${nameOf(partOf(page, source.part))}`;
    case 'inherited':
      return `↑ ${nameOf(partOf(page, source.part))}`;
    case 'initial':
      return 'initial';
  }
}

function fully(site: Site, page: Page, source: Source): string {
  switch (source.from) {
    case 'own':
      return `Set on this part at ${breakpointName(site, source.breakpoint)}${source.state === 'normal' ? '' : `, when ${stateWords[source.state]}`}.`;
    case 'class':
      return `From the class “${source.name}”, at ${breakpointName(site, source.breakpoint)}.`;
    case 'element':
      return `From the site’s style for ${source.name}, at ${breakpointName(site, source.breakpoint)}.`;
    case 'kind':
      return `What a ${kindOf(source.name).word.toLowerCase()} has by default.`;
    case 'lent':
      return `Lent by ${nameOf(partOf(page, source.part))}, by this part’s place in it.`;
    case 'inherited':
      return `Inherited from ${nameOf(partOf(page, source.part))}. ${fully(site, page, source.source)}`;
    case 'initial':
      return 'The initial value of the standard.';
  }
}

/**
 * The cell of a property at a breakpoint: its value, whose it is, and whether it does anything.
 * @param resolved what the cascade says, where it is known already
 */
export function ledgerCell(
  site: Site,
  page: Page,
  id: string,
  breakpoint: string,
  state: State,
  property: string,
  resolved: Resolved = resolve(site, page, id, breakpoint, state, property),
): LedgerCell {
  const { value, source } = resolved;
  const own = partOf(page, id).style[breakpoint]?.[state]?.[property] !== undefined;
  const from = own ? '' : shortly(site, page, source, breakpoint, state);
  return {
    value,
    own,
    from,
    sentence: fully(site, page, source),
    noEffect: noEffect(site, page, id, breakpoint, property),
    ...holderIn(site, source),
  };
}

/** The holder of the site a value comes from, where the part itself is reached by it. */
function holderIn(site: Site, source: Source): { holder?: SiteHolder } {
  if (source.from === 'element') return { holder: { holds: 'element', tag: source.name } };
  const id = source.from === 'class' ? site.classes.find((one) => one.name === source.name)?.id : undefined;
  return id === undefined ? {} : { holder: { holds: 'class', id } };
}
