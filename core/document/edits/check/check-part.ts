import * as z from 'zod';
import { checkValue } from '../../../style/value';
import { kindOf, statesOf } from '../../kinds/registry';
import { baseOf } from '../../breakpoint';
import { contentAt } from '../../content';
import type { Content, Part } from '../../page';
import { Problem, type Place } from '../../problem';
import { ofKey } from '../../seen/in-use';
import type { Site } from '../../site';
import { saidInUse } from './check-own';
import { states, type State, type StyleMap } from '../../style-map';

const sentence = (error: z.ZodError): string => error.issues[0]?.message ?? 'This value does not fit.';

/** Refuses a state that what is styled cannot be in. @throws Problem */
export function checkState(state: string, allowed: readonly State[], place: Place): void {
  if (!allowed.some((one) => one === state))
    throw new Problem(`It is never in the state “${state}”.`, { ...place, state });
}

/** A breakpoint of the site, or one that went: pages keep what is set at those, also by who had not heard of it yet. */
export const isKnown = (site: Site, breakpoint: string): boolean =>
  site.breakpoints.some((one) => one.id === breakpoint) || Object.hasOwn(site.retired ?? {}, breakpoint);

/** Refuses a style whose breakpoint, property or value the site cannot mean. @throws Problem with the place. */
export function checkStyle(site: Site, style: StyleMap, id: string, allowed: readonly State[] = states): void {
  for (const [breakpoint, byState] of Object.entries(style)) {
    if (!isKnown(site, breakpoint))
      throw new Problem(`The site has no breakpoint "${breakpoint}".`, { part: id, breakpoint });
    for (const [state, declarations] of Object.entries(byState)) {
      checkState(state, allowed, { part: id, breakpoint });
      for (const [property, value] of Object.entries(declarations ?? {})) {
        const checked = checkValue(site, property, value, 'any');
        if (!checked.ok) throw new Problem(checked.problem, { part: id, breakpoint, state, property });
      }
    }
  }
}

/** Refuses content a kind cannot have. @throws Problem with the field. */
export function checkContent(kind: string, content: Record<string, unknown>, id: string): void {
  const parsed = kindOf(kind).content.safeParse(content);
  if (!parsed.success) {
    const field = parsed.error.issues[0]?.path.join('.');
    throw new Problem(sentence(parsed.error), { part: id, ...(field && { field }) });
  }
}

/**
 * Refuses what a part says where its kind cannot say it, or cannot say it at a breakpoint alone. @throws Problem with
 * the field.
 */
export function checkContents(site: Site, kind: string, content: Content, id: string): void {
  checkContent(kind, content.base, id);
  const refers = kindOf(kind).refers === true;
  for (const [breakpoint, own] of Object.entries(content)) {
    if (breakpoint === 'base') continue;
    if (!isKnown(site, breakpoint) || breakpoint === baseOf(site.breakpoints).id)
      throw new Problem(`The site has no breakpoint "${breakpoint}" beside its base.`, { part: id, breakpoint });
    for (const key of Object.keys(own))
      if (refers ? !ofKey(key) : !kindOf(kind).fields.some((field) => field.key === key && field.varies))
        throw new Problem(`The ${key} of a ${kindOf(kind).word.toLowerCase()} is the same at every breakpoint.`, {
          part: id,
          breakpoint,
          field: key,
        });
    const holds = site.breakpoints.some((one) => one.id === breakpoint);
    checkContent(kind, holds ? contentAt(site, { content }, breakpoint) : { ...content.base, ...own }, id);
  }
  if (refers) for (const said of saidInUse(site, content)) checkContents(site, said.inner.kind, said.content, id);
}

/** Refuses a part that its kind or its site does not allow. @throws Problem with the place. */
export function checkPart(site: Site, part: Part, id: string): void {
  const kind = kindOf(part.kind);
  if (!kind.tags.includes(part.tag))
    throw new Problem(`A ${kind.word.toLowerCase()} is one of ${kind.tags.join(', ')}, not "${part.tag}".`, {
      part: id,
      field: 'tag',
    });
  checkContents(site, part.kind, part.content, id);
  const tag = kind.tagFor?.(Object.values(part.content)) ?? part.tag;
  if (tag !== part.tag)
    throw new Problem(`What it says makes it a ${tag}, not a ${part.tag}.`, { part: id, field: 'tag' });
  checkStyle(site, part.style, id, statesOf(part.kind));
}
