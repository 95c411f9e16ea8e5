import { escapeHtml } from '../../document/kinds/escape';
import { notFoundPath, type Page } from '../../document/page';
import type { Site } from '../../document/site';
import { isUnlisted } from './head';

/** A sitemap holds no more (sitemaps.org, protocol 0.9). */
const mostAddresses = 50_000;

/**
 * The sitemap of pages at these whole addresses, as sitemaps.org's protocol 0.9 has it: UTF-8, entities escaped.
 * What a sitemap holds no more is left out.
 */
export const sitemapOf = (addresses: readonly string[]): string =>
  '<?xml version="1.0" encoding="UTF-8"?>\n<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">\n' +
  addresses
    .slice(0, mostAddresses)
    .map((address) => `<url><loc>${escapeHtml(new URL(address).href).replaceAll("'", '&apos;')}</loc></url>\n`)
    .join('') +
  '</urlset>\n';

/** The whole addresses of the pages that search engines may find, of a site at an address. */
export const foundAt = (site: Pick<Site, 'unlisted'>, pages: readonly Page[], address: string): string[] =>
  pages
    .filter((page) => page.path !== notFoundPath && !isUnlisted(site, page))
    .map(({ path }) => address + path)
    .sort();

/**
 * What search engines may read of a site at an address (RFC 9309); of one without, nothing. A site that is to be left
 * out is read all the same: else its pages, which say so, would be listed by what links to them.
 */
export function robotsOf({ unlisted }: Pick<Site, 'unlisted'>, address: string | undefined): string {
  if (address === undefined) return 'User-agent: *\nDisallow: /\n';
  return `User-agent: *\nAllow: /\n${unlisted ? '' : `Sitemap: ${address}/sitemap.xml\n`}`;
}
