import * as z from 'zod';
import { plainValue } from '../../../style/tokens/tokens';
import { baseOf } from '../../breakpoint';
import { Identifier } from '../../identifier';
import { Part, type Page } from '../../page';
import { Problem } from '../../problem';
import { SiteClass, type Site } from '../../site';
import { partOf, subtree } from '../../tree';
import { insideOf } from '../../kinds/registry';
import { outermost } from '../arrange';

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

/**
 * A copy of parts with all they hold, and the classes and tokens they use. @throws Problem when nothing of the list
 * can be copied.
 */
export function clipOf(site: Site, page: Page, ids: readonly string[]): Clip {
  const chosen = outermost(page, ids);
  if (chosen.length === 0) throw new Problem('Select a part to copy; the page itself cannot be copied here.');
  const parts = Object.fromEntries(chosen.flatMap((id) => subtree(page, id)).map((id) => [id, partOf(page, id)]));
  const used = new Set(Object.values(parts).flatMap((part) => [...part.classes, ...insideOf(part).classes]));
  const classes = site.classes.filter((one) => used.has(one.id));
  const text = JSON.stringify([parts, classes]);
  const base = baseOf(site.breakpoints).id;
  const tokens = Object.fromEntries(
    Object.keys(site.tokens)
      .filter((id) => text.includes(`var(--${id})`))
      .map((id) => [id, plainValue(site, `var(--${id})`, base)]),
  );
  return { format: 'fold-line/clip', version: 1, site: site.id, roots: chosen, parts, classes, tokens };
}
