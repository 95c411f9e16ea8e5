import type { Edit } from '../edits/edit';
import type { AnyEdit, SiteSet } from '../edits/site-edit';
import { frameSides, type FrameSide, type PageFrame } from '../frames/page-frame';
import { frameNamedBy, ownAround, ownSections, sectionsOf } from '../frames/shown-frame';
import { newIdentifier } from '../identifier';
import { inWords } from '../kinds/in-words';
import type { Page } from '../page';
import { Problem } from '../problem';
import { sectionOf } from '../seen/references';
import { sharedAt } from '../seen/seen-page';
import type { Site } from '../site';
import { cutText } from '../storable';
import { partOf } from '../tree';

const named = (page: Page, id: string): string => cutText(inWords(partOf(page, id)), 80);

/** A section of a page for its frame: the shared one it shows, or its own as one, with the edits that make it that. */
function shared(page: Page, part: string, side: FrameSide): { readonly id: string; readonly edits: AnyEdit[] } {
  const known = sharedAt(page, part);
  if (known !== undefined) return { id: known, edits: [] };
  const id = newIdentifier();
  const purpose = side === 'before' ? 'opening' : 'contact';
  return { id, edits: [{ do: 'share', on: 'both', part, section: { id, name: named(page, part), purpose } }] };
}

const setFrame = (page: Page, frame: string | undefined): Edit => ({
  do: 'set',
  part: page.root,
  field: ['content', 'base', 'frame'],
  ...(frame !== undefined && { value: frame }),
});

const setSide = (frame: PageFrame, side: FrameSide, ids: readonly string[]): SiteSet => ({
  ...{ do: 'set', on: 'site' },
  field: ['frames', frame.id, side],
  value: [...ids],
});

/**
 * The edits that make a frame of what stands above and below the rest of a page, and put the page in it: its headers
 * and footers are the site's from then on.
 */
export function frameFromPage(
  site: Pick<Site, 'frames'>,
  page: Page,
  name: string,
): { edits: AnyEdit[]; made: string } {
  const around = ownAround(page);
  const made = newIdentifier();
  const taken = frameSides.map((side) => around[side].map((part) => ({ part, ...shared(page, part, side) })));
  const [before, after] = taken.map((some) => [...new Set(some.map((one) => one.id))]);
  const item: PageFrame = { id: made, name, before: before!, after: after!.filter((id) => !before!.includes(id)) };
  return {
    made,
    edits: [
      ...taken.flat().flatMap((one) => one.edits),
      { do: 'insert', on: 'site', into: 'frames', index: site.frames?.length ?? 0, item },
      ...taken.flat().map(({ part }): Edit => ({ do: 'remove', part })),
      setFrame(page, made),
    ],
  };
}

/** The edits that put a section of a page into its frame, next to the page's own. @throws Problem where it is not one */
export function takeIntoFrame(frame: PageFrame, page: Page, part: string, side: FrameSide): AnyEdit[] {
  if (!ownSections(page).includes(part))
    throw new Problem('Only a section of the page can go into its frame.', { part });
  const { id, edits } = shared(page, part, side);
  if (sectionsOf(frame).includes(id))
    throw new Problem(`The page frame “${frame.name}” shows this section already.`, { part });
  const ids = side === 'before' ? [...frame.before, id] : [id, ...frame.after];
  return [...edits, setSide(frame, side, ids), { do: 'remove', part }];
}

/** The edit that shows a shared section in a frame: the last above the pages, or the first below them. */
export const addToFrame = (frame: PageFrame, section: string, side: FrameSide): SiteSet =>
  setSide(frame, side, side === 'before' ? [...frame.before, section] : [section, ...frame.after]);

/** The edit that takes a section out of a frame; the site keeps it among its shared ones. */
export function takeOutOfFrame(frame: PageFrame, section: string): SiteSet[] {
  const side = frameSides.find((one) => frame[one].includes(section));
  return side
    ? [
        setSide(
          frame,
          side,
          frame[side].filter((id) => id !== section),
        ),
      ]
    : [];
}

/**
 * The edits that move a section of a frame a step up or down, past the pages’ own sections to the other side; none
 * where it is the first or the last.
 */
export function stepInFrame(frame: PageFrame, section: string, by: -1 | 1): SiteSet[] {
  const side = frameSides.find((one) => frame[one].includes(section));
  if (!side) return [];
  const index = frame[side].indexOf(section);
  const rest = frame[side].filter((id) => id !== section);
  const to = index + by;
  if (to >= 0 && to < frame[side].length) return [setSide(frame, side, rest.toSpliced(to, 0, section))];
  if (side === 'before' && by === 1)
    return [setSide(frame, 'before', rest), setSide(frame, 'after', [section, ...frame.after])];
  if (side === 'after' && by === -1)
    return [setSide(frame, 'after', rest), setSide(frame, 'before', [...frame.before, section])];
  return [];
}

/**
 * The edits that put a page in a frame, or in none. Where it is replacing, what stands above and below the page of its
 * own goes: headers, menus and footers where the frame has some, and what the frame shows anyway.
 */
export function intoFrame(
  page: Page,
  frame: PageFrame | undefined,
  { replacing }: { readonly replacing: boolean },
): Edit[] {
  if (frameNamedBy(page) === frame?.id) return [];
  const around = ownAround(page);
  const shown = new Set(sectionsOf(frame));
  const isShown = (id: string): boolean => shown.has(sharedAt(page, id) ?? sectionOf(page.parts[id]) ?? '');
  const replaced = ownSections(page).filter(
    (id) => isShown(id) || frameSides.some((side) => frame?.[side].length && around[side].includes(id)),
  );
  return [...(replacing ? replaced.map((part): Edit => ({ do: 'remove', part })) : []), setFrame(page, frame?.id)];
}
