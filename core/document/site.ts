import * as z from 'zod';
import { Breakpoints, standardBreakpoints } from './breakpoint';
import { ClassName } from './class-name';
import { KeptSection } from './kept-section';
import { Identifier } from './identifier';
import { StyleMap } from './style-map';

const fileName = /^[a-z0-9][a-z0-9-]*\.[a-z0-9]{2,5}$/;

/** A picture of the library: its own size in px and the files made from it, narrowest first. */
export const Picture = z.strictObject({
  name: z.string().trim().min(1).max(200),
  alt: z.string().max(500),
  width: z.int().positive(),
  height: z.int().positive(),
  type: z.enum(['image/png', 'image/jpeg', 'image/webp', 'image/avif', 'image/gif', 'image/svg+xml']),
  files: z.array(z.strictObject({ width: z.int().positive(), file: z.string().regex(fileName) })).min(1),
});
export type Picture = z.infer<typeof Picture>;

export { ClassName };

export const HostName = z
  .string()
  .regex(/^[a-z][a-z0-9-]{1,39}$/, 'A host name is a lower-case letter followed by letters, digits or hyphens.')
  .refine((name) => !name.startsWith('preview-'), 'A host name may not begin with "preview-".');

/** Breakpoints that went: the set as it was, which of it went, and which took over what was set at those. */
const FormerBreakpoints = z.strictObject({
  breakpoints: Breakpoints,
  removed: z.array(Identifier).min(1),
  heirs: z.record(Identifier, Identifier),
});

/** A site: what its pages share. */
export const Site = z.strictObject({
  format: z.literal('fold-line/site'),
  version: z.literal(1),
  id: Identifier,
  name: z.string().trim().min(1).max(80),
  host: HostName,
  language: z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/),
  breakpoints: Breakpoints,
  /** Each time breakpoints went, in order: pages that are live as they were then are brought up to date by it. */
  formerBreakpoints: z.array(FormerBreakpoints).optional(),
  tokens: z.record(z.string().regex(/^[a-z][a-z0-9-]{0,39}$/), z.string().min(1).max(300)),
  elements: z.record(z.string().regex(/^(body|h[1-6]|p|a|img|section|header|footer|div|button)$/), StyleMap),
  classes: z.array(z.strictObject({ name: ClassName, style: StyleMap })),
  fonts: z.array(z.string().max(60)),
  pictures: z.record(Identifier, Picture),
  sections: z.array(KeptSection).max(200).optional(),
});
export type Site = z.infer<typeof Site>;

/** A site with the standard breakpoints and nothing else in it. */
export function blankSite(id: string, name: string, host: string): Site {
  return {
    format: 'fold-line/site',
    version: 1,
    id,
    name,
    host,
    language: 'en',
    breakpoints: [...standardBreakpoints],
    tokens: {},
    elements: {},
    classes: [],
    fonts: ['Schibsted Grotesk'],
    pictures: {},
  };
}
