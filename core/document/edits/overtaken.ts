import { tokenOf } from '../../style/tokens/tokens';
import { leaves } from '../leaves';
import { nameOf } from '../kinds/registry';
import type { Part } from '../page';
import { pathTo } from '../tree';
import { applyBatch, type Documents } from './batch';
import type { Insert, SetField } from './edit';
import type { Site } from '../site';
import { isInSection, isOnPage, isOnSite, type AnyEdit, type SectionEdit, type SiteSet } from './site-edit';

/** Something of a document that another person has changed besides. */
export interface Overtaken {
  /** In words: `font-size of “Title” at tablet`. */
  readonly what: string;
  /** What it is by one's own edits, and by theirs, where these are values; undefined where there is none. */
  readonly own?: unknown;
  readonly theirs?: unknown;
}

const same = (a: unknown, b: unknown): boolean => leaves(a, b).length === 0;

type AnySet = SetField | SiteSet | (SectionEdit & { readonly do: 'set' });
const isSet = (edit: AnyEdit): edit is AnySet => edit.do === 'set';

/** What a `set` addresses, so that two of the same can be told. */
const keyOf = (edit: AnySet): string =>
  JSON.stringify([
    'on' in edit ? edit.on : 'page',
    'section' in edit ? edit.section : '',
    'part' in edit ? edit.part : '',
    ...edit.field,
  ]);

const partOfEdit = ({ site, page }: Documents, edit: AnyEdit): Part | undefined => {
  const id = 'part' in edit ? edit.part : undefined;
  if (id === undefined) return undefined;
  if (isOnSite(edit) && isInSection(edit)) return site.sections?.find((one) => one.id === edit.section)?.parts[id];
  return page.parts[id];
};

/** What a field of the site is called: `color of the class “card” at Wide`. */
function whatOfSite(site: Site, [list, id, ...rest]: readonly string[], named: (id: string) => string): string {
  const [breakpoint, ...what] = rest.filter((one) => one !== 'normal' && one !== 'style');
  if (list === 'classes' && rest[0] === 'style')
    return `${what.join(' ')} of the class “${site.classes.find((one) => one.id === id)?.name ?? id}” at ${named(breakpoint!)}`;
  if (list === 'elements') return `${what.join(' ')} of every ${id} at ${named(breakpoint!)}`;
  if (list === 'tokens') {
    const token = `the token “${tokenOf(site, id!)?.name ?? id}”`;
    if (rest[0] === 'values') return `${token} at ${named(rest[1]!)}`;
    return rest[0] === undefined ? token : `${rest[0]} of ${token}`;
  }
  if (list === 'dark') return 'the look for dark pages';
  if (list === 'looks') return `the name of the look “${site.looks?.find((one) => one.id === id)?.name ?? id}”`;
  return id === undefined ? `the site’s ${list}` : `${rest.join(' ')} of “${id}” in the site’s ${list}`.trim();
}

/** What a field is called: `font-size of “Title” at tablet`. */
function whatIsSet(documents: Documents, edit: AnySet): string {
  const field: readonly string[] = edit.field;
  const named = (id: string): string => documents.site.breakpoints.find((one) => one.id === id)?.name ?? id;
  if (isOnSite(edit) && !isInSection(edit)) return whatOfSite(documents.site, field, named);
  const part = partOfEdit(documents, edit);
  const of = part ? `of “${nameOf(part)}”` : 'of a part that has gone';
  const [what, first, ...rest] = field;
  if (what === 'style') return `${rest.filter((one) => one !== 'normal').join(' ')} ${of} at ${named(first!)}`;
  if (what === 'content' && rest.length > 1) return `a paragraph ${of}`;
  if (what === 'content')
    return first === 'base' ? `${rest.join(' ')} ${of}` : `${rest.join(' ')} ${of} at ${named(first!)}`;
  return `${field.at(-1)!} ${of}`;
}

/**
 * Where two lists of edits that lead back differ in what they bring back: the one from what is there now, the other
 * from what one's own edits had left.
 */
function differences(now: Documents, theirs: readonly AnyEdit[], own: readonly AnyEdit[]): Overtaken[] {
  return theirs.flatMap((edit, index): Overtaken[] => {
    const left = own[index];
    if (!left || left.do !== edit.do) return [];
    if (isSet(edit) && isSet(left))
      return same(edit.value, left.value) ? [] : [{ what: whatIsSet(now, edit), own: left.value, theirs: edit.value }];
    if (edit.do !== 'insert' || left.do !== 'insert' || !('parts' in edit) || !('parts' in left)) return [];
    const [theirTree, ownTree]: Pick<Insert, 'root' | 'parts'>[] = [edit, left];
    const root = theirTree!.parts[theirTree!.root];
    return same(theirTree!.parts, ownTree!.parts) ? [] : [{ what: `what is in “${root ? nameOf(root) : 'a part'}”` }];
  });
}

/**
 * What others have changed of that which a step of one's own did, and which undoing it would take back as well:
 * `edits` is the step, `inverses` what undoes it.
 * Nothing where the step can no longer be undone at all.
 */
export function overtaken(
  now: Documents,
  { edits, inverses }: { readonly edits: readonly AnyEdit[]; readonly inverses: readonly AnyEdit[] },
): Overtaken[] {
  const back = applyBatch(now, inverses);
  const again = applyBatch(back, edits);
  return differences(now, back.inverses, applyBatch(again, inverses).inverses);
}

/**
 * What one's own edits, still on their way, and another person's, stored meanwhile, both set to something else: one's
 * own will stand.
 * What is removed here though it was changed there is told as well.
 */
export function collisions(
  before: Documents,
  waiting: readonly AnyEdit[],
  theirs: readonly AnyEdit[],
): ReadonlyMap<string, Overtaken> {
  const found = new Map<string, Overtaken>();
  const own = new Map(waiting.filter(isSet).map((edit) => [keyOf(edit), edit] as const));
  const removed = new Set(waiting.flatMap((edit) => (edit.do === 'remove' && isOnPage(edit) ? [edit.part] : [])));
  for (const edit of theirs) {
    if (removed.size > 0 && isOnPage(edit)) {
      const gone = goneWith(before, edit.do === 'insert' ? edit.parent : edit.part, removed);
      if (gone !== undefined) found.set(gone, { what: `“${nameOf(before.page.parts[gone]!)}”, which is removed here` });
    }
    if (!isSet(edit)) continue;
    const mine = own.get(keyOf(edit));
    if (mine && !same(mine.value, edit.value))
      found.set(keyOf(edit), { what: whatIsSet(before, edit), own: mine.value, theirs: edit.value });
  }
  return found;
}

/** The removed part a part stands in. */
function goneWith({ page }: Documents, part: string, removed: ReadonlySet<string>): string | undefined {
  if (!Object.hasOwn(page.parts, part)) return undefined;
  return pathTo(page, part).find((one) => removed.has(one));
}
