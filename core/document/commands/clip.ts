import * as z from 'zod';
import { Identifier, newIdentifier } from '../identifier';
import { kindOf, mayHold, statesOf, tagged } from '../kinds/registry';
import { states, StyleMap, type Declarations } from '../style-map';
import { Part, type Page, type Parts } from '../page';
import { Problem } from '../problem';
import { SiteClass, type Site } from '../site';
import { partOf, subtree } from '../tree';
import { checkValue } from '../../style/value';
import { checkPart } from '../edits/check-part';
import type { Edit } from '../edits/edit';
import { outermost } from './arrange';
import { landingBy, place, type Target } from './place';
import { styleEdit } from './style';
import { copyOf } from './thing';
import { applyTo } from '../edits/apply';
import { draftOf, finished, placeIn } from '../edits/draft';

/** Parts on their way through the clipboard, with what they need of the site they come from. */
export const Clip = z.strictObject({
  format: z.literal('fold-line/clip'),
  version: z.literal(1),
  site: Identifier,
  roots: z.array(Identifier).min(1).max(20_000),
  parts: z.record(Identifier, Part),
  classes: z.array(SiteClass),
  tokens: z.record(z.string().max(40), z.string().max(300)),
});
export type Clip = z.infer<typeof Clip>;

/** A copy of parts with all they hold, and the classes and tokens they use. @throws Problem when nothing of the list can be copied. */
export function clipOf(site: Site, page: Page, ids: readonly string[]): Clip {
  const chosen = outermost(page, ids);
  if (chosen.length === 0) throw new Problem('Select a part to copy; the page itself cannot be copied here.');
  const parts = Object.fromEntries(chosen.flatMap((id) => subtree(page, id)).map((id) => [id, partOf(page, id)]));
  const used = new Set(Object.values(parts).flatMap((part) => part.classes));
  const classes = site.classes.filter((one) => used.has(one.id));
  const text = JSON.stringify([parts, classes]);
  const tokens = Object.fromEntries(Object.entries(site.tokens).filter(([name]) => text.includes(`var(--${name})`)));
  return { format: 'fold-line/clip', version: 1, site: site.id, roots: chosen, parts, classes, tokens };
}

/** The longest text that can be pasted, in characters. */
export const longestPaste = 5_000_000;

/** A clip from pasted text, or undefined when the text is none. @throws Problem when it calls itself one and is broken or too long. */
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

/** Values as another site can mean them: tokens it lacks by their values, pictures it lacks left out. */
function valueFor(site: Site, clip: Clip, property: string, value: string): string | undefined {
  const own = value.replace(/var\(--([a-z0-9-]+)\)/g, (whole, name: string) =>
    Object.hasOwn(site.tokens, name) ? whole : (clip.tokens[name] ?? whole),
  );
  const checked = checkValue(site, property, own);
  return checked.ok ? checked.value : undefined;
}

function styleFor(site: Site, clip: Clip, style: StyleMap, kind: string): StyleMap {
  const out: StyleMap = {};
  for (const { id } of site.breakpoints)
    for (const state of statesOf(kind)) {
      const fits: Declarations = {};
      for (const [property, value] of Object.entries(style[id]?.[state] ?? {})) {
        const kept = valueFor(site, clip, property, value);
        if (kept !== undefined) fits[property] = kept;
      }
      if (Object.keys(fits).length > 0) out[id] = { ...out[id], [state]: fits };
    }
  return out;
}

/** A weaker style under a stronger one. */
function under(weak: StyleMap, strong: StyleMap): StyleMap {
  const out: StyleMap = { ...weak };
  for (const [breakpoint, byState] of Object.entries(strong))
    out[breakpoint] = {
      ...out[breakpoint],
      ...Object.fromEntries(
        states.flatMap((state) =>
          byState[state] ? [[state, { ...out[breakpoint]?.[state], ...byState[state] }]] : [],
        ),
      ),
    };
  return out;
}

/** Content as another site can show it: pictures it lacks left out, and what breakpoints say that it lacks. */
function contentFor(site: Site, said: Part['content']): Part['content'] {
  const fields = ({ picture, ...rest }: Record<string, unknown>): Record<string, unknown> => ({
    ...rest,
    ...(typeof picture === 'string' && Object.hasOwn(site.pictures, picture) && { picture }),
  });
  const { base, ...others } = said;
  const kept = Object.entries(others).flatMap(([breakpoint, own]) => {
    const fits = site.breakpoints.some((one) => one.id === breakpoint && one.side !== 'base') ? fields(own) : {};
    return Object.keys(fits).length > 0 ? [[breakpoint, fits] as const] : [];
  });
  return { ...Object.fromEntries(kept), base: fields(base) };
}

/** A part as another site can hold it: classes it lacks become the part's own style. */
function partFor(site: Site, clip: Clip, part: Part): Part {
  const here = (id: string): string[] => {
    const from = clip.classes.find((one) => one.id === id);
    const same = site.classes.find((one) => (clip.site === site.id ? one.id === id : one.name === (from?.name ?? id)));
    return same ? [same.id] : [];
  };
  const known = part.classes.flatMap(here);
  const lost = clip.classes.filter((one) => part.classes.includes(one.id) && here(one.id).length === 0);
  const style = [...lost.map((one) => one.style), part.style].reduce((weak, strong) => under(weak, strong), {});
  return tagged({
    ...part,
    classes: known,
    style: styleFor(site, clip, style, part.kind),
    content: contentFor(site, part.content),
  });
}

/** Refuses a clip whose parts hold each other in a circle, stand in two places or are missing. */
function checkHeld(clip: Clip): void {
  const seen = new Set<string>();
  const pile = [...clip.roots];
  for (let at = pile.pop(); at !== undefined; at = pile.pop()) {
    const part = Object.hasOwn(clip.parts, at) ? clip.parts[at] : undefined;
    if (!part) throw new Problem('What was copied is not whole: a part is missing.');
    if (seen.has(at)) throw new Problem('What was copied is broken: a part stands in two places.');
    seen.add(at);
    pile.push(...part.children);
  }
}

/** Clip parts that fit the site, under new ids, root by root. @throws Problem with the first part that does not fit. */
function fitting(site: Site, clip: Clip): { root: string; parts: Parts }[] {
  checkHeld(clip);
  return clip.roots.map((root) => {
    const copy = copyOf({ format: 'fold-line/page', version: 1, id: 'clip', path: '/', root, parts: clip.parts }, root);
    const parts = Object.fromEntries(Object.entries(copy.parts).map(([id, part]) => [id, partFor(site, clip, part)]));
    for (const [id, part] of Object.entries(parts)) {
      checkPart(site, part, id);
      for (const child of part.children)
        if (!mayHold(part.kind, parts[child]!.kind))
          throw new Problem(`A ${kindOf(part.kind).word.toLowerCase()} cannot hold what was copied in it.`);
    }
    return { root: copy.root, parts };
  });
}

/**
 * Puts a clip by the selection, or at a target, each part behind the one before.
 * What can stand beside the part before goes there without looking at the page again, so that a long text costs its paragraphs and not paragraphs × page.
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
    if (beside && mayHold(partOf(draft.page, beside.parent).kind, kind))
      add([{ do: 'insert', parent: beside.parent, index: beside.index + 1, ...thing }]);
    else {
      const current = finished(draft);
      add(
        place(
          site,
          current,
          thing,
          last === undefined && at
            ? at
            : landingBy(current, last ?? selection, kind, last !== undefined || clip.roots.includes(selection ?? '')),
        ),
      );
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

/** The longest paragraph a text part holds, in characters. */
const longestParagraph = 100_000;

/** A text in pieces no longer than a part holds: broken at the last line end, sentence or word that fits. */
function* piecesOf(text: string): Generator<string> {
  let rest = text;
  while (rest.length > longestParagraph) {
    const head = rest.slice(0, longestParagraph);
    const end =
      ['\n', '. ', ' '].map((sign) => head.lastIndexOf(sign) + sign.length).find((at) => at > longestParagraph / 2) ??
      wholeSigns(head);
    yield rest.slice(0, end).trim();
    rest = rest.slice(end).trimStart();
  }
  yield rest;
}

/** The length of a text without half a surrogate pair at its end. */
const wholeSigns = (text: string): number => (/[\ud800-\udbff]$/.test(text) ? text.length - 1 : text.length);

/** The paragraphs of plain text, which empty lines part; nothing of it is left out. */
export function paragraphsOf(text: string): string[] {
  const paragraphs = text.replace(/\r\n?/g, '\n').split(/\n[^\S\n]*\n\s*/);
  return paragraphs
    .map((one) => one.trim())
    .filter((one) => one !== '')
    .flatMap((one) => [...piecesOf(one)]);
}

/** Plain text as text parts, one a paragraph, in a clip; undefined where there are no words in it. @throws Problem when it is too long */
export function clipOfText(site: Site, text: string): Clip | undefined {
  if (text.length > longestPaste)
    throw new Problem(
      `This text has ${text.length.toLocaleString('en')} characters; at most ${longestPaste.toLocaleString('en')} can be pasted at once. Paste it in parts.`,
    );
  const paragraphs = paragraphsOf(text);
  if (paragraphs.length === 0) return undefined;
  if (paragraphs.length > 20_000)
    throw new Problem(
      `This text has ${paragraphs.length.toLocaleString('en')} paragraphs; at most 20,000 can be pasted at once. Paste it in parts.`,
    );
  const fresh = kindOf('text').fresh(site);
  const parts = Object.fromEntries(
    paragraphs.map((words): [string, Part] => [
      newIdentifier(),
      { kind: 'text', children: [], classes: [], attributes: {}, ...fresh, content: { base: { text: words } } },
    ]),
  );
  return {
    format: 'fold-line/clip',
    version: 1,
    site: site.id,
    roots: Object.keys(parts),
    parts,
    classes: [],
    tokens: {},
  };
}

/** What pasting a text by the selection would do: parts that were copied, or a text's paragraphs; undefined where there is nothing in it. @throws Problem */
export function pasteText(
  site: Site,
  page: Page,
  text: string,
  selection: string | undefined,
): { edits: Edit[]; made: string[] } | undefined {
  const clip = readClip(text) ?? clipOfText(site, text);
  return clip && paste(site, page, clip, selection);
}
