import { escapeHtml, linesToHtml } from '../kinds/escape';
import { phraseTags, type Phrase, type Words } from './running-text';

/** What the HTML of words looks up. */
export interface WordsContext {
  /** The name of a class of the site. */
  className(id: string): string | undefined;
  /** The address a link leads to; undefined where it leads nowhere. */
  addressOf(link: string): string | undefined;
}

/** Words that lead somewhere take nothing of what parts that are links have by nature: they are underlined words. */
export const linkRules = ':is(p,h1,h2,h3,h4,h5,h6,li,blockquote) a{all:revert-layer;color:inherit}';

/** The class of words of a colour of their own. */
export const inkClass = (color: string): string =>
  `_ink-${[...color].map((sign) => (/[a-z0-9]/.test(sign) ? sign : `-${sign.codePointAt(0)!.toString(36)}-`)).join('')}`;

const tag = (name: string, attributes: Readonly<Record<string, string | undefined>>): string =>
  `<${name}${Object.entries(attributes)
    .map(([key, value]) => (value === undefined ? '' : ` ${key}="${escapeHtml(value)}"`))
    .join('')}>`;

/** The elements around words, the outermost first: equal ones side by side become one. */
function wrapping(phrase: string | Phrase, context: WordsContext): { readonly open: string; readonly close: string }[] {
  if (typeof phrase === 'string') return [];
  const { as = [], link, lang, class: id, color } = phrase;
  const out: { open: string; close: string }[] = [];
  if (link) {
    const href = context.addressOf(link.to);
    const apart = link.newTab && href !== undefined;
    const open = tag('a', {
      href,
      target: apart ? '_blank' : undefined,
      rel: apart ? 'noopener' : undefined,
      'aria-label': link.label || undefined,
      ...(href === undefined && { role: 'link', 'aria-disabled': 'true' }),
    });
    out.push({ open, close: '</a>' });
  }
  const names = [
    id === undefined ? undefined : context.className(id),
    color === undefined ? undefined : inkClass(color),
  ]
    .filter((one) => one !== undefined)
    .join(' ');
  if (lang !== undefined || names !== '')
    out.push({ open: tag('span', { class: names || undefined, lang }), close: '</span>' });
  for (const name of phraseTags) if (as.includes(name)) out.push({ open: `<${name}>`, close: `</${name}>` });
  return out;
}

/** A line of text as phrasing content: line ends become `<br>`. */
export function wordsHtml(words: Words, context: WordsContext): string {
  if (typeof words === 'string') return linesToHtml(words);
  let html = '';
  let open: { readonly open: string; readonly close: string }[] = [];
  for (const phrase of words) {
    const around = wrapping(phrase, context);
    let common = 0;
    while (common < open.length && common < around.length && open[common]!.open === around[common]!.open) common++;
    html += open
      .slice(common)
      .map((one) => one.close)
      .reverse()
      .join('');
    html += around
      .slice(common)
      .map((one) => one.open)
      .join('');
    html += linesToHtml(typeof phrase === 'string' ? phrase : phrase.text);
    open = around;
  }
  return (
    html +
    open
      .map((one) => one.close)
      .reverse()
      .join('')
  );
}
