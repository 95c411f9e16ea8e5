import * as z from 'zod';
import { Identifier } from '../identifier';
import { blankPage, Parts, type Page, type Part } from '../page';
import { purposes } from './purpose';

/**
 * A section a site keeps: one to copy from, or one that is the same on every page that has it, where its parts go by
 * the same ids.
 */
export const KeptSection = z.strictObject({
  id: Identifier,
  name: z.string().trim().min(1, 'A section that is kept needs a name.').max(80),
  purpose: z.enum(purposes),
  shared: z.boolean(),
  /** It is no section but a box that is used anywhere in pages, an own part of the site; shared too. */
  own: z.literal(true).optional(),
  root: Identifier,
  parts: Parts,
});
export type KeptSection = z.infer<typeof KeptSection>;

/** What stands around the box of an own part, so that it is a page. */
const around = 'kept-section';

const sectionAround = (root: string): Part => ({
  kind: 'section',
  children: [root],
  tag: 'section',
  classes: [],
  style: {},
  content: { base: {} },
  attributes: {},
});

/** A page that holds a kept section, or an own part in one, and nothing else. */
export function pageOfSection({ root, parts }: Pick<KeptSection, 'root' | 'parts'>): Page {
  const page = blankPage('kept', 'Kept', '/');
  const isSection = parts[root]?.kind === 'section';
  return {
    ...page,
    root: 'kept-page',
    parts: {
      ...parts,
      ...(!isSection && { [around]: sectionAround(root) }),
      'kept-page': { ...page.parts[page.root]!, children: [isSection ? root : around] },
    },
  };
}

const holdsAround = ({ root, parts }: Page): boolean => parts[root]?.children[0] === around;

/** The parts of a section out of the page that holds it. */
export function partsOfSection(page: Page): Parts {
  const { [page.root]: _page, ...parts } = page.parts;
  if (!holdsAround(page)) return parts;
  const { [around]: _around, ...own } = parts;
  return own;
}

/** Whether an id is that of something around what is kept. */
export const isAroundSection = (page: Page, id: string): boolean =>
  id === page.root || (id === around && holdsAround(page));
