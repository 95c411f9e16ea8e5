import { kindOf, tagged } from '../kinds/registry';
import type { Page, Part } from '../page';
import type { Site } from '../site';
import { states, type StyleMap } from '../style-map';

type Retired = NonNullable<Site['retired']>;

/**
 * A style with what is set at a breakpoint that went moved to its heir, whose own values stay; without an heir it is
 * left out.
 */
export function restyled(style: StyleMap, gone: string, heir: string | undefined): StyleMap {
  const { [gone]: own, ...out } = style;
  if (!own || heir === undefined) return own ? out : style;
  const at = out[heir] ?? {};
  const both = states.flatMap((state) =>
    own[state] || at[state] ? [[state, { ...own[state], ...at[state] }] as const] : [],
  );
  return { ...out, [heir]: Object.fromEntries(both) };
}

function recontented(content: Part['content'], gone: string, heir: string | undefined): Part['content'] {
  if (!Object.hasOwn(content, gone)) return content;
  const { [gone]: own, ...others } = content;
  const out = { ...others, base: content.base };
  return heir === undefined ? out : { ...out, [heir]: { ...own, ...content[heir] } };
}

/** A part with all that is set at breakpoints that went at their heirs; itself where nothing is. */
export function settledPart(retired: Retired, part: Part): Part {
  let { style, content } = part;
  for (const [gone, { heir }] of Object.entries(retired)) {
    style = restyled(style, gone, heir);
    content = recontented(content, gone, heir);
    const base = kindOf(part.kind).leaving?.(content.base, [{ id: gone, heir }]) ?? {};
    if (Object.keys(base).length > 0) content = { ...content, base: { ...content.base, ...base } };
  }
  return style === part.style && content === part.content ? part : tagged({ ...part, style, content });
}

const known = new WeakMap<Page, { readonly retired: Retired; readonly page: Page }>();

/**
 * A page as it is meant under its site as it is now: what is set at breakpoints that went stands at those that took
 * it over.
 * The page itself where nothing is set at such. Pages are stored as they were, so that a breakpoint can come back
 * with all that was set at it.
 */
export function settled(site: Site, page: Page): Page {
  const { retired } = site;
  if (!retired) return page;
  const before = known.get(page);
  if (before?.retired === retired) return before.page;
  const changed = Object.entries(page.parts).flatMap(([id, part]) => {
    const next = settledPart(retired, part);
    return next === part ? [] : [[id, next] as const];
  });
  const after = changed.length === 0 ? page : { ...page, parts: { ...page.parts, ...Object.fromEntries(changed) } };
  known.set(page, { retired, page: after });
  return after;
}
