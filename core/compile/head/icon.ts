import { escapeHtml } from '../../document/kinds/escape';
import { baseOf } from '../../document/breakpoint';
import { iconFile } from '../../document/library/site-icon';
import type { Site } from '../../document/site';
import { cutText } from '../../document/storable';
import { plainValue, tokensOf } from '../../style/tokens/tokens';

/** A colour a token holds as it can be written into a drawing; anything else than a plain colour is left. */
const plain = /^(#[0-9a-f]{3,8}|[a-z]+|(rgb|hsl|oklch|oklab|lab|lch)\([\d\s.,%/a-z-]+\))$/i;

/**
 * A site's icon for browsers' tabs, as SVG of 32 by 32 px: the first letter of its name on the first of its tokens
 * that is a colour.
 */
export function iconOf(site: Site): string {
  const letter = /\p{L}|\p{N}/u.exec(site.name)?.[0] ?? '•';
  const base = baseOf(site.breakpoints).id;
  const colours = tokensOf(site).filter((one) => one.kind === 'colour');
  const ground =
    colours.map((one) => plainValue(site, `var(--${one.id})`, base)).find((value) => plain.test(value)) ?? '#22333b';
  return (
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 32 32">' +
    `<rect width="32" height="32" rx="6" fill="${escapeHtml(ground)}"/>` +
    `<text x="16" y="23" font-family="sans-serif" font-size="20" font-weight="700" text-anchor="middle" fill="#fff">${escapeHtml(letter.toUpperCase())}</text></svg>`
  );
}

/** Where what stands for a site is found: its drawing, its files, and its web app manifest. */
export interface IconAddresses {
  readonly pictures: string;
  /** Without one, no icon is named. */
  readonly icon?: string;
  readonly manifest?: string;
}

/** The links of a page to its site's icon (HTML, section 4.6.7.8) and manifest (Web App Manifest, section 5). */
export function iconLinks({ icon: own }: Pick<Site, 'icon'>, { pictures, icon, manifest }: IconAddresses): string {
  if (icon === undefined) return '';
  if (!own) return `<link rel="icon" href="${escapeHtml(icon)}">`;
  const [tab, touch] = [iconFile(own, 32), iconFile(own, 180)].map((file) => escapeHtml(pictures + file));
  return (
    `<link rel="icon" type="image/png" sizes="32x32" href="${tab}"><link rel="apple-touch-icon" href="${touch}">` +
    (manifest === undefined ? '' : `<link rel="manifest" href="${escapeHtml(manifest)}">`)
  );
}

/** The name of the manifest's file, in the folder of the site. */
export const manifestFile = 'manifest.webmanifest';

/** A site's web app manifest, whose addresses begin at the folder it lies in; undefined where the site has no icon. */
export function webManifest({ name, language, icon }: Site): string | undefined {
  if (!icon) return undefined;
  const icons = icon.files
    .filter(({ size }) => size >= 192)
    .map(({ size, file }) => ({ src: `files/${file}`, sizes: `${size}x${size}`, type: 'image/png' }));
  const manifest = { name, short_name: cutText(name, 30), lang: language, start_url: './', display: 'browser', icons };
  return `${JSON.stringify(manifest)}\n`;
}
