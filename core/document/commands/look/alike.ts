import type { AnyEdit } from '../../edits/site-edit';
import type { Page } from '../../page';
import { inWords } from '../../kinds/in-words';
import { pathOfId } from '../../seen/references';
import { seenPage, sharedAt } from '../../seen/seen-page';
import type { Site } from '../../site';
import type { StyleMap } from '../../style-map';
import { allOwnValues, applyClass } from './classes';
import { takeBack } from '../overrides';

/** Parts that set the very same values of their own. */
export interface Alike {
  /** Names what they set, on every page the same. */
  readonly key: string;
  readonly parts: readonly string[];
  readonly values: number;
  /** The class that sets just these, where there is one. */
  readonly class?: string;
}

/** Fewer values in common say little. */
const fewestValues = 2;

/** What a style sets, whatever the order it was set in; with how many values that is. */
function saidBy(style: StyleMap): { readonly key: string; readonly values: number } {
  const all = Object.entries(style).flatMap(([breakpoint, byState]) =>
    Object.entries(byState).flatMap(([state, values]) =>
      Object.entries(values).map(([property, value]) => `${breakpoint} ${state} ${property} ${value}`),
    ),
  );
  return { key: all.sort().join('\n'), values: all.length };
}

/** How many values less there would be. */
const saved = (parts: number, values: number): number => (parts - 1) * values;
const saving = ({ parts, values }: Pick<Alike, 'parts' | 'values'>): number => saved(parts.length, values);
/** Those that have a class come first, then those that are several here. */
const rank = ({ parts, class: known }: Alike): number => (known !== undefined ? 2 : Number(parts.length > 1));

interface Group {
  readonly key: string;
  readonly values: number;
  readonly parts: string[];
}

/** The parts of a page as it is seen by what they set, those of one kind together. */
function grouped(page: Page, counts: (id: string) => boolean): Map<string, Group> {
  const groups = new Map<string, Group>();
  for (const [id, { kind, style }] of Object.entries(page.parts)) {
    const said = saidBy(style);
    if (said.values < fewestValues || !counts(id)) continue;
    const key = `${kind}\n${said.key}`;
    const group = groups.get(key) ?? { key, values: said.values, parts: [] };
    group.parts.push(id);
    groups.set(key, group);
  }
  return groups;
}

/** By what each of a site's classes sets, its id. */
const classesBy = ({ classes }: Pick<Site, 'classes'>): ReadonlyMap<string, string> =>
  new Map(classes.map(({ id, style }) => [saidBy(style).key, id]));

const classFor = (classes: ReadonlyMap<string, string>, { key }: Pick<Group, 'key'>): string | undefined =>
  classes.get(key.slice(key.indexOf('\n') + 1));

/**
 * The groups of parts of a page as it is seen that could have one class instead of values of their own: those of one
 * kind that set the very same, two at least, here or on other pages (`elsewhere` holds the keys of what is set
 * there), and those that set just what a class sets. Those that have a class first, then those that are several here,
 * the largest saving first. Of what
 * a page shows twice each part counts once.
 */
export function alikeParts(site: Site, page: Page, elsewhere: ReadonlySet<string> = new Set()): Alike[] {
  const classes = classesBy(site);
  const seen = new Set<string>();
  const isFirst = (id: string): boolean => {
    const stored = sharedAt(page, id) ?? pathOfId(id)?.part ?? id;
    return !seen.has(stored) && seen.add(stored).size > 0;
  };
  return [...grouped(page, isFirst).values()]
    .map(({ key, parts, values }): Alike => {
      const known = classFor(classes, { key });
      return { key, parts, values, ...(known !== undefined && { class: known }) };
    })
    .filter((one) => one.parts.length > 1 || one.class !== undefined || elsewhere.has(one.key))
    .sort((a, b) => rank(b) - rank(a) || saving(b) - saving(a));
}

/** A page's own parts that set the same as others of the site. */
export interface AlikeOnPage {
  readonly id: string;
  readonly title: string;
  readonly parts: number;
  /** Some of them, as a person knows them. */
  readonly names: readonly string[];
}

/** Parts of several pages that set the very same values of their own. */
export interface AlikeOnSite {
  readonly key: string;
  readonly values: number;
  readonly class?: string;
  readonly pages: readonly AlikeOnPage[];
}

const fewNames = 3;

/** Gathers what parts of a site's pages set alike, page by page. */
export class AlikeAcross {
  private readonly groups = new Map<string, { key: string; values: number; pages: AlikeOnPage[] }>();

  /** @param most so many different sets of values are remembered, whatever the site holds */
  constructor(private readonly most = 20_000) {}

  /** Takes a page in. What it shows of shared sections is the site's and no part of it. */
  add(site: Site, stored: Page, title: string): void {
    const page = seenPage(site, stored);
    for (const { key, values, parts } of grouped(page, (id) => pathOfId(id) === undefined).values()) {
      const group = this.groups.get(key) ?? { key, values, pages: [] };
      if (group.pages.length === 0 && this.groups.size >= this.most) continue;
      const names = parts.slice(0, fewNames).map((id) => inWords(page.parts[id]!)); // it was found there
      group.pages.push({ id: page.id, title, parts: parts.length, names });
      this.groups.set(key, group);
    }
  }

  /** The groups of two parts at least, or of one that sets what a class sets; the largest saving first. */
  found(site: Pick<Site, 'classes'>): AlikeOnSite[] {
    const classes = classesBy(site);
    const total = ({ pages }: Pick<AlikeOnSite, 'pages'>): number => pages.reduce((sum, one) => sum + one.parts, 0);
    return [...this.groups.values()]
      .map((one): AlikeOnSite => {
        const known = classFor(classes, one);
        return { ...one, ...(known !== undefined && { class: known }) };
      })
      .filter((one) => total(one) > 1 || one.class !== undefined)
      .sort((a, b) => saved(total(b), b.values) - saved(total(a), a.values));
  }
}

/** Gives parts a class in place of all values of their own. */
export const classInstead = (site: Site, page: Page, parts: readonly string[], id: string): AnyEdit[] => [
  ...takeBack(parts.flatMap((part) => allOwnValues(page, part))),
  ...applyClass(site, page, parts, id),
];
