import { escapeHtml } from '../document/kinds/escape';
import type { MarkupContext } from '../document/kinds/kind';
import { kindOf } from '../document/kinds/registry';
import type { Page, Part } from '../document/page';
import type { Site } from '../document/site';
import { partOf } from '../document/tree';
import type { Addresses } from './declarations';

/** A part's element without what it holds: tag, attributes, and inner HTML for those that hold no parts. */
export interface ElementText {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly inner: string | undefined;
}

/** What tells a part's element from others: a class when published, its id on the canvas. */
export type Marking = (id: string, part: Part) => { readonly className?: string | undefined; readonly part?: string };

const voidTags = new Set(['img']);

export function contextOf(site: Site, addresses: Addresses): MarkupContext {
  return {
    site,
    picture: (id) => (Object.hasOwn(site.pictures, id) ? site.pictures[id] : undefined),
    pictureUrl: (file) => addresses.pictures + file,
  };
}

function classNames(own: string | undefined, mark: string | undefined, classes: readonly string[]): string {
  let names = own ?? '';
  if (mark !== undefined) names += names === '' ? mark : ` ${mark}`;
  for (const name of classes) names += names === '' ? name : ` ${name}`;
  return names;
}

export function elementOf(page: Page, id: string, context: MarkupContext, marking: Marking): ElementText {
  const part = partOf(page, id);
  const kind = kindOf(part.kind);
  const { className, part: marked } = marking(id, part);
  const markup = kind.markup(part.content.base, context);
  const attributes: Record<string, string> = {};
  const names = classNames(className, kind.mark, part.classes);
  if (names !== '') attributes['class'] = names;
  for (const name in part.attributes) attributes[name] = part.attributes[name]!;
  for (const name in markup.attributes) {
    const value = markup.attributes[name];
    if (value !== undefined) attributes[name] = value;
  }
  if (marked !== undefined) attributes['data-part'] = marked;
  return { tag: part.tag, attributes, inner: markup.inner };
}

/** The start tag of an element. */
export function openTag({ tag, attributes }: ElementText): string {
  let out = `<${tag}`;
  for (const name in attributes) out += ` ${name}="${escapeHtml(attributes[name]!)}"`;
  return `${out}>`;
}

/** A run of the page's sections, inside a `main` element or beside it. */
export interface Run {
  readonly main: boolean;
  readonly ids: readonly string[];
}

/** The page's sections as landmarks: leading headers and trailing footers stand outside `main`. */
export function landmarks(page: Page): Run[] {
  const ids = partOf(page, page.root).children;
  const tag = (id: string): string => partOf(page, id).tag;
  let first = ids.findIndex((id) => !['header', 'nav'].includes(tag(id)));
  if (first === -1) first = ids.length;
  let last = ids.length;
  while (last > first && tag(ids[last - 1]!) === 'footer') last--;
  return [
    { main: false, ids: ids.slice(0, first) },
    { main: true, ids: ids.slice(first, last) },
    { main: false, ids: ids.slice(last) },
  ].filter((run) => run.ids.length > 0);
}

/** The HTML of a part and all it holds. */
export function subtreeHtml(page: Page, id: string, context: MarkupContext, marking: Marking): string {
  const element = elementOf(page, id, context, marking);
  if (voidTags.has(element.tag)) return openTag(element);
  return `${openTag(element)}${element.inner ?? innerHtml(page, id, context, marking)}</${element.tag}>`;
}

/** The HTML inside a part that holds others. */
export function innerHtml(page: Page, id: string, context: MarkupContext, marking: Marking): string {
  const html = (ids: readonly string[]): string => {
    let out = '';
    for (const child of ids) out += subtreeHtml(page, child, context, marking);
    return out;
  };
  if (id !== page.root) return html(partOf(page, id).children);
  return landmarks(page)
    .map((run) => (run.main ? `<main>${html(run.ids)}</main>` : html(run.ids)))
    .join('');
}
