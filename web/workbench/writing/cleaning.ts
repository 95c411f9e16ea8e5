import DOMPurify from 'dompurify';

/** What a text has an element for; whatever else is pasted leaves its words. */
const kept = [
  ...['p', 'br', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'ul', 'ol', 'li', 'blockquote', 'pre', 'code', 'a', 'span', 'div'],
  ...['strong', 'b', 'em', 'i', 'u', 's', 'del', 'strike', 'small', 'mark', 'sub', 'sup'],
];

/** What is told of that which was left out, by tag. */
const words: Readonly<Record<string, string>> = {
  img: 'pictures',
  picture: 'pictures',
  svg: 'pictures',
  video: 'films',
  iframe: 'embedded pages',
  table: 'tables (their words are kept)',
  form: 'forms',
  input: 'form fields',
  button: 'buttons',
  hr: 'lines',
};

const isBold = (weight: string): boolean => weight === 'bold' || weight === 'bolder' || Number(weight) >= 600;

/** Styles that mean what an element means, as word processors write them, become that element. */
function meant(element: HTMLElement): void {
  const { fontWeight, fontStyle, textDecorationLine, textDecoration, verticalAlign } = element.style;
  const plainBold = /^(b|strong)$/.test(element.localName) && /^(normal|400)$/.test(fontWeight);
  const line = textDecorationLine || textDecoration;
  const found = [
    isBold(fontWeight) ? 'strong' : '',
    fontStyle === 'italic' ? 'em' : '',
    line.includes('underline') && element.localName !== 'a' ? 'u' : '',
    line.includes('line-through') ? 's' : '',
    verticalAlign === 'super' ? 'sup' : verticalAlign === 'sub' ? 'sub' : '',
  ].filter((one) => one !== '' && one !== element.localName);
  for (const tag of found) {
    const inner = element.ownerDocument.createElement(tag);
    inner.append(...element.childNodes);
    element.append(inner);
  }
  if (plainBold) element.replaceWith(...element.childNodes);
}

const listLevel = (element: Element): number =>
  Number(/mso-list:[^;]*level(\d+)/i.exec(element.getAttribute('style') ?? '')?.[1] ?? 0);

/** Paragraphs that a word processor marks as a list's by style alone become that list. */
function gatherLists(body: HTMLElement): void {
  for (const first of [...body.querySelectorAll<HTMLElement>('p')]) {
    if (listLevel(first) === 0 || !first.isConnected) continue;
    const run: Element[] = [];
    for (let at: Element | null = first; at?.matches('p') && listLevel(at) > 0; at = at.nextElementSibling)
      run.push(at);
    const list = listOf(run, first.ownerDocument);
    first.before(list);
    for (const one of run) one.remove();
  }
}

function listOf(run: readonly Element[], document: Document): HTMLElement {
  const levels: { readonly list: HTMLElement; readonly level: number }[] = [];
  for (const one of run) {
    const level = listLevel(one);
    const sign = one.textContent?.trim() ?? '';
    while (levels.length > 1 && levels.at(-1)!.level > level) levels.pop();
    if (levels.length === 0 || levels.at(-1)!.level < level) {
      const list = document.createElement(/^(\d+|[a-z]|[ivx]+)[.)]/i.test(sign) ? 'ol' : 'ul');
      (levels.at(-1)?.list.lastElementChild ?? levels.at(-1)?.list)?.append(list);
      levels.push({ list, level });
    }
    const item = document.createElement('li');
    for (const ignored of [...one.querySelectorAll<HTMLElement>('span')])
      if (/mso-list:\s*ignore/i.test(ignored.getAttribute('style') ?? '')) ignored.remove();
    item.append(...one.childNodes);
    levels.at(-1)!.list.append(item);
  }
  return levels[0]!.list;
}

const isWhole = (href: string): boolean => /^(https?:\/\/|mailto:|tel:)/i.test(href);

/**
 * Pasted HTML with what a text can hold and nothing else, cleaned by DOMPurify; `dropped` says in words what was left
 * out.
 * A heading of the first level becomes one of the second: the page has its own.
 */
export function cleaned(html: string): { readonly clean: string; readonly dropped: readonly string[] } {
  // runs and loads nothing
  const parsed = new DOMParser().parseFromString(html.replace(/<!--\[if[\s\S]*?<!\[endif\]-->/g, ''), 'text/html');
  const dropped = new Set(Object.keys(words).flatMap((tag) => (parsed.body.querySelector(tag) ? [words[tag]!] : [])));
  gatherLists(parsed.body);
  for (const element of [...parsed.body.querySelectorAll<HTMLElement>('[style]')]) meant(element);
  for (const title of parsed.body.querySelectorAll('h1')) {
    const smaller = parsed.createElement('h2');
    smaller.append(...title.childNodes);
    title.replaceWith(smaller);
  }
  for (const link of parsed.body.querySelectorAll('a'))
    if (!isWhole(link.getAttribute('href') ?? '')) {
      if (link.hasAttribute('href')) dropped.add('links without a whole address');
      link.replaceWith(...link.childNodes);
    }
  const clean = DOMPurify.sanitize(parsed.body.innerHTML, {
    ALLOWED_TAGS: kept,
    ALLOWED_ATTR: ['href', 'lang'],
    ALLOW_DATA_ATTR: false,
    ALLOW_ARIA_ATTR: false,
  });
  return { clean, dropped: [...dropped] };
}
