import { escapeHtml } from '../document/kinds/escape';
import { mediaFor } from '../document/breakpoint';
import { saysMore, variantsOf } from '../document/content';
import { ownAround, ownRange } from '../document/frames/shown-frame';
import type { Kind, Markup, MarkupContext, ShownVariant } from '../document/kinds/kind';
import { holdsLinks } from '../document/links/links';
import { downloadOfLink, pageOfLink, pictureOfLink } from '../document/kinds/link';
import { kindOf, markOf } from '../document/kinds/registry';
import { hidesTitle, titleOf, type Page, type Part } from '../document/page';
import { classNamesOf, type Site } from '../document/site';
import { partOf } from '../document/tree';
import type { Addresses } from './declarations';

/** A part's element without what it holds: tag, attributes, and inner HTML for those that hold no parts. */
export interface ElementText {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly inner: string | undefined;
  /** HTML before what the part holds. */
  readonly before?: string;
  /** Attributes of an element around what the part holds. */
  readonly holder?: Readonly<Record<string, string>>;
  /** `source` elements before it; the element stands in a `picture` with them. */
  readonly sources?: string;
}

/** What tells a part's element from others: a class when published, its id on the canvas. */
export type Marking = (id: string, part: Part) => { readonly className?: string | undefined; readonly part?: string };

/** An element without meaning or style of its own, which no site's element style speaks of. */
export const holderTag = 'menu-links';

/** The address a link leads to; undefined where nothing is at its end. */
function addressOfLink(site: Site, { pages, pictures, within }: Addresses, link: string): string | undefined {
  const named = pageOfLink(link);
  if (named) {
    const path = pages && (Object.hasOwn(pages, named.page) ? pages[named.page] : undefined);
    if (pages && path === undefined) return undefined;
    return (path ?? '#') + (named.place === undefined || path === undefined ? '' : `#${named.place}`);
  }
  const [picture, download] = [pictureOfLink(link), downloadOfLink(link)];
  if (picture !== undefined) {
    const found = Object.hasOwn(site.pictures, picture) ? site.pictures[picture]?.files.at(-1) : undefined;
    return found && pictures + found.file;
  }
  if (download !== undefined) {
    const found = Object.hasOwn(site.downloads ?? {}, download) ? site.downloads?.[download] : undefined;
    return found && pictures + found.file;
  }
  if (within && link.startsWith('/')) return within(link);
  // RFC 3966 knows no spaces
  return link.startsWith('tel:') ? link.replace(/\s/g, '') : link;
}

const voidTags = new Set(['img']);

export function markupContext(
  site: Site,
  page: Page,
  addresses: Addresses,
  first?: string,
  nameInPage: MarkupContext['nameInPage'] = (id) => id,
): MarkupContext {
  const { titles = {} } = addresses;
  return {
    site,
    page: page.id,
    hidesTitle: hidesTitle(page),
    nameInPage,
    titleOf: (id) => (id === page.id ? titleOf(page) : Object.hasOwn(titles, id) ? titles[id] : undefined),
    picture: (id) => (Object.hasOwn(site.pictures, id) ? site.pictures[id] : undefined),
    pictureUrl: (file) => addresses.pictures + file,
    addressOf: (link) => addressOfLink(site, addresses, link),
    className: (id) => classNamesOf(site, [id])[0],
    isFirstPicture: (id) => id !== undefined && id === first,
    forVisitors: addresses.forVisitors === true,
  };
}

function classNames(own: string | undefined, mark: string | undefined, classes: readonly string[]): string {
  let names = own ?? '';
  if (mark !== undefined) names += names === '' ? mark : ` ${mark}`;
  for (const name of classes) names += names === '' ? name : ` ${name}`;
  return names;
}

/** A box that holds links cannot be one: HTML would end it where the first begins. */
const writtenPart = (page: Page, id: string): Part => {
  const part = partOf(page, id);
  return part.tag === 'a' && part.children.length > 0 && holdsLinks(page, id) ? { ...part, tag: 'div' } : part;
};

export function elementOf(page: Page, id: string, context: MarkupContext, marking: Marking): ElementText {
  const part = writtenPart(page, id);
  const kind = kindOf(part.kind);
  const { tag } = partOf(page, id);
  const { className, part: marked } = marking(id, part);
  const markup = said(part, kind, context, id);
  const attributes: Record<string, string> = {};
  const names = classNames(
    className,
    markup.className === undefined ? markOf(kind, tag) : `${markOf(kind, tag) ?? ''} ${markup.className}`,
    classNamesOf(context.site, part.classes),
  );
  if (names !== '') attributes['class'] = names;
  for (const name in part.attributes) attributes[name] = part.attributes[name]!;
  for (const name in markup.attributes) {
    const value = markup.attributes[name];
    if (value !== undefined) attributes[name] = value;
  }
  if (marked !== undefined) attributes['data-part'] = marked;
  const { inner, before, holder, sources } = markup;
  if (before === undefined && sources === undefined && !holder) return { tag: part.tag, attributes, inner };
  return {
    tag: part.tag,
    attributes,
    inner,
    ...(before !== undefined && { before }),
    ...(holder && { holder }),
    ...(sources !== undefined && { sources }),
  };
}

/** The class of what is shown at these breakpoints alone. */
const variantClass = (breakpoints: readonly string[]): string => `_at-${[...breakpoints].sort().join('-')}`;
/**
 * Nothing that kinds or a site say of such elements reaches those around a wording: they have no box, and the words
 * inherit from their part.
 */
const variantRule = ':where(div,figure)[class^=_at-]{all:inherit!important;display:contents!important}';

/** The markup of what a part says: once, or each thing it says at some breakpoints. */
function said(part: Part, kind: Kind, context: MarkupContext, id: string): Markup {
  if (!saysMore(part.content)) return kind.markup(part.content.base, context, id, part.tag);
  const { breakpoints } = context.site;
  const variants = variantsOf(context.site, part);
  if (variants.length === 1) return kind.markup(variants[0]!.content, context, id, part.tag);
  const apart = variants.map(({ content, breakpoints: ids }): ShownVariant => ({
    content,
    className: variantClass(ids),
    media: mediaFor(breakpoints, new Set(ids)) ?? 'all',
  }));
  if (kind.varied) return kind.varied(apart, context, id, part.tag);
  const markups = apart.map(({ content }) => kind.markup(content, context));
  return {
    ...markups[0],
    inner: apart
      .map(({ className }, index) => `<span class="${className}">${markups[index]!.inner ?? ''}</span>`)
      .join(''),
  };
}

/**
 * The rules that follow from what parts say: those their kinds ask for, and those that keep what is said at some
 * breakpoints off the others, for screens and for screen readers alike.
 */
export function rulesOfContent(site: Site, parts: readonly Part[]): string {
  const rules = new Map<string, string>();
  const asking = new Map<Kind, Record<string, unknown>[]>();
  let [pictures, boxes] = [false, false];
  for (const part of parts) {
    const kind = kindOf(part.kind);
    if (kind.rulesFor) {
      const contents = asking.get(kind) ?? [];
      if (contents.length === 0) asking.set(kind, contents);
      for (const at in part.content) contents.push(part.content[at]!);
    }
    if (kind.hasSources && Object.values(part.content).some((said) => kind.hasSources?.(said, site))) pictures = true;
    if (!saysMore(part.content)) continue;
    const variants = variantsOf(site, part);
    if (variants.length < 2) continue;
    if (part.tag === 'div') boxes = true; // what is around its wordings may be one, too
    if (kind.variesBySource) pictures = true;
    else
      for (const { breakpoints: ids } of variants) {
        const hidden = mediaFor(
          site.breakpoints,
          new Set(site.breakpoints.map((one) => one.id).filter((one) => !ids.includes(one))),
        );
        if (hidden !== undefined)
          rules.set(variantClass(ids), `@media ${hidden}{.${variantClass(ids)}{display:none!important}}`);
      }
  }
  const inkRules = [...asking].map(([kind, contents]) => kind.rulesFor?.(site, contents) ?? '');
  return (
    [...inkRules, ...(boxes ? [variantRule] : []), ...rules.values()].join('') +
    (pictures ? 'picture{display:contents}' : '')
  );
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

/**
 * The page's sections as landmarks: those of its frame, leading headers and trailing footers stand outside `main`.
 */
export function landmarks(page: Page): Run[] {
  const ids = partOf(page, page.root).children;
  const { before, after } = ownAround(page);
  const { from, to } = ownRange(ids);
  const [first, last] = [from + before.length, to - after.length];
  return [
    { main: false, ids: ids.slice(0, first) },
    { main: true, ids: ids.slice(first, last) },
    { main: false, ids: ids.slice(last) },
  ].filter((run) => run.ids.length > 0);
}

/** The HTML of a part and all it holds. */
export function subtreeHtml(page: Page, id: string, context: MarkupContext, marking: Marking): string {
  const element = elementOf(page, id, context, marking);
  if (voidTags.has(element.tag))
    return element.sources === undefined
      ? openTag(element)
      : `<picture>${element.sources}${openTag(element)}</picture>`;
  const inner = element.inner ?? innerHtml(page, id, context, marking);
  const held = element.holder
    ? `${openTag({ tag: holderTag, attributes: element.holder, inner: undefined })}${inner}</${holderTag}>`
    : inner;
  return element.before === undefined
    ? `${openTag(element)}${held}</${element.tag}>`
    : `${openTag(element)}${element.before}${held}</${element.tag}>`;
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
    .map((run) => (run.main ? `<main${context.main ?? ''}>${html(run.ids)}</main>` : html(run.ids)))
    .join('');
}
