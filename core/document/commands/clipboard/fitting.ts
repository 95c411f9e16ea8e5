import { checkValue } from '../../../style/value';
import { checkPart } from '../../edits/check/check-part';
import { kindOf, mayHold, statesOf, tagged } from '../../kinds/registry';
import type { Part, Parts } from '../../page';
import type { RunningText, Words } from '../../text/running-text';
import { isText, withPhrases } from '../../text/words';
import { Problem } from '../../problem';
import type { Site } from '../../site';
import { states, type Declarations, type StyleMap } from '../../style-map';
import { usesIn } from '../../seen/references';
import { copyOf } from '../thing';
import type { Clip } from './clip';

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

/** Words as another site can show them: their class by its name, their colour by its value; else without. */
function wordsFor(site: Site, clip: Clip, text: RunningText | Words): RunningText | Words {
  return withPhrases(text, ({ class: held, color, ...rest }) => {
    const name = held === undefined ? undefined : classHere(site, clip, held);
    const ink = color === undefined ? undefined : valueFor(site, clip, 'color', color);
    return { ...rest, ...(name !== undefined && { class: name }), ...(ink !== undefined && { color: ink }) };
  });
}

/** The class of the site that a clip's class is there; undefined where it has none called so. */
function classHere(site: Site, clip: Clip, id: string): string | undefined {
  const from = clip.classes.find((one) => one.id === id);
  return site.classes.find((one) => (clip.site === site.id ? one.id === id : one.name === (from?.name ?? id)))?.id;
}

/** Content as another site can show it: pictures it lacks left out, and what breakpoints say that it lacks. */
function contentFor(site: Site, clip: Clip, said: Part['content']): Part['content'] {
  const fields = ({ picture, text, ...rest }: Record<string, unknown>): Record<string, unknown> => ({
    ...rest,
    ...(isText(text)
      ? { text: clip.site === site.id ? text : wordsFor(site, clip, text) }
      : text !== undefined && { text }),
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
export function partFor(site: Site, clip: Clip, part: Part): Part {
  const known = part.classes.flatMap((id) => classHere(site, clip, id) ?? []);
  const lost = clip.classes.filter(({ id }) => part.classes.includes(id) && classHere(site, clip, id) === undefined);
  const style = [...lost.map((one) => one.style), part.style].reduce((weak, strong) => under(weak, strong), {});
  return tagged({
    ...part,
    classes: known,
    style: styleFor(site, clip, style, part.kind),
    content: contentFor(site, clip, part.content),
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

/** Whether a site is the one a clip comes from, and still has the own parts it uses. */
function canUse(site: Site, { site: from, using }: Clip): boolean {
  const own = new Set(site.sections?.filter((one) => one.own).map((one) => one.id));
  return from === site.id && using !== undefined && usesIn(using.parts).every(([, named]) => own.has(named));
}

/** Clip parts that fit the site, under new ids, root by root. @throws Problem with the first part that does not fit. */
export function fitting(site: Site, whole: Clip): { root: string; parts: Parts }[] {
  const clip = canUse(site, whole) ? { ...whole, ...whole.using } : whole;
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
