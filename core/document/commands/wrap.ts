import { resolve } from '../../style/cascade';
import { properties } from '../../style/properties';
import { baseOf, outwards } from '../breakpoint';
import { applyEdits } from '../edits/apply';
import type { Edit } from '../edits/edit';
import { newIdentifier } from '../identifier';
import { kindOf } from '../kinds/registry';
import type { Page } from '../page';
import { Problem } from '../problem';
import type { Site } from '../site';
import type { StyleMap } from '../style-map';
import { parentOf, partOf, placeOf } from '../tree';
import { outermost } from './arrange';
import { canUnwrap, canWrap, liftable } from './can-wrap';
import { isList, itemEdits } from './list-item';
import { styleEdit } from './style';
import { freshPart } from './thing';

/** One way to do a command, for the one who measures to choose from. */
export interface Way {
  readonly edits: readonly Edit[];
  /** What is done, for a person. */
  readonly says: string;
}

/** Values by which a part takes its place among its parent's children: a wrapper in its place takes them over. */
const outer = [
  'order',
  'align-self',
  'justify-self',
  'flex-grow',
  'flex-shrink',
  'flex-basis',
  'grid-column-start',
  'grid-column-end',
  'grid-row-start',
  'grid-row-end',
];
/** Values by which a box lays out what it holds. */
const layout = [
  'display',
  'flex-direction',
  'flex-wrap',
  'justify-content',
  'align-items',
  'justify-items',
  'align-content',
  'row-gap',
  'column-gap',
  'grid-template-columns',
  'grid-template-rows',
  'grid-template-areas',
  'grid-auto-columns',
  'grid-auto-rows',
  'grid-auto-flow',
];

/** Resolved values of a part as a style, base first and below it only what differs. */
function stylesOf(site: Site, page: Page, id: string, names: readonly string[]): StyleMap {
  const style: StyleMap = {};
  const before = new Map<string, string>();
  for (const { id: breakpoint, side } of outwards(site.breakpoints)) {
    for (const name of names) {
      const { value } = resolve(site, page, id, breakpoint, 'normal', name);
      const known =
        side === 'up' ? resolve(site, page, id, baseOf(site.breakpoints).id, 'normal', name).value : before.get(name);
      if (known === value) continue;
      before.set(name, value);
      style[breakpoint] = { normal: { ...style[breakpoint]?.normal, [name]: value } };
    }
  }
  return style;
}

const merged = (a: StyleMap, b: StyleMap): StyleMap =>
  Object.fromEntries(
    [...new Set([...Object.keys(a), ...Object.keys(b)])].map((breakpoint) => [
      breakpoint,
      { normal: { ...a[breakpoint]?.normal, ...b[breakpoint]?.normal } },
    ]),
  );

const plain = (site: Site, values: Readonly<Record<string, string>>): StyleMap => ({
  [baseOf(site.breakpoints).id]: { normal: { ...values } },
});

/**
 * What a site says of every element of a tag must not change what the parts inherit: the container hands on what it
 * inherits itself.
 */
function handingOn(site: Site, tag: string): StyleMap {
  const said = Object.values(site.elements[tag] ?? {}).flatMap((byState) =>
    Object.values(byState).flatMap((declarations) => Object.keys(declarations ?? {})),
  );
  const values = Object.fromEntries(said.filter((name) => inheritedNames.has(name)).map((name) => [name, 'inherit']));
  return Object.keys(values).length === 0 ? {} : plain(site, values);
}

/** A container holding the selection, in the place of its first part. */
function around(
  site: Site,
  page: Page,
  chosen: readonly string[],
  made: string,
  style: StyleMap,
  inner: readonly Edit[],
): Edit[] {
  const { parent, index } = placeOf(page, chosen[0]!);
  const fresh = freshPart(site, 'container');
  const shell = { ...fresh, style: merged(handingOn(site, fresh.tag), style) };
  const edits: Edit[] = [
    { do: 'insert', parent, index, root: made, parts: { [made]: shell } },
    ...chosen.map((part, at): Edit => ({ do: 'move', part, parent: made, index: at })),
    ...inner,
  ];
  if (!isList(page, parent)) return edits;
  return [...edits, ...itemEdits(applyEdits(site, page, edits).page, [made, ...chosen])];
}

/**
 * The ways to put a selection into a container, the most useful first: a box of its own that takes over the parts'
 * place among their neighbours, one that also lays them out
 * as the parent does, and one without a box (`display: contents`), under which nothing can move. Which of them keeps
 * every box where it stands is measured by the caller.
 * @throws Problem when the parts cannot stand in a container together
 */
export function waysToWrap(site: Site, page: Page, ids: readonly string[]): { made: string; ways: Way[] } {
  const chosen = outermost(page, ids);
  if (!canWrap(page, chosen))
    throw new Problem(
      'Only parts that stand in one box, and not whole sections or columns, can be put into a container together.',
      { part: chosen[0] ?? '' },
    );
  const made = newIdentifier();
  const parent = parentOf(page, chosen[0]!)!; // canWrap has seen it
  const bare = freshPart(site, 'container');
  const fresh: StyleMap = merged(bare.style, {});
  const single = chosen.length === 1 ? stylesOf(site, page, chosen[0]!, outer) : {};
  const taken = Object.fromEntries(
    Object.entries(single).map(([breakpoint, { normal }]) => [breakpoint, { normal: changed(normal ?? {}) }]),
  );
  const like = stylesOf(site, page, parent, layout);
  return {
    made,
    ways: [
      { edits: around(site, page, chosen, made, merged(fresh, taken), []), says: 'a container with a box of its own' },
      {
        edits: around(site, page, chosen, made, merged(fresh, merged(like, taken)), []),
        says: 'a container that lays out as its parent does',
      },
      {
        edits: around(site, page, chosen, made, merged(merged(like, taken), plain(site, { width: '100%' })), []),
        says: 'a container that lays out as its parent does, as wide as that',
      },
      {
        edits: around(site, page, chosen, made, plain(site, { display: 'contents' }), []),
        says: 'a container without a box of its own (display: contents)',
      },
    ],
  };
}

const inheritedNames = new Set(properties.filter((one) => one.inherited).map((one) => one.name));
const initials = new Map(properties.map((one) => [one.name, one.initial]));
const changed = (values: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(Object.entries(values).filter(([name, value]) => initials.get(name) !== value));

/**
 * Values that keep what the lifted parts inherit: where taking the box away would change an inherited value at a
 * breakpoint, the part gets it as its own.
 */
function keepInherited(site: Site, before: Page, after: Page, lifted: readonly string[]): Edit[] {
  const edits: Edit[] = [];
  let current = after;
  for (const { id: breakpoint } of outwards(site.breakpoints))
    for (const id of lifted)
      for (const name of inheritedNames) {
        const was = resolve(site, before, id, breakpoint, 'normal', name);
        const resolved = resolve(site, current, id, breakpoint, 'normal', name);
        // a value kept at a wider breakpoint reaches down over what an element or a class says here
        const ours = resolved.source.from === 'own' && was.source.from !== 'own';
        if (was.value === resolved.value || !(ours || was.source.from === 'inherited' || was.source.from === 'initial'))
          continue;
        const edit = styleEdit(id, breakpoint, 'normal', name, was.source.from === 'initial' ? 'initial' : was.value);
        edits.push(edit);
        current = applyEdits(site, current, [edit]).page;
      }
  return edits;
}

/**
 * The ways to take a box away while what it holds stays in its place, every value with it: as it is, and, for a
 * single part, with the box's place among its neighbours handed down.
 * Inherited values the box gave are kept by the parts themselves. Which way moves nothing, if any, is measured by the
 * caller.
 * @throws Problem when what it holds could not stand there
 */
export function waysToUnwrap(site: Site, page: Page, id: string): { lifted: string[]; ways: Way[] } {
  if (!canUnwrap(page, id))
    throw new Problem(`What this ${kindOf(partOf(page, id).kind).word.toLowerCase()} holds cannot stand without it.`, {
      part: id,
    });
  const { parent, index } = placeOf(page, id);
  const lifted = liftable(page, id);
  const moves: Edit[] = [
    ...lifted.map((part, at): Edit => ({ do: 'move', part, parent, index: index + at })),
    { do: 'remove', part: id },
  ];
  const after = applyEdits(site, page, moves).page;
  const kept = [...moves, ...keepInherited(site, page, after, lifted), ...itemEdits(after, lifted)];
  const ways: Way[] = [{ edits: kept, says: 'what it holds stands in its place' }];
  const [only] = lifted;
  if (lifted.length === 1 && only !== undefined)
    ways.push({ edits: [...kept, ...handDown(site, page, id, only, outer)], says: 'what it holds takes its place' });
  return { lifted, ways };
}

function handDown(site: Site, page: Page, from: string, to: string, names: readonly string[]): Edit[] {
  const style = stylesOf(site, page, from, names);
  return Object.entries(style).flatMap(([breakpoint, { normal }]) =>
    Object.entries(normal ?? {}).flatMap(([name, value]) =>
      partOf(page, to).style[breakpoint]?.normal?.[name] === undefined && initials.get(name) !== value
        ? [styleEdit(to, breakpoint, 'normal', name, value)]
        : [],
    ),
  );
}
