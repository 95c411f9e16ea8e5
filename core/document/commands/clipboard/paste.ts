import { applyTo } from '../../edits/apply';
import { draftOf, finished, placeIn } from '../../edits/draft';
import type { Edit } from '../../edits/edit';
import { mayHold, statesOf } from '../../kinds/registry';
import type { Page } from '../../page';
import { Problem } from '../../problem';
import type { Site } from '../../site';
import { partOf } from '../../tree';
import { isList, needsItem, newIn } from '../list-item';
import { landingBy, place, type Target } from '../place';
import { styleEdit } from '../style';
import type { NewThing } from '../thing';
import { Clip } from './clip';
import { fitting, partFor } from './fitting';
import { clipOfText, longestPaste } from './pasted-text';

/**
 * A clip from pasted text, or undefined when the text is none. @throws Problem when it calls itself one and is broken
 * or too long.
 */
export function readClip(text: string): Clip | undefined {
  if (!text.includes('"fold-line/clip"')) return undefined;
  if (text.length > longestPaste) throw new Problem('What was copied is too much to paste at once. Copy it in parts.');
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return undefined;
  }
  const parsed = Clip.safeParse(data);
  if (!parsed.success)
    throw new Problem(
      `What was copied cannot be read: ${parsed.error.issues[0]?.path.map(String).join('.') ?? ''} ${parsed.error.issues[0]?.message ?? ''}`,
    );
  return parsed.data;
}

/** Whether a thing can stand in a parent without an item around it. */
const standsIn = (page: Page, parent: string, thing: NewThing): boolean =>
  !isList(page, parent) || !needsItem(thing.parts[thing.root]!);

/**
 * Puts a clip by the selection, or at a target, each part behind the one before.
 * What can stand beside the part before goes there without looking at the page again, so that a long text costs its
 * paragraphs and not paragraphs × page.
 * @throws Problem when something in it cannot stand there
 */
export function paste(
  site: Site,
  page: Page,
  clip: Clip,
  selection: string | undefined,
  at?: Target,
): { edits: Edit[]; made: string[] } {
  const edits: Edit[] = [];
  const made: string[] = [];
  const draft = draftOf(page);
  const add = (next: readonly Edit[]): void => {
    for (const edit of next) applyTo(site, draft, edit);
    edits.push(...next);
  };
  for (const thing of fitting(site, clip)) {
    const last = made.at(-1);
    const kind = thing.parts[thing.root]!.kind;
    const beside = last === undefined ? undefined : placeIn(draft, last);
    if (beside && mayHold(partOf(draft.page, beside.parent).kind, kind) && standsIn(draft.page, beside.parent, thing))
      add([
        { do: 'insert', parent: beside.parent, index: beside.index + 1, ...newIn(draft.page, beside.parent, thing) },
      ]);
    else {
      const current = finished(draft);
      const isBehind = last !== undefined || (clip.from ?? clip.roots).includes(selection ?? '');
      const target = last === undefined && at ? at : landingBy(current, last ?? selection, kind, isBehind);
      add(place(site, current, thing, target));
    }
    made.push(thing.root);
  }
  return { edits, made };
}

/** Gives parts the style and the classes of the first part of a clip, in place of their own. */
export function pasteStyle(site: Site, page: Page, clip: Clip, ids: readonly string[]): Edit[] {
  const from = partFor(site, clip, clip.parts[clip.roots[0]!]!);
  return ids.flatMap((id) => {
    const part = partOf(page, id);
    const edits: Edit[] = [];
    for (const { id: breakpoint } of site.breakpoints)
      for (const state of statesOf(part.kind)) {
        const present = part.style[breakpoint]?.[state] ?? {};
        const next = from.style[breakpoint]?.[state] ?? {};
        for (const property of Object.keys(present))
          if (!(property in next)) edits.push(styleEdit(id, breakpoint, state, property));
        for (const [property, value] of Object.entries(next))
          if (present[property] !== value) edits.push(styleEdit(id, breakpoint, state, property, value));
      }
    if (part.classes.join() !== from.classes.join())
      edits.push({ do: 'set', part: id, field: ['classes'], value: from.classes });
    return edits;
  });
}

/**
 * What pasting a text by the selection would do: parts that were copied, or a text's paragraphs; undefined where
 * there is nothing in it. @throws Problem
 */
export function pasteText(
  site: Site,
  page: Page,
  text: string,
  selection: string | undefined,
): { edits: Edit[]; made: string[] } | undefined {
  const clip = readClip(text) ?? clipOfText(site, text);
  return clip && paste(site, page, clip, selection);
}
