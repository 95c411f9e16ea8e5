import type { Page, Part } from '../page';
import { reference } from '../sections/reference';
import type { Site } from '../site';
import { frameSides, type FrameSide, type PageFrame } from './page-frame';

/** Before the id of a section, that of the part a page shows it by; no identifier has a capital. */
const marks: Readonly<Record<FrameSide, string>> = { before: 'Before-', after: 'After-' };

/** The id under which a page shows a section of its frame. */
export const idInFrame = (side: FrameSide, section: string): string => marks[side] + section;

/** Whether a page shows this part, or what it stands in, by its frame. */
export const isOfFrame = (id: string): boolean => frameSides.some((side) => id.startsWith(marks[side]));

/** Where the page's own sections begin and end among all that a page is seen to have. */
export function ownRange(children: readonly string[]): { readonly from: number; readonly to: number } {
  const from = children.findLastIndex((id) => id.startsWith(marks.before)) + 1;
  const end = children.findIndex((id) => id.startsWith(marks.after));
  return { from, to: end === -1 ? children.length : end };
}

/** A page's own sections, those of its frame left out. */
export function ownSections({ root, parts }: Page): readonly string[] {
  const children = parts[root]?.children ?? [];
  const { from, to } = ownRange(children);
  return children.slice(from, to);
}

/** What stands above and below the rest of a page of its own: leading headers and menus, trailing footers. */
export function ownAround(page: Page): Readonly<Record<FrameSide, readonly string[]>> {
  const own = ownSections(page);
  const isOf = (id: string, tags: readonly string[]): boolean => tags.includes(page.parts[id]?.tag ?? '');
  const first = own.findIndex((id) => !isOf(id, ['header', 'nav']));
  const before = first === -1 ? own : own.slice(0, first);
  const last = own.findLastIndex((id) => !isOf(id, ['footer']));
  return { before, after: own.slice(Math.max(last + 1, before.length)) };
}

/** The id of the frame a page names, whether or not the site has it. */
export function frameNamedBy(page: Page): string | undefined {
  const named = page.parts[page.root]?.content.base['frame'];
  return typeof named === 'string' ? named : undefined;
}

/** The frame around a page; undefined where it names none, or one that is not there. */
export function frameOf({ frames }: Pick<Site, 'frames'>, page: Page): PageFrame | undefined {
  const named = frameNamedBy(page);
  return named === undefined ? undefined : frames?.find((one) => one.id === named);
}

/** A page that names no frame. */
export function unframed(page: Page): Page {
  const root = page.parts[page.root]!;
  const { frame: _none, ...base } = root.content.base;
  return { ...page, parts: { ...page.parts, [page.root]: { ...root, content: { ...root.content, base } } } };
}

/** A page that names this frame. */
export function inFrame(page: Page, frame: string): Page {
  const root = page.parts[page.root]!;
  const content = { ...root.content, base: { ...root.content.base, frame } };
  return { ...page, parts: { ...page.parts, [page.root]: { ...root, content } } };
}

/** The ids of the sections a frame shows, from the top of a page down. */
export const sectionsOf = (frame: PageFrame | undefined): string[] =>
  frame ? frameSides.flatMap((side) => frame[side]) : [];

/** What a frame adds to a page: parts that refer to its sections, as far as the site has them, around the page's own. */
export function framing(
  { frames, sections = [] }: Pick<Site, 'frames' | 'sections'>,
  page: Page,
): { readonly parts: Readonly<Record<string, Part>>; readonly before: string[]; readonly after: string[] } {
  const frame = frameOf({ frames }, page);
  const there = (ids: readonly string[]): string[] =>
    ids.filter((id) => sections.some((one) => one.id === id && one.shared && !one.own));
  const [before, after] = [there(frame?.before ?? []), there(frame?.after ?? [])];
  return {
    parts: Object.fromEntries([
      ...before.map((id) => [idInFrame('before', id), reference(id)] as const),
      ...after.map((id) => [idInFrame('after', id), reference(id)] as const),
    ]),
    before: before.map((id) => idInFrame('before', id)),
    after: after.map((id) => idInFrame('after', id)),
  };
}
