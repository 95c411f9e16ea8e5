import * as z from 'zod';
import { checkValue } from '../../style/value';
import { kindOf } from '../kinds/registry';
import type { Part } from '../page';
import { Problem } from '../problem';
import type { Site } from '../site';
import type { StyleMap } from '../style-map';

const sentence = (error: z.ZodError): string => error.issues[0]?.message ?? 'This value does not fit.';

/** Refuses a style whose breakpoint, property or value the site cannot mean. @throws Problem with the place. */
export function checkStyle(site: Site, style: StyleMap, id: string): void {
  for (const [breakpoint, byState] of Object.entries(style)) {
    if (!site.breakpoints.some((one) => one.id === breakpoint))
      throw new Problem(`The site has no breakpoint "${breakpoint}".`, { part: id, breakpoint });
    for (const [state, declarations] of Object.entries(byState))
      for (const [property, value] of Object.entries(declarations ?? {})) {
        const checked = checkValue(site, property, value);
        if (!checked.ok) throw new Problem(checked.problem, { part: id, breakpoint, state, property });
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

/** Refuses a part that its kind or its site does not allow. @throws Problem with the place. */
export function checkPart(site: Site, part: Part, id: string): void {
  const kind = kindOf(part.kind);
  if (!kind.tags.includes(part.tag))
    throw new Problem(`A ${kind.word.toLowerCase()} is one of ${kind.tags.join(', ')}, not "${part.tag}".`, { part: id, field: 'tag' });
  checkContent(part.kind, part.content.base, id);
  checkStyle(site, part.style, id);
}
