import * as z from 'zod';

/**
 * A link: an address on the web, a mail address or a telephone number; a page of the site by its id (`page:ID`,
 * `page:ID#place`), which follows when its path changes,
 * or by its path; a place on the page (`#place`); a picture of the library (`picture:ID`), or a file to download
 * (`download:ID`).
 */
export const Link = z
  .string()
  .trim()
  .max(2000)
  .refine(
    (link) =>
      link === '' ||
      /^(https?:\/\/[^\s"<>]+|mailto:[^\s"<>]+@[^\s"<>]+|tel:[+0-9() -]+|#[A-Za-z][\w-]*|page:[a-z][a-z0-9-]{0,39}(#[A-Za-z][\w-]*)?|(?:picture|download):[a-z][a-z0-9-]{0,39}|\/(?!\/)[^\s"<>\\]*)$/.test(
        link,
      ),
    'A link begins with https://, http://, mailto:, tel:, / for this site or # for a place on the page.',
  );

/** The page a link names by its id, and the place on it. */
export function pageOfLink(link: string): { readonly page: string; readonly place: string | undefined } | undefined {
  const [, page, place] = /^page:([^#]+)(?:#(.+))?$/.exec(link) ?? [];
  return page === undefined ? undefined : { page, place };
}

/** The picture of the library a link leads to. */
export const pictureOfLink = (link: string): string | undefined => /^picture:(.+)$/.exec(link)?.[1];

/** The file to download a link leads to. */
export const downloadOfLink = (link: string): string | undefined => /^download:(.+)$/.exec(link)?.[1];

/** Fields of what is a link as a whole. */
export const linkFields = {
  link: Link,
  /** It opens a tab of its own. */
  newTab: z.boolean().optional(),
  /** What is read out instead of what it shows. */
  linkLabel: z.string().max(300).optional(),
};

/** The attributes of an element that is a link. */
export function linkAttributes(
  content: Record<string, unknown>,
  addressOf: (link: string) => string | undefined,
): Record<string, string | undefined> {
  const { link, newTab, linkLabel } = content;
  const href = typeof link === 'string' && link !== '' ? addressOf(link) : undefined;
  const label = typeof linkLabel === 'string' && linkLabel !== '' ? linkLabel : undefined;
  if (href === undefined) return { role: 'link', 'aria-disabled': 'true', 'aria-label': label };
  const apart = newTab === true;
  return {
    href,
    target: apart ? '_blank' : undefined,
    rel: apart ? 'noopener' : undefined,
    'aria-label': label,
  };
}
