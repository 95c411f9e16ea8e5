import * as z from 'zod';
import { Breakpoints, standardBreakpoints } from './breakpoint';
import { ClassName, isClassId } from './class-name';
import { PageFrame } from './frames/page-frame';
import { Menu } from './menus/menu';
import { KeptSection } from './sections/kept-section';
import { Download } from './library/download';
import { Face } from './library/face';
import { SiteIcon } from './library/site-icon';
import { Identifier } from './identifier';
import { Link } from './kinds/link';
import { Language } from './language';
import { OldAddress } from './links/old-address';
import { StyleMap } from './style-map';
import { TimeZone } from './time-zone';
import { KeptToken, TokenName } from './token';

const fileName = /^[a-z0-9][a-z0-9-]*\.[a-z0-9]{2,5}$/;

/** A word pictures are found by. */
export const PictureTag = z.string().trim().min(1, 'A tag is a word.').max(40, 'A tag has at most 40 letters.');

const PictureFile = z.strictObject({ width: z.int().positive(), file: z.string().regex(fileName) });

/** A picture of the library: its own size in px and the files made from it, narrowest first. */
export const Picture = z.strictObject({
  name: z.string().trim().min(1).max(200),
  alt: z.string().max(500),
  width: z.int().positive(),
  height: z.int().positive(),
  type: z.enum(['image/png', 'image/jpeg', 'image/webp', 'image/avif', 'image/gif', 'image/svg+xml']),
  files: z.array(PictureFile).min(1),
  /** The same widths as AVIF, where those are lighter. */
  avif: z.array(PictureFile).min(1).optional(),
  /** One of the kind it came as, for whatever reads no other. */
  plain: PictureFile.optional(),
  tags: z.array(PictureTag).max(20, 'A picture has at most 20 tags.').optional(),
  /** What is said of it below it, where it is shown with a caption. */
  caption: z.string().trim().min(1).max(500, 'A caption has at most 500 characters.').optional(),
  /** Whose it is. */
  credit: z.string().trim().min(1).max(200, 'A credit has at most 200 characters.').optional(),
});
export type Picture = z.infer<typeof Picture>;

export { ClassName };

export const HostName = z
  .string()
  .regex(/^[a-z][a-z0-9-]{1,39}$/, 'A host name is a lower-case letter followed by letters, digits or hyphens.')
  .refine((name) => !name.startsWith('preview-'), 'A host name may not begin with "preview-".');

/** What a site can style wherever it stands. */
export const ElementName = z
  .string()
  .regex(
    /^(body|h[1-6]|p|a|ul|ol|li|blockquote|pre|code|strong|em|u|s|small|mark|sub|sup|figure|figcaption|img|button|input|textarea|select|label|table|th|td|hr|section|header|footer|nav|aside|article|details|summary|div)$/,
    'The site can’t style this element everywhere.',
  );

/**
 * A class: parts hold its id, so that it can be renamed without touching them; its name is what the published page
 * says.
 */
export const SiteClass = z.strictObject({ id: ClassName, name: ClassName, style: StyleMap });
export type SiteClass = z.infer<typeof SiteClass>;

/** A site's classes, the weakest first. */
const SiteClasses = z
  .array(SiteClass)
  .max(1000)
  .superRefine((list, context) => {
    for (const key of ['id', 'name'] as const) {
      const seen = new Set<string>();
      list.forEach((one, index) => {
        if (seen.has(one[key]))
          context.addIssue({
            code: 'custom',
            path: [index, key],
            message: `Two classes have the ${key} “${one[key]}”.`,
          });
        seen.add(one[key]);
      });
    }
  });

/** What decides how every page looks. */
const dress = {
  /**
   * By ids, in the order they are shown; parts name them by these, so that one can be renamed without touching them.
   */
  tokens: z.record(TokenName, KeptToken),
  elements: z.record(ElementName, StyleMap),
  classes: SiteClasses,
  fonts: z.array(z.string().max(60)).max(100),
};

export const LookName = z.string().trim().min(1, 'A look needs a name.').max(60, 'A name has at most 60 letters.');

/** A whole set of tokens, element styles, classes and typefaces under a name, as it was when it was saved. */
export const Look = z.strictObject({ id: Identifier, name: LookName, ...dress });
export type Look = z.infer<typeof Look>;

/** The maximum number of redirects of a site. */
export const mostRedirects = 1000;
/** What a redirect leads to. */
export const RedirectTo = Link.refine(
  (link) => link !== '' && !link.startsWith('#'),
  'A redirect leads to a page or an address.',
);

/** What a page may weigh, in kB (1,000 bytes) as it is sent. */
export const WeightBudget = z
  .int()
  .min(10, 'A budget is at least 10 kB.')
  .max(100_000, 'A budget is at most 100,000 kB.');

/** How many releases of a site are kept. */
const KeptReleases = z.int().min(1, 'At least one release is kept.').max(500, 'At most 500 releases are kept.');

export const SiteName = z.string().trim().min(1, 'A client needs a name.').max(80, 'A name has at most 80 letters.');

/** A site: what its pages share. */
export const Site = z.strictObject({
  format: z.literal('fold-line/site'),
  version: z.literal(2),
  id: Identifier,
  name: SiteName,
  host: HostName,
  language: Language,
  breakpoints: Breakpoints,
  /**
   * Breakpoints that went, with the one that took over what was set at each: until something is set there anew, pages
   * keep it where it was.
   */
  retired: z.record(Identifier, z.strictObject({ heir: Identifier.optional() })).optional(),
  ...dress,
  pictures: z.record(Identifier, Picture),
  /** Files visitors may download. */
  downloads: z.record(Identifier, Download).optional(),
  icon: SiteIcon.optional(),
  /** Faces that were uploaded, beside those that ship. */
  faces: z.array(Face).max(60).optional(),
  sections: z.array(KeptSection).max(200).optional(),
  /** What stands around pages’ own sections; a page names one, or none. */
  frames: z.array(PageFrame).max(20).optional(),
  menus: z.array(Menu).max(40).optional(),
  looks: z.array(Look).max(20).optional(),
  /** Where paths lead that no page is found at. */
  redirects: z
    .record(OldAddress, RedirectTo)
    .refine((all) => Object.keys(all).length <= mostRedirects, 'A site has at most 1,000 redirects.')
    .optional(),
  /** What each page may weigh at most; without one, weight is no matter. */
  budget: WeightBudget.optional(),
  /** Whether search engines are asked to leave out every page. */
  unlisted: z.literal(true).optional(),
  /** How many releases are kept, the newest first; the server's own number where it is not set. */
  keeps: KeptReleases.optional(),
  /** Where times of the site are told in, such as when a release is due. */
  timeZone: TimeZone.optional(),
  /** Pages in the order they are listed in, where somebody gave them one; others stand after those. */
  arranged: z.array(Identifier).max(10_000).optional(),
  /** The look whose tokens hold for visitors who prefer dark pages; none where no look has this id. */
  dark: Identifier.optional(),
});
export type Site = z.infer<typeof Site>;

/** What of a site decides how its pages look, and what its menus say. */
export const Styling = Site.pick({
  ...{ breakpoints: true, tokens: true, elements: true, classes: true, fonts: true, faces: true, menus: true },
}).extend({
  /** The tokens of the look for dark pages, where there is one. */
  dark: z.record(TokenName, KeptToken).exactOptional(),
});
export type Styling = z.infer<typeof Styling>;

/** Of a site, what decides how its pages look. */
export function stylingOf(site: Site): Styling {
  const { breakpoints, tokens, elements, classes, fonts, faces, menus, looks, dark } = site;
  const bound = looks?.find((one) => one.id === dark);
  return {
    ...{ breakpoints, tokens, elements, classes, fonts },
    ...(faces && { faces }),
    ...(menus && { menus }),
    ...(bound && { dark: bound.tokens }),
  };
}

/** A site with the standard breakpoints and nothing else in it. */
export function blankSite(id: string, name: string, host: string): Site {
  return {
    format: 'fold-line/site',
    version: 2,
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

/**
 * The names of a part's classes: those of the site's by its ids; words of no class stand for themselves, a class that
 * has gone says nothing.
 */
export const classNamesOf = (site: Pick<Site, 'classes'>, ids: readonly string[]): string[] =>
  ids.flatMap((id) => site.classes.find((one) => one.id === id)?.name ?? (isClassId(id) ? [] : id));
