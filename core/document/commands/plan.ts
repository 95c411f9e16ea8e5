import { baseOf, outwards } from '../breakpoint';
import type { Edit } from '../edits/edit';
import { newIdentifier } from '../identifier';
import type { Page, Part } from '../page';
import { Problem } from '../problem';
import { readShares, tracksOf } from '../shares';
import type { Site } from '../site';
import { cutText } from '../storable';
import { partOf } from '../tree';
import { freshPart } from './thing';

/** What stands in the columns of a planned section until it is filled. */
export const fillings = ['nothing', 'text', 'picture', 'picture and text', 'text and picture'] as const;
export type Filling = (typeof fillings)[number];

/** One section of a skeleton: its height in px, its split, what stands in for its content. */
export interface PlannedSection {
  readonly name: string;
  readonly height: number;
  /** Shares as typed: `1/2 + 1/2`, `60 40`, or empty for one column. */
  readonly split: string;
  readonly filling: Filling;
}

export const newSection = (number: number): PlannedSection => ({
  name: `Section ${number}`,
  height: 700,
  split: '',
  filling: 'text',
});

const mostSections = 60;

/** The shares of a planned section in percent. @throws Problem naming the section when they do not add up */
export function sharesOfPlan(section: PlannedSection): number[] {
  if (section.split.trim() === '') return [100];
  try {
    return readShares(section.split);
  } catch (error) {
    throw error instanceof Problem ? new Problem(`${section.name}: ${error.message}`) : error;
  }
}

/** What each column of a section is filled with: alternating where the filling names two. */
export function fillingAt(filling: Filling, column: number): 'nothing' | 'text' | 'picture' {
  if (filling === 'picture and text') return column % 2 === 0 ? 'picture' : 'text';
  if (filling === 'text and picture') return column % 2 === 0 ? 'text' : 'picture';
  return filling;
}

type Made = Record<string, Part>;

function add(
  site: Site,
  parts: Made,
  kind: string,
  base: Readonly<Record<string, string>>,
  children: string[] = [],
): string {
  const id = newIdentifier();
  const fresh = freshPart(site, kind, children);
  const at = baseOf(site.breakpoints).id;
  parts[id] = { ...fresh, style: { ...fresh.style, [at]: { normal: { ...fresh.style[at]?.normal, ...base } } } };
  return id;
}

/**
 * A placeholder that keeps its size and place when what stands in for it is replaced: the picture's box has a height
 * of its own and cuts what does not fit.
 */
function fill(site: Site, parts: Made, what: 'nothing' | 'text' | 'picture', height: number): string[] {
  if (what === 'nothing') return [];
  if (what === 'picture') return [add(site, parts, 'image', { height: `${height}px`, 'object-fit': 'cover' })];
  const heading = add(site, parts, 'heading', {});
  return [heading, add(site, parts, 'text', { 'max-width': '60ch' })];
}

function planned(site: Site, section: PlannedSection): { root: string; parts: Made } {
  if (!Number.isFinite(section.height) || section.height < 0 || section.height > 20_000)
    throw new Problem(`${section.name}: a height lies between 0 and 20,000 px.`);
  const shares = sharesOfPlan(section);
  const parts: Made = {};
  const inside = Math.max(section.height - 128, 80);
  const narrowest = outwards(site.breakpoints)
    .filter((one) => one.side === 'down')
    .at(-1);
  let held: string[];
  if (shares.length === 1) held = fill(site, parts, fillingAt(section.filling, 0), inside);
  else {
    const columns = shares.map((_share, index) =>
      add(
        site,
        parts,
        'column',
        { 'justify-content': 'center' },
        fill(site, parts, fillingAt(section.filling, index), inside),
      ),
    );
    const row = add(
      site,
      parts,
      'columns',
      { 'grid-template-columns': tracksOf(shares), 'column-gap': '32px' },
      columns,
    );
    if (narrowest)
      parts[row] = {
        ...parts[row]!,
        style: { ...parts[row]!.style, [narrowest.id]: { normal: { 'grid-template-columns': '1fr' } } },
      };
    held = [row];
  }
  const root = add(site, parts, 'section', { 'min-height': `${section.height}px`, 'justify-content': 'center' }, held);
  if (section.name.trim() !== '') parts[root] = { ...parts[root]!, name: cutText(section.name.trim(), 80) };
  return { root, parts };
}

/**
 * The edits that lay a whole skeleton: sections in order with a minimum height, their columns and placeholders,
 * before the page's footer if it has one.
 * @throws Problem naming the section whose split or height is wrong
 */
export function layPlan(site: Site, page: Page, plan: readonly PlannedSection[]): { edits: Edit[]; made: string[] } {
  if (plan.length === 0 || plan.length > mostSections) throw new Problem(`A plan has one to ${mostSections} sections.`);
  const sections = plan.map((one) => planned(site, one));
  const children = partOf(page, page.root).children;
  const last = children.at(-1);
  const start = last !== undefined && page.parts[last]?.tag === 'footer' ? children.length - 1 : children.length;
  return {
    edits: sections.map((one, at) => ({ do: 'insert', parent: page.root, index: start + at, ...one })),
    made: sections.map((one) => one.root),
  };
}
