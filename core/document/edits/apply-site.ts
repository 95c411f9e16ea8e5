import { Breakpoints } from '../breakpoint';

import type { Page } from '../page';
import { Problem } from '../problem';
import { subtree } from '../tree';
import type { Site, SiteClass } from '../site';
import { isAroundSection, pageOfSection, partsOfSection } from '../sections/kept-section';
import { applyEdit } from './apply';
import { checkSection } from './check/check-page';
import { checkFrames } from './check/check-frames';
import { checkOwnParts } from './check/check-own';
import { checkMenus } from './check/check-menus';
import { checkLook } from './check/check-look';
import { checkStyle } from './check/check-part';
import { setToken } from './apply-token';
import { checkSiteSet } from './check/check-site-set';
import {
  isInSection,
  type SectionEdit,
  siteLists,
  type SiteEdit,
  type SiteInsert,
  type SiteList,
  type SiteMove,
  type SiteRemove,
  type SiteSet,
  siteRecords,
  type RecordInsert,
  type SiteRecord,
} from './site-edit';
import { valueOf } from './edit';
import { leafAt, withLeaf } from './tree-leaf';

/** A site after an edit, and the edit that leads back. */
export interface AppliedToSite {
  readonly site: Site;
  readonly inverse: SiteEdit;
}

/**
 * The site after one edit of it, with the edit's inverse; the given site is left as it was. Whether the set of
 * breakpoints is whole
 * is asked by {@link checkWhole} when all edits of a batch are done, since a batch may need several to lead from one
 * set to another.
 * @throws Problem, with its place, when the edit does not fit the site
 */
export function applyToSite(site: Site, edit: SiteEdit): AppliedToSite {
  if (isInSection(edit)) return inSection(site, edit);
  switch (edit.do) {
    case 'insert':
      return insert(site, edit);
    case 'remove':
      return remove(site, edit);
    case 'move':
      return move(site, edit);
    case 'set':
      return set(site, edit);
  }
}

/** An edit of the parts of a section the site keeps; the section itself stays its root. */
function inSection(site: Site, { on, section: id, ...edit }: SectionEdit): AppliedToSite {
  const index = placeIn(site, 'sections', id);
  const section = site.sections![index]!; // it was found there
  const page = pageOfSection(section);
  if ((edit.do === 'remove' || edit.do === 'move') && edit.part === section.root)
    throw new Problem('A section that is kept stays whole.', { part: edit.part });
  if (edit.do === 'remove' && section.own) checkNoSlot(page, edit.part);
  const spoken = edit.do === 'insert' || edit.do === 'move' ? edit.parent : edit.part;
  if (isAroundSection(page, spoken)) throw new Problem('This part is no longer on the page.', { part: spoken });
  const applied = applyEdit(site, page, edit);
  const parts = partsOfSection(applied.page);
  const sections = site.sections!.with(index, { ...section, parts });
  return { site: { ...site, sections }, inverse: { ...applied.inverse, on, section: id } };
}

/** @throws Problem where a slot would go, with what uses have put into it */
function checkNoSlot(page: Page, part: string): void {
  const slot = subtree(page, part).find((one) => page.parts[one]!.slot !== undefined);
  if (slot !== undefined)
    throw new Problem(
      `“${page.parts[slot]!.slot}” is a slot, which other uses may have filled. Make it no slot first.`,
      { part: slot },
    );
}

/** Refuses a site whose breakpoints do not make a set after a batch, or whose frames do not. @throws Problem */
export function checkWhole(before: Site, after: Site): void {
  if (before.menus !== after.menus) checkMenus(after);
  if (before.sections !== after.sections) checkOwnParts(after);
  if (before.frames !== after.frames || before.sections !== after.sections) checkFrames(after);
  if (before.breakpoints === after.breakpoints) return;
  const parsed = Breakpoints.safeParse(after.breakpoints);
  if (parsed.success) return;
  const { path, message } = parsed.error.issues[0]!; // what failed has an issue
  const at = typeof path[0] === 'number' ? after.breakpoints[path[0]]?.id : undefined;
  throw new Problem(message, at === undefined ? { field: 'breakpoints' } : { breakpoint: at });
}

interface Item {
  readonly id: string;
}

const listOf = (site: Site, list: SiteList): readonly Item[] => site[list] ?? [];
const withList = (site: Site, list: SiteList, items: readonly Item[]): Site => {
  if (list === 'classes' || list === 'breakpoints' || items.length > 0) return { ...site, [list]: items };
  const { [list]: _none, ...rest } = site;
  return rest;
};

/** Pictures stay a record, be it empty. */
const withRecord = (site: Site, record: SiteRecord, items: Readonly<Record<string, unknown>>): Site => {
  if (record === 'pictures' || Object.keys(items).length > 0) return { ...site, [record]: items };
  const { [record]: _none, ...rest } = site;
  return rest;
};

/** Where something stands in a list of the site. @throws Problem when it is not there */
function placeIn(site: Site, list: SiteList, id: string): number {
  const index = listOf(site, list).findIndex((one) => one.id === id);
  if (index === -1) throw new Problem(`The site has no such ${words[list]}.`, { field: `${list}.${id}` });
  return index;
}

/** So many of each a site may have. */
const most: Readonly<Record<SiteList, number>> = {
  classes: 1000,
  breakpoints: 12,
  sections: 200,
  looks: 20,
  faces: 60,
  frames: 20,
  menus: 40,
};

/** So many of each record. */
const mostInRecord = 20_000;

const isRecord = (name: string): name is SiteRecord => siteRecords.some((one) => one === name);

const words: Readonly<Record<SiteList | SiteRecord, string>> = {
  classes: 'class',
  breakpoints: 'breakpoint',
  sections: 'section',
  looks: 'look',
  faces: 'face',
  frames: 'page frame',
  menus: 'menu',
  pictures: 'picture',
  downloads: 'file',
};

function insert(site: Site, edit: SiteInsert): AppliedToSite {
  if ('id' in edit) return enter(site, edit);
  const list = listOf(site, edit.into);
  const { id } = edit.item;
  const field = `${edit.into}.${id}`;
  if (list.some((one) => one.id === id))
    throw new Problem(`The site has a ${words[edit.into]} with this id already.`, { field });
  if (list.length >= most[edit.into])
    throw new Problem(`A site has at most ${most[edit.into]} of these.`, { field: edit.into });
  checkItem(site, edit);
  const longer = withList(site, edit.into, list.toSpliced(edit.index, 0, edit.item));
  const inverse: SiteRemove = { do: 'remove', on: 'site', from: edit.into, id };
  if (edit.into !== 'breakpoints') return { site: longer, inverse };
  const heir = site.retired?.[id]?.heir;
  return { site: withoutRetired(longer, id), inverse: { ...inverse, ...(heir !== undefined && { heir }) } };
}

/** Enters something under an id of its own. */
function enter(site: Site, edit: RecordInsert): AppliedToSite {
  const { into, id, item } = edit;
  const record = site[into] ?? {};
  const field = `${into}.${id}`;
  if (Object.hasOwn(record, id)) throw new Problem(`The site has a ${words[into]} with this id already.`, { field });
  if (Object.keys(record).length >= mostInRecord)
    throw new Problem(`A site has at most ${mostInRecord.toLocaleString('en')} of these.`, { field: into });
  return {
    site: { ...site, [into]: { ...record, [id]: item } },
    inverse: { do: 'remove', on: 'site', from: into, id },
  };
}

/** Takes away what has an id of its own. */
function leave(site: Site, from: SiteRecord, id: string): AppliedToSite {
  const record = site[from] ?? {};
  const item = Object.hasOwn(record, id) ? record[id] : undefined;
  if (!item) throw new Problem(`The site has no such ${words[from]}.`, { field: `${from}.${id}` });
  const { [id]: _gone, ...rest } = record;
  return {
    site: withRecord(site, from, rest),
    // what stood in a record is an item of it
    inverse: { do: 'insert', on: 'site', into: from, id, item } as RecordInsert,
  };
}

function checkItem(site: Site, edit: Exclude<SiteInsert, RecordInsert>): void {
  if (edit.into === 'classes') {
    if (site.classes.some((one) => one.name === edit.item.name))
      throw new Problem(`The site has a class called “${edit.item.name}” already.`, { field: 'classes' });
    checkStyle(site, edit.item.style, `.${edit.item.name}`);
  } else if (edit.into === 'sections') checkSection(site, edit.item);
  else if (edit.into === 'looks') checkLook(site, edit.item);
}

/** The site with one breakpoint less among those that went. */
function withoutRetired(site: Site, id: string): Site {
  if (!site.retired || !Object.hasOwn(site.retired, id)) return site;
  const { [id]: _back, ...retired } = site.retired;
  const { retired: _all, ...rest } = site;
  return Object.keys(retired).length > 0 ? { ...rest, retired } : rest;
}

function remove(site: Site, edit: SiteRemove): AppliedToSite {
  if (isRecord(edit.from)) return leave(site, edit.from, edit.id);
  const index = placeIn(site, edit.from, edit.id);
  const shorter = withList(site, edit.from, listOf(site, edit.from).toSpliced(index, 1));
  const inverse = inverseOfRemove(site, edit.from, index);
  if (edit.from !== 'breakpoints') return { site: shorter, inverse };
  checkLeaving(site, edit);
  const retired = { ...site.retired, [edit.id]: edit.heir === undefined ? {} : { heir: edit.heir } };
  return { site: { ...shorter, retired }, inverse };
}

/** What stood in a list is an item of it. */
const inverseOfRemove = (site: Site, from: SiteList, index: number): SiteInsert =>
  ({ do: 'insert', on: 'site', into: from, index, item: listOf(site, from)[index] }) as SiteInsert;

/** A breakpoint that goes hands what is set at it to another that stays, or to none. */
function checkLeaving(site: Site, { id, heir }: SiteRemove): void {
  const own = site.breakpoints.find((one) => one.id === id);
  if (own?.side === 'base')
    throw new Problem('The base stays the base: everything else inherits from it.', { breakpoint: id });
  const takes = site.breakpoints.find((one) => one.id === heir);
  if (heir !== undefined && (heir === id || !takes || takes.side === 'base'))
    throw new Problem('What is set at a breakpoint can only move to another that stays.', { breakpoint: heir });
}

function move(site: Site, edit: SiteMove): AppliedToSite {
  const index = placeIn(site, edit.within, edit.id);
  const list = listOf(site, edit.within);
  const rest = list.toSpliced(index, 1);
  return {
    site: withList(site, edit.within, rest.toSpliced(edit.index, 0, list[index]!)),
    inverse: { ...edit, index },
  };
}

function set(site: Site, edit: SiteSet): AppliedToSite {
  const [what, id, ...below] = edit.field;
  if (what === 'tokens') {
    const after = setToken(site, edit);
    return { site: after.site, inverse: backTo(edit, after.before) };
  }
  checkSiteSet(site, edit);
  const list = siteLists.find((one) => one === what);
  const index = list && placeIn(site, list, id!);
  const before = list ? leafAt(listOf(site, list)[index!]!, below) : leafAt(site, edit.field);
  const inverse = backTo(edit, before);
  if (!list) return { site: withBranch(site, edit), inverse };
  if (list === 'classes' && below[0] === 'style') {
    const next = styled(site.classes[index!]!, below, edit.value);
    return { site: withList(site, list, site.classes.with(index!, next)), inverse };
  }
  const items = listOf(site, list);
  const next = withLeaf(items[index!]!, below, edit.value);
  // a menu keeps its entries, be there none
  const whole = list === 'menus' ? { entries: {}, ...next } : next;
  return { site: withList(site, list, items.with(index!, whole)), inverse };
}

/** The edit that sets what stood in a field before. */
const backTo = ({ field }: SiteSet, before: unknown): SiteSet => ({
  ...{ do: 'set', on: 'site', field },
  ...valueOf(before),
});

/** A class keeps its style, be it empty. */
const styled = (one: SiteClass, [, ...path]: readonly string[], value: unknown): SiteClass => ({
  ...one,
  style: withLeaf(one.style, path, value),
});

/** What stands by ids stays a record, be it empty. */
function withBranch(site: Site, { field, value }: SiteSet): Site {
  const [what, ...path] = field;
  if (path.length === 0 || what === 'redirects') return withLeaf(site, field, value);
  const branch = isRecord(what) ? (site[what] ?? {}) : site.elements;
  return { ...site, [what]: withLeaf(branch, path, value) };
}
