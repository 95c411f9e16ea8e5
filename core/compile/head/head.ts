import { escapeHtml } from '../../document/kinds/escape';
import { titleOf, type Page } from '../../document/page';
import type { Picture, Site } from '../../document/site';
import { partOf } from '../../document/tree';
import type { Addresses } from '../declarations';
import { iconLinks, type IconAddresses } from './icon';
import { jsonLd } from './structured-data';
import { translationLinks } from './translations';

interface HeadOptions extends Pick<Addresses, 'pages' | 'tongues'>, IconAddresses {
  readonly canonical?: string;
}

/** As wide as pictures are shown that are shared, at least (common practice). */
const sharedWidth = 1200;

/**
 * The file of a picture for whoever shares a page: of the kind it came as, which all of them read, or the narrowest
 * that is wide enough.
 */
const sharedFile = ({ files, plain, type }: Picture): string | undefined =>
  type === 'image/svg+xml' ? undefined : (plain ?? files.find((one) => one.width >= sharedWidth) ?? files.at(-1))?.file;

/** The picture that stands for a page where it is shared, with its file; undefined where it has none of its own. */
export function sharedPicture(
  site: Site,
  page: Page,
): { readonly picture: Picture; readonly file: string } | undefined {
  const id = partOf(page, page.root).content.base['share'];
  const picture = typeof id === 'string' && Object.hasOwn(site.pictures, id) ? site.pictures[id] : undefined;
  const file = picture && sharedFile(picture);
  return picture && file !== undefined ? { picture, file } : undefined;
}

/** What a page says of itself in a sentence or two; empty where it says nothing. */
export function descriptionOf(page: Page): string {
  const said = partOf(page, page.root).content.base['description'];
  return typeof said === 'string' ? said : '';
}

/** Whether search engines are asked to leave a page out, or its whole site. */
export const isUnlisted = (site: Pick<Site, 'unlisted'>, page: Page): boolean =>
  site.unlisted === true || partOf(page, page.root).content.base['unlisted'] === true;

/** What a page says to those who share it: the basic fields of the Open Graph protocol (ogp.me), its title and address. */
function shareTags(site: Site, page: Page, description: string, { canonical, pictures }: HeadOptions): string {
  if (canonical === undefined) return '';
  const shared = sharedPicture(site, page);
  const tags: readonly (readonly [string, string])[] = [
    ['title', titleOf(page)],
    ['type', 'website'],
    ['url', canonical],
    ['site_name', site.name],
    ...(description === '' ? [] : [['description', description] as const]),
    ...(shared
      ? [
          ['image', new URL(pictures + shared.file, canonical).href] as const,
          ...(shared.picture.alt === '' ? [] : [['image:alt', shared.picture.alt] as const]),
        ]
      : []),
  ];
  return tags.map(([name, value]) => `<meta property="og:${name}" content="${escapeHtml(value)}">`).join('');
}

/** What stands in the head of a page before its style sheet. */
export function headOf(site: Site, page: Page, options: HeadOptions): string {
  const { canonical } = options;
  const description = descriptionOf(page);
  return (
    '<meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">' +
    `<title>${escapeHtml(titleOf(page))}</title>` +
    (description === '' ? '' : `<meta name="description" content="${escapeHtml(description)}">`) +
    (isUnlisted(site, page) ? '<meta name="robots" content="noindex">' : '') +
    (canonical === undefined ? '' : `<link rel="canonical" href="${escapeHtml(canonical)}">`) +
    translationLinks(site, page, options) +
    shareTags(site, page, description, options) +
    (canonical === undefined ? '' : jsonLd(site, page, canonical)) +
    iconLinks(site, options)
  );
}
