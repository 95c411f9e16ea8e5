import type { Breakpoint } from '../../breakpoint';
import type { Page } from '../../page';
import { planted } from '../../sections/planting';
import type { Look, Site } from '../../site';
import { states } from '../../style-map';
import type { RandomPages } from '../../testing/random-page';
import { referencesOf } from '../../seen/references';
import { partOf, subtree } from '../../tree';
import { properties } from '../../../style/properties';
import type { Documents } from '../batch';
import type { AnyEdit, SiteEdit, SiteSet } from '../site-edit';

const picture = {
  name: 'Ferry',
  alt: 'A ferry',
  width: 1200,
  height: 800,
  type: 'image/jpeg' as const,
  files: [{ width: 600, file: 'ferry-600.jpg' }],
};

const download = { name: 'Fares', file: 'fares-0123456789abcdef.pdf', size: 48_000 };

/** A breakpoint narrower than all others, or one more that is wider. */
function newBreakpoint(random: RandomPages): Breakpoint {
  const limit = 300 + random.below(900);
  return { id: `b${random.below(4)}`, name: 'More', side: 'down', limit, preview: { width: limit - 20, height: 700 } };
}

const on = 'site' as const;
const classOf = (random: RandomPages, site: Site): string =>
  random.pick([...site.classes.map((one) => one.id), 'none']);

/** A look renamed, or bound to dark pages. */
const someLookSet = (random: RandomPages): SiteEdit =>
  random.chance(0.5)
    ? { do: 'set', on, field: ['looks', random.pick(['l1', 'l2']), 'name'], value: random.pick(['Day', '']) }
    : { do: 'set', on, field: ['dark'], ...(random.chance(0.7) && { value: random.pick(['l1', 'l2']) }) };

/** What something of the library says, or is. */
const someLibrarySet = (random: RandomPages): SiteEdit =>
  random.pick<() => SiteEdit>([
    () => ({ do: 'set', on, field: ['downloads', 'fares', 'name'], value: random.pick(['', 'Fares', 'Preise']) }),
    () => ({ do: 'set', on, field: ['pictures', 'ferry', 'alt'], value: random.pick(['', 'Other words']) }),
    () => ({
      ...{ do: 'set', on, field: ['pictures', 'ferry', 'tags'] },
      ...(random.chance(0.7) && { value: random.pick([['boats'], ['boats', 'sea'], [''], []]) }),
    }),
    () => ({ do: 'set', on, field: ['pictures', 'ferry', 'width'], value: random.pick([400, 0, 30]) }),
    () => ({
      ...{ do: 'set', on, field: ['pictures', 'ferry', 'files'] },
      value: random.pick<SiteSet['value']>([[{ width: 30, file: 'other.webp' }], []]),
    }),
  ])();

/** A field of a site set, or unset. */
function someSet(random: RandomPages, site: Site): SiteEdit {
  const property = random.pick(properties).name;
  const styled = [random.pick(site.breakpoints).id, random.pick(states), property] as const;
  const value = random.chance(0.7) ? { value: random.value(property) } : {};
  const cls = classOf(random, site);
  const makers: readonly ((random: RandomPages) => SiteEdit)[] = [
    () => ({ do: 'set', on, field: ['name'], value: random.pick(['A', 'B', '']) }),
    () => ({
      do: 'set',
      on,
      field: ['tokens', random.pick(['ink', 'paper'])],
      ...(random.chance(0.8) && {
        value: random.pick<SiteSet['value']>([
          '#123',
          'var(--ink)',
          { name: 'paper', kind: 'colour', values: { wide: '#fff', phone: 'var(--ink)' } },
          { name: 'ink', kind: 'colour', values: { wide: 'var(--paper)' }, gone: true },
        ]),
      }),
    }),
    () => ({ do: 'set', on, field: ['tokens', 'ink', 'name'], value: random.pick(['sea', 'ink', 'paper']) }),
    () => ({
      do: 'set',
      on,
      field: ['tokens', random.pick(['ink', 'paper']), 'values', random.pick(site.breakpoints).id],
      ...(random.chance(0.7) && { value: random.pick(['#456', 'var(--paper)']) }),
    }),
    () => ({ do: 'set', on, field: ['elements', random.pick(['h1', 'p', 'a']), ...styled], ...value }),
    () => ({ do: 'set', on, field: ['classes', cls, 'style', ...styled], ...value }),
    () => ({ do: 'set', on, field: ['classes', cls, 'name'], value: random.pick(['tile', 'lead', 'card']) }),
    () => ({
      do: 'set',
      on,
      field: ['breakpoints', random.pick(site.breakpoints).id, 'limit'],
      value: 400 + random.below(900),
    }),
  ];
  return random.pick([...makers, someLookSet, someLibrarySet])(random);
}

/** What a site looks like, under a name. */
const someLook = (random: RandomPages, { tokens, elements, classes, fonts }: Site): Look => ({
  ...{ id: random.pick(['l1', 'l2']), name: 'Look', tokens, elements, classes, fonts },
});

/** Something put into a site. */
function somePut(random: RandomPages, site: Site): SiteEdit {
  const section = planted(site, { kind: 'section', holds: [{ kind: 'heading' }] });
  const makers: readonly (() => SiteEdit)[] = [
    () => ({
      do: 'insert',
      on,
      into: 'classes',
      index: random.below(4),
      item: {
        id: random.pick(['k1', 'k2', 'card']),
        name: random.pick(['n1', 'n2']),
        style: site.classes[0]?.style ?? {},
      },
    }),
    () => ({ do: 'insert', on, into: 'breakpoints', index: random.below(4), item: newBreakpoint(random) }),
    () => ({ do: 'insert', on, into: 'looks', index: random.below(3), item: someLook(random, site) }),
    () => ({ do: 'insert', on, into: 'pictures', id: random.pick(['ferry', 'boat']), item: picture }),
    () => ({ do: 'insert', on, into: 'downloads', id: random.pick(['fares', 'tides']), item: download }),
    () => ({
      do: 'insert',
      on,
      into: 'sections',
      index: random.below(2),
      item: { id: random.pick(['s1', 's2']), name: 'Kept', purpose: 'cards', shared: random.chance(0.5), ...section },
    }),
  ];
  return random.pick(makers)();
}

/** Something of a site taken out, or moved in its list. */
function someTaken(random: RandomPages, site: Site): SiteEdit {
  const cls = classOf(random, site);
  const makers: readonly (() => SiteEdit)[] = [
    () => ({ do: 'remove', on, from: 'classes', id: cls }),
    () => ({
      do: 'remove',
      on,
      from: 'breakpoints',
      id: random.pick(site.breakpoints).id,
      ...(random.chance(0.5) && { heir: random.pick(site.breakpoints).id }),
    }),
    () => ({ do: 'remove', on, from: 'pictures', id: random.pick(['ferry', 'boat']) }),
    () => ({ do: 'remove', on, from: 'downloads', id: random.pick(['fares', 'tides']) }),
    () => ({ do: 'remove', on, from: 'sections', id: random.pick(['s1', 's2']) }),
    () => ({ do: 'remove', on, from: 'looks', id: random.pick(['l1', 'l2']) }),
    () => ({
      do: 'move',
      on,
      within: random.pick(['classes', 'breakpoints', 'sections', 'looks'] as const),
      id: random.pick([cls, 'phone', 's1', 'l1']),
      index: random.below(4),
    }),
  ];
  return random.pick(makers)();
}

/** One edit of a site, as likely to fit as not. */
export const someSiteEdit = (random: RandomPages, site: Site): SiteEdit =>
  random.pick([someSet, someSet, somePut, someTaken])(random, site);

/** One edit of a part of the page. */
export function somePageEdit(random: RandomPages, site: Site, page: Page): AnyEdit {
  const part = random.pick(subtree(page, page.root));
  const property = random.pick(properties).name;
  const makers: readonly (() => AnyEdit)[] = [
    () => ({
      do: 'set',
      part,
      field: ['style', random.pick(site.breakpoints).id, 'normal', property],
      value: random.value(property),
    }),
    () => ({
      do: 'set',
      part,
      field: ['classes'],
      value: [random.pick([...site.classes.map((one) => one.id), 'none'])],
    }),
    () => ({ do: 'remove', part }),
    () => ({
      do: 'set',
      part: random.pick([page.root, page.root, part]),
      field: ['path'],
      value: `/page-${random.below(40)}`,
    }),
  ];
  return random.pick(makers)();
}

/** Something shared, something shared no longer, something that goes in or out, or an edit of a part that is shared. */
export function someSharedEdit(random: RandomPages, { site, page }: Documents): AnyEdit {
  const roots = partOf(page, page.root).children;
  const references = referencesOf(page).map(([id]) => id);
  const section = random.pick([...(site.sections ?? []).map((one) => one.id), 'none']);
  const inside = Object.keys(site.sections?.find((one) => one.id === section)?.parts ?? { none: 0 });
  const part = random.pick(inside);
  const makers: readonly (() => AnyEdit)[] = [
    () => ({
      do: 'share',
      on: 'both',
      part: random.pick([...roots, 'none']),
      section: { id: random.pick(['s1', 's2', 's3']), name: 'Shared', purpose: 'cards' },
    }),
    () => ({
      do: 'own',
      on: 'both',
      part: random.pick([...references, 'none']),
      ...(random.chance(0.5) && { ends: true }),
    }),
    () => ({ do: 'set', on, section, part, field: ['name'], value: random.pick(['One', 'Two']) }),
    () => ({ do: 'remove', on, section, part }),
    () => ({
      do: 'move',
      on: 'both',
      part: random.pick(subtree(page, page.root)),
      to: section,
      parent: part,
      index: 0,
    }),
    () => ({ do: 'move', on: 'both', part, from: section, parent: random.pick(subtree(page, page.root)), index: 0 }),
  ];
  return random.pick(makers)();
}

/** A random site with a picture, and a page of it. */
export const beginning = (random: RandomPages): Documents => {
  const made = random.site();
  const elements = Object.fromEntries(
    Object.entries(made.elements).filter(([, style]) => Object.keys(style).length > 0),
  ); // as edits leave them
  const site = { ...made, elements, pictures: { ferry: picture } };
  return { site, page: random.page(site, 1 + random.below(8)) };
};
