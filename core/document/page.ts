import * as z from 'zod';
import { Identifier } from './identifier';
import { ClassName } from './class-name';
import { StyleMap } from './style-map';

const attributeName = /^(id|title|lang|dir|role|tabindex|aria-[a-z]+|data-[a-z][a-z0-9-]*)$/;

/** Attributes a person may set: global ones that can neither run script nor undo what compile writes. */
export const AttributeName = z
  .string()
  .max(60)
  .regex(attributeName, 'Allowed are id, title, lang, dir, role, tabindex, aria-… and data-….')
  .refine((name) => name !== 'data-part', 'The attribute data-part is kept for the editor.');
export const AttributeValue = z.string().max(500, 'An attribute has at most 500 characters.');
export const Attributes = z.record(AttributeName, AttributeValue);

const Fields = z.record(z.string().max(81), z.unknown());

/** What a part says: the fields of its kind, and at breakpoints only what differs. */
export const Content = z.object({ base: Fields }).catchall(Fields);
export type Content = z.infer<typeof Content>;

/** By breakpoint, how many px wide the pictures behind a part have to be on its screens. */
export const Backdrop = z.record(Identifier, z.int().min(1).max(100_000));
export type Backdrop = z.infer<typeof Backdrop>;

export const Part = z.strictObject({
  kind: z.string().max(30),
  name: z.string().max(80).optional(),
  children: z.array(Identifier),
  tag: z.string().max(20),
  classes: z.array(ClassName).max(20),
  style: StyleMap,
  content: Content,
  attributes: Attributes,
  /** Switched off: kept in the document, and on no page that is shown. */
  off: z.literal(true).optional(),
  /** As it was measured; where it is not said, as wide as the screens are. */
  backdrop: Backdrop.optional(),
  /** The fields of its content that each use of the own part it stands in may say for itself. */
  differs: z.array(z.string().max(40)).max(20).optional(),
  /** What the slot is called that it is, of the own part it stands in: each use puts into it what it wants. */
  slot: z.string().trim().min(1).max(40).optional(),
});
export type Part = z.infer<typeof Part>;

export const Parts = z.record(Identifier, Part);
export type Parts = Readonly<Record<string, Part>>;

/** A page's address within its site: `/` or `/words/and-more`. */
export const PagePath = z
  .string()
  .max(200)
  .regex(/^\/$|^(\/[a-z0-9]+(-[a-z0-9]+)*)+$/, 'A path begins with / and holds lower-case words, digits and hyphens.')
  .refine((path) => !/^\/files(\/|$)/.test(path), 'The path /files is kept for pictures and fonts.');

/** The page of a site that visitors are shown where there is none. */
export const notFoundPath = '/404';

/** A page: its parts in a flat map by id, below one root of kind `page`. */
export const Page = z.strictObject({
  format: z.literal('fold-line/page'),
  version: z.literal(1),
  id: Identifier,
  path: PagePath,
  root: Identifier,
  parts: Parts,
});
export type Page = z.infer<typeof Page>;

/** A page that holds nothing yet. */
export function blankPage(id: string, title: string, path: string): Page {
  const root: Part = {
    kind: 'page',
    children: [],
    tag: 'body',
    classes: [],
    style: {},
    content: { base: { title, description: '' } },
    attributes: {},
  };
  return { format: 'fold-line/page', version: 1, id, path, root: 'root', parts: { root } };
}

/** Whether a page goes without its title where a frame would show it. */
export const hidesTitle = (page: Page): boolean => page.parts[page.root]?.content.base['untitled'] === true;

/** The page's title, which stands in the root's content. */
export function titleOf(page: Page): string {
  const title = page.parts[page.root]?.content.base['title'];
  return typeof title === 'string' ? title : '';
}
