import { compile } from '../../../compile/compile';
import { compileCanvas } from '../../../compile/canvas';
import { blankPage, type Page, type Part } from '../../page';
import { Problem } from '../../problem';
import { blankSite, Site } from '../../site';
import { applyEdits } from '../apply';
import { Edits } from '../edit';

export const site: Site = {
  ...blankSite('s', 'S', 'site'),
  tokens: { ink: '#223344' },
  classes: [{ id: 'card', name: 'card', style: {} }],
  pictures: {
    sea: {
      name: 'sea',
      alt: 'The sea',
      width: 10,
      height: 10,
      type: 'image/png',
      files: [{ width: 10, file: 'sea.png' }],
    },
  },
};
export const part = (kind: string, tag: string, children: string[], content: Record<string, unknown> = {}): Part => ({
  kind,
  tag,
  children,
  classes: [],
  style: {},
  content: { base: content },
  attributes: {},
});
const blank = blankPage('p', 'P', '/');
export const page: Page = {
  ...blank,
  parts: {
    root: { ...blank.parts['root']!, children: ['sec'] },
    sec: part('section', 'section', ['box', 'title', 'text', 'image', 'button', 'video', 'html', 'field', 'item']),
    box: part('container', 'div', []),
    title: part('heading', 'h1', [], { text: 'Sailings' }),
    text: part('text', 'p', [], { text: 'At noon.' }),
    image: part('image', 'img', [], { alt: '' }),
    button: part('button', 'a', [], { text: 'Fares', link: '/fares' }),
    video: part('video', 'div', [], { address: '', title: '' }),
    html: part('html', 'div', [], { html: '<p>Own</p>', title: '' }),
    field: part('field', 'div', [], { label: 'Name', placeholder: '', name: 'name', type: 'text' }),
    item: part('disclosure', 'details', [], { text: 'When?' }),
  },
};

/**
 * What came in by JSON, checked and applied as the server does it; the problem's sentence, or the page that would be
 * stored.
 */
export function stored(edits: unknown): Page | string {
  const parsed = Edits.safeParse(edits);
  if (!parsed.success) return parsed.error.issues[0]?.message ?? 'refused';
  try {
    return applyEdits(site, page, parsed.data).page;
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return error.message;
  }
}
export const set = (id: string, field: unknown, value?: unknown): unknown => [
  { do: 'set', part: id, field, ...(value !== undefined && { value }) },
];

/** JSON in which `__proto__` is a key like any other, as it comes over the wire. */
export const wire = (text: string): unknown => JSON.parse(text);

/** What may never be printed, whatever was stored: run it, load from elsewhere, or end the sheet early. */
export function harm(made: Page): string {
  const { html, css } = compile(site, made);
  const canvas = compileCanvas(site, made, { pictures: '/files/', fonts: '/files/' }).html;
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(`${css}.last-of-all{color:red}`);
  if (![...sheet.cssRules].some((rule) => rule.cssText.includes('.last-of-all'))) return 'the sheet ends early';
  if (/url\((?!["']?(?:files\/|\/files\/))|image-set\(|src\(|expression\(|@import|elsewhere/i.test(css))
    return 'the sheet leads elsewhere';
  for (const text of [html, canvas]) {
    const document = new DOMParser().parseFromString(text, 'text/html');
    if (document.querySelector('script, base, object, embed, meta[http-equiv], link:not([rel=stylesheet])'))
      return 'an element that runs or loads';
    for (const element of document.querySelectorAll('*'))
      for (const { name, value } of element.attributes) {
        if (name.startsWith('on')) return `a handler ${name}`;
        if (
          ['href', 'src', 'action', 'formaction', 'data'].includes(name) &&
          /^\s*(javascript|vbscript|data:text)/i.test(value)
        )
          return `an address that runs: ${value}`;
        if (name === 'srcdoc' && !element.hasAttribute('sandbox')) return 'a document of its own without a sandbox';
      }
    for (const frame of document.querySelectorAll('iframe')) {
      if (!frame.hasAttribute('sandbox')) return 'a frame without a sandbox';
      if (frame.sandbox.contains('allow-same-origin') && !(frame.getAttribute('src') ?? '').startsWith('https://'))
        return 'a frame of the site’s own that can take its sandbox off';
    }
  }
  return '';
}
