import { chain, outwards } from './breakpoint';
import type { Part } from './page';
import type { Site } from './site';

type Says = Pick<Part, 'content'>;

/** What a part says at a breakpoint: its base, and over it what the breakpoints from the base outwards say instead. */
export function contentAt(site: Site, part: Says, breakpoint: string): Record<string, unknown> {
  const own = chain(site.breakpoints, breakpoint).flatMap((at) =>
    Object.hasOwn(part.content, at) ? [part.content[at]!] : [],
  );
  return own.reduceRight((said, next) => ({ ...said, ...next }), part.content.base);
}

/** Where a field's value at a breakpoint stands: the id of a breakpoint, or `base`. */
export const contentFrom = (site: Site, part: Says, breakpoint: string, key: string): string =>
  chain(site.breakpoints, breakpoint).find(
    (at) => Object.hasOwn(part.content, at) && Object.hasOwn(part.content[at]!, key),
  ) ?? 'base';

/** One of the things a part says, and the breakpoints it says it at. */
export interface Variant {
  readonly content: Record<string, unknown>;
  readonly breakpoints: readonly string[];
}

/** Whether a part says anything at a breakpoint beside its base; quick, since most parts do not. */
export function saysMore(content: Part['content']): boolean {
  for (const at in content) if (at !== 'base') return true;
  return false;
}

/** Everything a part says, each once, with the breakpoints that show it; the base's first. */
export function variantsOf(site: Site, part: Says): Variant[] {
  if (Object.keys(part.content).length === 1)
    return [{ content: part.content.base, breakpoints: site.breakpoints.map((one) => one.id) }];
  const bySame = new Map<string, { content: Record<string, unknown>; breakpoints: string[] }>();
  for (const { id } of outwards(site.breakpoints)) {
    const content = contentAt(site, part, id);
    const text = JSON.stringify(Object.entries(content).sort(([a], [b]) => (a < b ? -1 : 1)));
    const same = bySame.get(text);
    if (same) same.breakpoints.push(id);
    else bySame.set(text, { content, breakpoints: [id] });
  }
  return [...bySame.values()];
}
