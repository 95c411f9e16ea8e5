import type { Documents } from '../document/edits/batch';
import { isInSection, isOnSite, type Primitive } from '../document/edits/site-edit';
import { insideOf, statesOf } from '../document/kinds/registry';
import { leaves } from '../document/leaves';
import type { Page, Part } from '../document/page';
import type { Site } from '../document/site';
import { states, type State, type StyleMap } from '../document/style-map';
import { partOf } from '../document/tree';
import { resolve } from '../style/cascade';

/** What edits may change of how parts look. */
export interface Touched {
  readonly properties: ReadonlySet<string>;
  readonly states: ReadonlySet<State>;
  /** What of the site is changed, under the keys of a page's `Reach`. */
  readonly holders: ReadonlySet<string>;
}

interface Touching {
  readonly holder?: string;
  readonly styles: readonly StyleMap[];
}

const oneValue = (state: State, property: string): StyleMap => ({ any: { [state]: { [property]: 'any' } } });
const allClasses = (site: Site): StyleMap[] => site.classes.map((one) => one.style);

/** What one edit of the site touches. */
function touchingSite(site: Site, edit: Extract<Primitive, { on: 'site' }>): Touching {
  if (isInSection(edit)) return { ...touchingPart(site, edit), holder: `#${edit.section}` };
  if (edit.do === 'insert')
    return edit.into === 'classes' ? { holder: `.${edit.item.id}`, styles: [edit.item.style] } : none;
  if (edit.do === 'remove' || edit.do === 'move') {
    const list = edit.do === 'remove' ? edit.from : edit.within;
    return list === 'classes' ? { holder: `.${edit.id}`, styles: allClasses(site) } : none;
  }
  const { field } = edit;
  if (field[0] === 'elements') return { holder: field[1], styles: [oneValue(field[3], field[4])] };
  if (field[0] === 'classes' && field[2] === 'style')
    return { holder: `.${field[1]}`, styles: [oneValue(field[4], field[5])] };
  return none;
}
const none: Touching = { styles: [] };

function touchingPart(site: Site, edit: Primitive): Touching {
  if (edit.do !== 'set') return none;
  const { field } = edit;
  if (field[0] === 'style') return { styles: [oneValue(field[2], field[3])] };
  return field[0] === 'classes' ? { styles: allClasses(site) } : none;
}

/**
 * What edits may change of how parts look: values set or unset, classes made, moved, deleted, put on and taken off.
 * Tokens are not followed.
 */
export function touchedBy(site: Site, edits: readonly Primitive[]): Touched {
  const all = edits.map((edit) => (isOnSite(edit) ? touchingSite(site, edit) : touchingPart(site, edit)));
  const declared = all.flatMap(({ styles }) =>
    styles.flatMap((style) => Object.values(style).flatMap((byState) => Object.entries(byState))),
  );
  return {
    properties: new Set(declared.flatMap(([, values]) => Object.keys(values))),
    states: new Set(states.filter((state) => declared.some(([one]) => one === state))),
    holders: new Set(all.flatMap(({ holder }) => (holder === undefined ? [] : [holder]))),
  };
}

const styleUnder = (site: Site, key: string): unknown =>
  key.startsWith('.') ? site.classes.find((one) => `.${one.id}` === key)?.style : site.elements[key];

/** Those of the site's holders that set something else afterwards. */
const setOtherwise = (before: Site, after: Site, holders: ReadonlySet<string>): Set<string> =>
  new Set([...holders].filter((key) => leaves(styleUnder(before, key) ?? {}, styleUnder(after, key) ?? {}).length > 0));

/** Whether one of these reaches what stands inside a part’s element. */
function isReachedInside(part: Part, holders: ReadonlySet<string>): boolean {
  const { tags, classes } = insideOf(part);
  return tags.some((tag) => holders.has(tag)) || classes.some((id) => holders.has(`.${id}`));
}

type Seen = Pick<Documents, 'site' | 'page'>;

/** After so many parts a walk pauses. */
const partsAPause = 200;

/**
 * The parts of a page as it is seen before and after edits whose values differ at some breakpoint, in some state:
 * they may look different. In document order;
 * parts that come or go are left out. Looked at are the parts that edits reach, and what inherits from one that
 * differs. The walk pauses now and then, for
 * whoever has others to answer.
 */
export function* walkingLooks(before: Seen, after: Seen, touched: Touched): Generator<undefined, string[]> {
  const { properties, states: asked, holders } = touched;
  const differs = (id: string, part: Part): boolean =>
    statesOf(part.kind)
      .filter((state) => asked.has(state))
      .some((state) =>
        after.site.breakpoints.some((one) =>
          [...properties].some(
            (property) => valueIn(before, id, one.id, state, property) !== valueIn(after, id, one.id, state, property),
          ),
        ),
      );
  const isReached = (was: Part | undefined, part: Part): boolean =>
    was !== part || holders.has(part.tag) || part.classes.some((id) => holders.has(`.${id}`));
  const otherwise = setOtherwise(before.site, after.site, holders);
  const found: string[] = [];
  const ahead = [{ id: after.page.root, inherits: false }];
  let looked = 0;
  for (let next = ahead.pop(); next; next = ahead.pop()) {
    const { id, inherits } = next;
    const part = partOf(after.page, id);
    const was = Object.hasOwn(before.page.parts, id) ? before.page.parts[id] : undefined;
    const isOther = (inherits || isReached(was, part)) && (!was || differs(id, part));
    if ((isOther && was) || isReachedInside(part, otherwise)) found.push(id);
    ahead.push(...part.children.map((child) => ({ id: child, inherits: isOther })).reverse());
    if (++looked % partsAPause === 0) yield;
  }
  return found;
}

/** The same, without a pause. */
export function lookingOtherwise(before: Seen, after: Seen, touched: Touched): string[] {
  const walk = walkingLooks(before, after, touched);
  for (let step = walk.next(); ; step = walk.next()) if (step.done) return step.value;
}

const valueIn = (
  { site, page }: { readonly site: Site; readonly page: Page },
  id: string,
  breakpoint: string,
  state: State,
  property: string,
): string => resolve(site, page, id, breakpoint, state, property).value;
