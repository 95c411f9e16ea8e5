import * as z from 'zod';
import { Identifier } from '../identifier';
import { blankPage, Parts, type Page } from '../page';
import { purposes } from './purpose';

/**
 * A section a site keeps: one to copy from, or one that is the same on every page that has it, where its parts go by
 * the same ids.
 */
export const KeptSection = z.strictObject({
  id: Identifier,
  name: z.string().trim().min(1, 'A section that is kept needs a name.').max(80),
  purpose: z.enum(purposes),
  shared: z.boolean(),
  root: Identifier,
  parts: Parts,
});
export type KeptSection = z.infer<typeof KeptSection>;

/** A page that holds a kept section and nothing else. */
export function pageOfSection({ root, parts }: Pick<KeptSection, 'root' | 'parts'>): Page {
  const page = blankPage('kept', 'Kept', '/');
  return {
    ...page,
    root: 'kept-page',
    parts: { ...parts, 'kept-page': { ...page.parts[page.root]!, children: [root] } },
  };
}
