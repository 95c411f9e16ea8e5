import { filesOfPicture } from '../document/library/picture-files';
import { escapeHtml } from '../document/kinds/escape';
import { insideOf, kindOf } from '../document/kinds/registry';
import { languageOf } from '../document/language';
import type { Backdrop, Page, Part } from '../document/page';
import { withoutSwitchedOff } from '../document/seen/switched-off';
import type { Site } from '../document/site';
import { states, type StyleMap } from '../document/style-map';
import { partOf, subtree } from '../document/tree';
import { fonts } from '../style/faces/fonts';
import type { Addresses } from './declarations';
import { mainId, rulesEverywhere, skipLink } from './everywhere';
import { headOf } from './head/head';
import { markupContext, elementOf, innerHtml, openTag, rulesOfContent, type Marking } from './markup';
import { layerRules, lentRules, sheetOf, type Lender, type Styled } from './rules';
import { pathOfId } from '../document/seen/references';
import { seenPage } from '../document/seen/seen-page';

export interface CompileOptions extends Addresses {
  /** The address of the style sheet; a function is given the sheet, so that the address can hold its hash. */
  readonly stylesheet: string | ((css: string) => string);
  /** The address of the icon for browsers' tabs; without one, none is named. */
  readonly icon?: string;
  /** The address of the site's web app manifest, where it has one. */
  readonly manifest?: string;
  /** The whole address the page is found at; without one, none is named. */
  readonly canonical?: string;
  /** Every element names its part, as in a preview, where remarks are pinned to parts. */
  readonly marked?: boolean;
  /** Where pictures and fonts are seen from the style sheet, where that is elsewhere than from the page. */
  readonly sheet?: Pick<Addresses, 'pictures' | 'fonts'>;
}

export interface Compiled {
  readonly html: string;
  readonly css: string;
  /** Scripts the page needs; none of the present kinds needs any. */
  readonly modules: readonly string[];
  /** Names of the picture and font files the page refers to. */
  readonly files: {
    readonly pictures: readonly string[];
    readonly downloads: readonly string[];
    /** Of the typefaces that ship. */
    readonly fonts: readonly string[];
    /** Of those that were uploaded. */
    readonly faces: readonly string[];
  };
}

export const plainFiles: CompileOptions = { pictures: 'files/', fonts: 'files/', stylesheet: 'style.css' };

/** A step on the way through what styles say, one word after the other; styles that say the same end at the same. */
class Step {
  private next: Map<string, Step> | undefined;
  /** What is kept of the styles that end here. */
  styled: (Styled & { backdrop: Backdrop | undefined }) | undefined;

  to(word: string): Step {
    this.next ??= new Map();
    const known = this.next.get(word);
    if (known) return known;
    const step = new Step();
    this.next.set(word, step);
    return step;
  }
}

/** Where a style ends that says this, in this order; quicker than to compare texts. */
function endOf(style: StyleMap, begin: Step): Step {
  let at = begin;
  for (const breakpoint in style) {
    const byState = style[breakpoint]!;
    for (const state of states) {
      const declarations = byState[state];
      if (!declarations) continue;
      at = at.to(breakpoint).to(`:${state}`); // no property begins with a colon
      for (const name in declarations) at = at.to(name).to(declarations[name]!);
    }
  }
  return at;
}

/** What suffices for two parts of one style; nothing where one was not measured. */
const widest = (one: Backdrop, other: Backdrop | undefined): Backdrop | undefined =>
  other &&
  Object.fromEntries(
    Object.entries(one).flatMap(([at, width]) => (other[at] === undefined ? [] : [[at, Math.max(width, other[at])]])),
  );

/** Short generated classes, one for each distinct style of the page's parts. */
function ownClasses(
  page: Page,
  order: readonly string[],
  parts: readonly Part[],
): { nameOf: Marking; styled: Styled[]; lenders: Lender[] } {
  const styled: Styled[] = [];
  const begin = new Step();
  const names = new Map<string, string>();
  const lenders: Lender[] = [];
  for (let at = 0; at < order.length; at++) {
    const id = order[at]!;
    const { style, kind, content, backdrop } = parts[at]!;
    const lending = kindOf(kind).lends !== undefined;
    if (lending) lenders.push({ className: `_r${lenders.length + 1}`, content: content.base, kind });
    const end = endOf(style, begin);
    const lends = lending ? lenders.at(-1)!.className : '';
    if (end === begin) {
      if (lends !== '') names.set(id, lends);
      continue;
    }
    const known = end.styled;
    const name = known ? known.selector.slice(1) : `_${(styled.length + 1).toString(36)}`;
    if (!known) styled.push((end.styled = { selector: `.${name}`, style, backdrop }));
    else if (known.backdrop) known.backdrop = widest(known.backdrop, backdrop);
    names.set(id, lends === '' ? name : `${name} ${lends}`);
  }
  return { nameOf: (id) => ({ className: names.get(id) }), styled, lenders };
}

/** The style sheet of a page, whole; `styled` are the rules of its parts. */
function pageCss(
  site: Site,
  page: Page,
  parts: readonly Part[],
  styled: readonly Styled[],
  lenders: readonly Lender[],
  addresses: Addresses,
  everywhere: string,
): string {
  const kindsByTag = new Map<string, Set<string>>();
  const classes = new Set<string>();
  const tags = new Set<string>();
  for (const part of parts) {
    const known = kindsByTag.get(part.tag);
    if (known) known.add(part.kind);
    else kindsByTag.set(part.tag, new Set([part.kind]));
    for (const id of part.classes) classes.add(id);
    const inside = insideOf(part);
    for (const tag of inside.tags) tags.add(tag);
    for (const id of inside.classes) classes.add(id);
  }
  const use = {
    kind: (kind: string, tag: string) => kindsByTag.get(tag)?.has(kind) ?? false,
    tag: (tag: string) => kindsByTag.has(tag) || tags.has(tag),
    hasClass: (id: string) => classes.has(id),
    links: tags.has('a'),
  };
  return sheetOf(site, use, addresses, {
    lent: lentRules(site, lenders, addresses) + rulesOfContent(site, parts) + everywhere,
    own: layerRules(site, styled, addresses),
  });
}

/** The names of files a text refers to in a folder. */
function namesIn(text: string, folder: string, found: Set<string>): void {
  for (let at = text.indexOf(folder); at !== -1 && at < text.length; at = text.indexOf(folder, at + 1)) {
    const begins = at + folder.length;
    const name = /^[a-z0-9.-]+/i.exec(text.slice(begins, begins + 120))?.[0];
    if (name !== undefined) found.add(name);
  }
}

function usedFiles(site: Site, options: CompileOptions, css: string, html: string): Compiled['files'] {
  const named = new Set<string>();
  const sheet = options.sheet ?? options;
  namesIn(css, sheet.pictures, named);
  if (sheet.fonts !== sheet.pictures) namesIn(css, sheet.fonts, named);
  namesIn(html, options.pictures, named);
  const has = (file: string): boolean => named.has(file);
  const files = Object.values(site.pictures).flatMap(filesOfPicture);
  return {
    pictures: [
      ...files.filter(has),
      ...(options.icon === undefined ? [] : (site.icon?.files ?? [])).map((one) => one.file),
    ],
    downloads: Object.values(site.downloads ?? {}).flatMap(({ file }) => (has(file) ? file : [])),
    fonts: fonts.map((one) => one.file).filter(has),
    faces: (site.faces ?? []).map((one) => one.file).filter(has),
  };
}

/**
 * The part whose picture is seen first: the first picture in the first section that is no header; loaded at once and
 * before others.
 */
function firstPicture(page: Page): string | undefined {
  const section = partOf(page, page.root).children.find((id) => partOf(page, id).tag !== 'header');
  if (section === undefined) return undefined;
  return subtree(page, section).find((id) => kindOf(partOf(page, id).kind).shows === 'picture');
}

/**
 * Elements of something shared are called as they would be on a page of their own, as long as nothing else on this
 * page is.
 */
function namesInPage(page: Page): (id: string) => string {
  const given = new Map<string, string>();
  return (id) => {
    const part = pathOfId(id)?.part;
    if (part === undefined || Object.hasOwn(page.parts, part) || (given.get(part) ?? id) !== id) return id;
    given.set(part, id);
    return part;
  };
}

/**
 * The published form of a page: semantic HTML and one style sheet that holds only what differs.
 * Pure and deterministic; the document must have passed `readSite` and `readPage`.
 */
export function compile(site: Site, whole: Page, options: CompileOptions = plainFiles): Compiled {
  const page = withoutSwitchedOff(seenPage(site, whole));
  const order = subtree(page, page.root);
  const parts = order.map((id) => page.parts[id]!);
  const { nameOf, styled, lenders } = ownClasses(page, order, parts);
  const skip = skipLink(site, page);
  const served = { ...options, ...options.sheet, forVisitors: true };
  const css = pageCss(site, page, parts, styled, lenders, served, rulesEverywhere(skip));
  const main = skip === '' ? undefined : ` id="${mainId}"`;
  const read = { ...options, forVisitors: options.marked !== true };
  const known = markupContext(site, page, read, firstPicture(page), namesInPage(page));
  const context = main === undefined ? known : { ...known, main };
  const marking: Marking = options.marked ? (id, part) => ({ ...nameOf(id, part), part: id }) : nameOf;
  const href = typeof options.stylesheet === 'string' ? options.stylesheet : options.stylesheet(css);
  const html =
    `<!doctype html><html lang="${escapeHtml(languageOf(site, page))}"><head>${headOf(site, page, options)}` +
    `<link rel="stylesheet" href="${escapeHtml(href)}"></head>` +
    `${openTag(elementOf(page, page.root, context, marking))}${skip}${innerHtml(page, page.root, context, marking)}</body></html>\n`;
  return { html, css, modules: [], files: usedFiles(site, options, css, html) };
}
