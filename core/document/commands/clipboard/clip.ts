import * as z from 'zod';
import { plainValue } from '../../../style/tokens/tokens';
import { baseOf } from '../../breakpoint';
import { Identifier, newIdentifier } from '../../identifier';
import { Part, type Page } from '../../page';
import { Problem } from '../../problem';
import { SiteClass, type Site } from '../../site';
import { usesIn } from '../../seen/references';
import { copyOf } from '../thing';
import { insideOf } from '../../kinds/registry';
import { outermost } from '../arrange';

/** Parts on their way through the clipboard, with what they need of the site they come from. */
export const Clip = z.strictObject({
  format: z.literal('fold-line/clip'),
  version: z.literal(1),
  site: Identifier,
  /** What was selected when it was copied, as the page called it. */
  from: z.array(z.string().max(400)).max(20_000).optional(),
  roots: z.array(Identifier).min(1).max(20_000),
  parts: z.record(Identifier, Part),
  /** The same where it uses own parts of its site: at that site, it goes on using them. */
  using: z
    .strictObject({ roots: z.array(Identifier).min(1).max(20_000), parts: z.record(Identifier, Part) })
    .optional(),
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
  const freed = copies(page, chosen, { places: 'kept', freed: true });
  const { parts } = freed;
  const kept = copies(page, chosen, { places: 'kept' });
  const used = new Set(Object.values(parts).flatMap((part) => [...part.classes, ...insideOf(part).classes]));
  const classes = site.classes.filter((one) => used.has(one.id));
  const text = JSON.stringify([parts, classes]);
  const base = baseOf(site.breakpoints).id;
  const tokens = Object.fromEntries(
    Object.keys(site.tokens)
      .filter((id) => text.includes(`var(--${id})`))
      .map((id) => [id, plainValue(site, `var(--${id})`, base)]),
  );
  const using = usesIn(kept.parts).length > 0 ? { using: kept } : {};
  return { format: 'fold-line/clip', version: 1, site: site.id, from: chosen, ...freed, ...using, classes, tokens };
}

/** The id of a part; of one that is seen within something shared, another: that is no name elsewhere. */
const named = (id: string): string => (Identifier.safeParse(id).success ? id : newIdentifier());

function copies(page: Page, ids: readonly string[], how: Parameters<typeof copyOf>[2]): Pick<Clip, 'roots' | 'parts'> {
  const all = ids.map((id) => copyOf(page, id, { ...how, named }));
  return {
    roots: all.map((one) => one.root),
    parts: Object.assign({}, ...all.map((one) => one.parts)) as Clip['parts'],
  };
}
