import { escapeHtml } from '../document/kinds/escape';
import { baseOf } from '../document/breakpoint';
import type { Site } from '../document/site';
import { plainValue, tokensOf } from '../style/tokens/tokens';

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
