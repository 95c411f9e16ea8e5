import { escapeHtml } from '../document/kinds/escape';
import { saysMore } from '../document/content';
import type { Edit } from '../document/edits/edit';
import { kindOf } from '../document/kinds/registry';
import { languageOf } from '../document/language';
import { hidesTitle, titleOf, type Page } from '../document/page';
import { withoutSwitchedOff } from '../document/seen/switched-off';
import type { Site } from '../document/site';
import { parentOf, partOf, subtree } from '../document/tree';
import type { Addresses } from './declarations';
import {
  markupContext,
  elementOf,
  innerHtml,
  landmarks,
  openTag,
  rulesOfContent,
  subtreeHtml,
  type ElementText,
  type Marking,
  type Run,
} from './markup';
import { allKinds, lentRules, nestedRule, sharedPieces } from './rules';
import { seenPage } from '../document/seen/seen-page';

/** A class of a part's own: browsers find what a changed rule concerns by class, not by attribute. */
const classOf = (id: string): string => `_-${id}`;
const markedById: Marking = (id) => ({ className: classOf(id), part: id });

/** In the editor alone: no scrollbar takes width from the screen, and what is embedded hears no pointer. */
const noScrollbar = 'html{scrollbar-width:none}iframe,video{pointer-events:none}';
/** In the weakest layer, an empty box keeps a height one can drop into. */
const hints =
  '@layer hint{:is(section,div,header,footer,nav,aside,article):empty{min-height:72px;outline:1px dashed #8a8172;outline-offset:-6px}body:empty{min-height:100vh}}';

/** The rule of a part's own style on the canvas. */
export const canvasRule = (site: Site, page: Page, id: string, addresses: Addresses): string =>
  nestedRule(site, `.${classOf(id)}`, partOf(page, id).style, addresses);

const lends = (page: Page, id: string): boolean =>
  Object.hasOwn(page.parts, id) && kindOf(partOf(page, id).kind).lends !== undefined;

/** Whether what a part says brings rules along. */
function asksForRules(site: Site, page: Page, id: string): boolean {
  if (!Object.hasOwn(page.parts, id)) return false;
  const { kind, content } = partOf(page, id);
  return saysMore(content) || (kindOf(kind).rulesFor?.(site, Object.values(content)) ?? '') !== '';
}

/**
 * What the page's parts lend to what they hold, and what is shown at some breakpoints alone, as the text of a style
 * element.
 */
function canvasLent(site: Site, page: Page, addresses: Addresses): string {
  const lenders = Object.entries(page.parts).flatMap(([id, part]) =>
    kindOf(part.kind).lends ? [{ className: classOf(id), content: part.content.base, kind: part.kind }] : [],
  );
  const rules = lentRules(site, lenders, addresses) + rulesOfContent(site, Object.values(page.parts));
  return rules === '' ? '' : `@layer kind{${rules}}`;
}

/** A page for a leaf: the same page as published, its parts marked by id, their rules one by one. */
export interface Canvas {
  readonly html: string;
  /** Ids of the parts in the order of their rules, sheet by sheet: the style elements of class `fold-own`. */
  readonly sheets: readonly (readonly string[])[];
}

/** So many rules stand in one sheet of a leaf: a browser indexes a whole sheet anew when one of its rules changes. */
export const rulesInSheet = 24;

/**
 * Compiles a page for a leaf, or, without hints for empty boxes, for measuring. The rules of the parts stand in layer
 * blocks, a few in each style element of class `fold-own`.
 */
export function compileCanvas(site: Site, whole: Page, addresses: Addresses, hinted = true): Canvas {
  const page = withoutSwitchedOff(seenPage(site, whole));
  const order = subtree(page, page.root);
  const context = markupContext(site, page, addresses);
  const sheets: string[][] = [];
  for (let at = 0; at < order.length; at += rulesInSheet) sheets.push(order.slice(at, at + rulesInSheet));
  const rules = sheets
    .map(
      (ids) =>
        `<style class="fold-own">@layer own{${ids.map((id) => canvasRule(site, page, id, addresses)).join('')}}</style>`,
    )
    .join('');
  const html =
    `<!doctype html><html lang="${escapeHtml(languageOf(site, page))}"><head><meta charset="utf-8"><title>${escapeHtml(titleOf(page))}</title>` +
    `<style>${noScrollbar}${hinted ? hints : ''}</style>${piecesOf(site, addresses)}<style>${allKinds(site, addresses)}</style>` +
    `<style id="fold-lent">${canvasLent(site, page, addresses)}</style>${rules}</head>` +
    `${openTag(elementOf(page, page.root, context, markedById))}${innerHtml(page, page.root, context, markedById)}</body></html>`;
  return { html, sheets };
}

/** The style elements of what a leaf takes from the site. */
const piecesOf = (site: Site, addresses: Addresses): string =>
  [...sharedPieces(site, addresses)]
    .map(([piece, css]) => `<style data-piece="${escapeHtml(piece)}">${css}</style>`)
    .join('');

/** Whether a leaf can be patched when its site becomes another, or its page has to be written anew. */
export function isPatchable(before: Site, after: Site): boolean {
  const kept = (id: string): boolean => before.pictures[id] === after.pictures[id];
  return (
    before.breakpoints === after.breakpoints &&
    before.language === after.language &&
    before.menus === after.menus &&
    (before.pictures === after.pictures || Object.keys(before.pictures).every(kept))
  );
}

/** Whether anything of a site that pages show is another. */
export const isSeenAnew = (before: Site, after: Site): boolean =>
  !isPatchable(before, after) ||
  before.tokens !== after.tokens ||
  before.elements !== after.elements ||
  before.classes !== after.classes ||
  before.fonts !== after.fonts ||
  before.faces !== after.faces ||
  before.looks !== after.looks ||
  before.dark !== after.dark;

/** The pieces of what a leaf takes from its site that are others now; undefined where one has gone. */
function changedPieces(before: Site, after: Site, addresses: Addresses): Map<string, string | undefined> {
  if (before === after || !isSeenAnew(before, after)) return new Map();
  const [was, is] = [sharedPieces(before, addresses), sharedPieces(after, addresses)];
  const all = [...new Set([...is.keys(), ...was.keys()])];
  return new Map(all.filter((piece) => was.get(piece) !== is.get(piece)).map((piece) => [piece, is.get(piece)]));
}

/** The parts that hold a class whose name is another now. */
function renamedOn(before: Site, after: Site, page: Page): string[] {
  if (before.classes === after.classes) return [];
  const [was, is] = [before, after].map((site) => new Map(site.classes.map((one) => [one.id, one.name])));
  const changed = [...was!.keys(), ...is!.keys()].filter((id) => was!.get(id) !== is!.get(id));
  return Object.keys(page.parts).filter((id) => page.parts[id]!.classes.some((one) => changed.includes(one)));
}

/** What a leaf has to change after edits, and nothing else. */
export interface Patch {
  /** New texts of the pieces of what is shared, by name; undefined where one is gone. */
  readonly shared: ReadonlyMap<string, string | undefined>;
  /** New rules by part; undefined where a part is gone. */
  readonly rules: ReadonlyMap<string, string | undefined>;
  /** Elements whose tag, attributes or text changed. */
  readonly elements: ReadonlyMap<string, ElementText>;
  /** HTML of parts that were put in. */
  readonly subtrees: ReadonlyMap<string, string>;
  /** Parents whose children changed, with the runs they stand in now. */
  readonly arranged: ReadonlyMap<string, readonly Run[]>;
  /** The text of the style element of what parts lend, where that changed. */
  readonly lent: string | undefined;
  /** The page's language, where it is another now. */
  readonly language: string | undefined;
}

function runsOf(page: Page, id: string): Run[] {
  return id === page.root ? landmarks(page) : [{ main: false, ids: partOf(page, id).children }];
}

/** The parents whose list of children an edit changed, as far as they are still on the page. */
function touchedParents(before: Page, after: Page, edit: Edit): string[] {
  if (edit.do === 'set')
    return edit.field[0] === 'tag' && partOf(after, after.root).children.includes(edit.part) ? [after.root] : [];
  const named = edit.do === 'remove' ? [] : [edit.parent];
  const moved = edit.do === 'insert' ? edit.root : edit.part;
  const from = parentOf(before, moved);
  return [...named, ...(from === undefined ? [] : [from])].filter((id) => Object.hasOwn(after.parts, id));
}

/** What is compiled anew so far. */
interface Made {
  readonly rules: Map<string, string | undefined>;
  readonly elements: Map<string, ElementText>;
  readonly subtrees: Map<string, string>;
  readonly arranged: Map<string, readonly Run[]>;
}

interface Around {
  readonly site: Site;
  readonly before: Page;
  readonly after: Page;
  readonly addresses: Addresses;
  readonly context: ReturnType<typeof markupContext>;
}

/** Compiles what one edit touched. */
function recompileOne(made: Made, edit: Edit, { site, before, after, addresses, context }: Around): void {
  const { rules, elements, subtrees, arranged } = made;
  if (edit.do === 'set') {
    if (!Object.hasOwn(after.parts, edit.part) || edit.field[0] === 'off') return;
    if (edit.field[0] === 'style') rules.set(edit.part, canvasRule(site, after, edit.part, addresses));
    else elements.set(edit.part, elementOf(after, edit.part, context, markedById));
  }
  if (edit.do === 'insert' && Object.hasOwn(after.parts, edit.root)) {
    subtrees.set(edit.root, subtreeHtml(after, edit.root, context, markedById));
    for (const id of subtree(after, edit.root)) rules.set(id, canvasRule(site, after, id, addresses));
  }
  if (edit.do === 'remove') for (const id of goneWith(before, after, edit.part)) rules.set(id, undefined);
  for (const id of touchedParents(before, after, edit)) arranged.set(id, runsOf(after, id));
}

/**
 * Compiles only what edits touched: for a style one rule, for content one element, for structure the parents concerned.
 * `before` and `after` are the page on either side of the edits; `siteBefore` is the site where it was another.
 */
export function recompile(
  site: Site,
  wholeBefore: Page,
  wholeAfter: Page,
  edits: readonly Edit[],
  addresses: Addresses,
  siteBefore = site,
): Patch {
  const [before, after] = [withoutSwitchedOff(wholeBefore), withoutSwitchedOff(wholeAfter)];
  const rules = new Map<string, string | undefined>();
  const elements = new Map<string, ElementText>();
  const subtrees = new Map<string, string>();
  const arranged = new Map<string, readonly Run[]>();
  const context = markupContext(site, after, addresses);
  const made = { rules, elements, subtrees, arranged };
  for (const edit of edits) recompileOne(made, edit, { site, before, after, addresses, context });
  const partly = before !== wholeBefore || after !== wholeAfter;
  if (partly) {
    for (const id of reparented(wholeAfter, before, after, edits)) arranged.set(id, runsOf(after, id));
    for (const id in before.parts) if (!Object.hasOwn(after.parts, id)) rules.set(id, undefined);
    for (const id in after.parts) {
      if (Object.hasOwn(before.parts, id)) continue;
      rules.set(id, canvasRule(site, after, id, addresses));
      subtrees.set(id, subtreeHtml(after, id, context, markedById));
    }
  }
  const lent = partly || changesLent(site, before, after, edits) ? canvasLent(site, after, addresses) : undefined;
  if (titleOf(before) !== titleOf(after) || hidesTitle(before) !== hidesTitle(after))
    for (const id of Object.keys(after.parts).filter((one) => kindOf(after.parts[one]!.kind).namesPages))
      elements.set(id, elementOf(after, id, context, markedById));
  for (const id of renamedOn(siteBefore, site, after)) elements.set(id, elementOf(after, id, context, markedById));
  const is = languageOf(site, after);
  const language = languageOf(siteBefore, before) === is ? undefined : is;
  const shared = changedPieces(siteBefore, site, addresses);
  return { shared, rules, elements, subtrees, arranged, lent, language };
}

/** Whether edits change what parts lend to what they hold, or the rules their content asks for. */
function changesLent(site: Site, before: Page, after: Page, edits: readonly Edit[]): boolean {
  const concerned = (id: string): boolean =>
    lends(after, id) || asksForRules(site, before, id) || asksForRules(site, after, id);
  return edits.some((edit) => {
    if (edit.do === 'set') return edit.field[0] === 'content' && concerned(edit.part);
    return edit.do === 'insert' && Object.keys(edit.parts).some(concerned);
  });
}

/** Parents in which something was switched off or on, or moved to or from where things are off. */
function reparented(whole: Page, before: Page, after: Page, edits: readonly Edit[]): string[] {
  const named = new Set(edits.flatMap((edit) => (edit.do === 'insert' ? [] : [edit.part])));
  return [whole, before]
    .flatMap((page) => [...named].flatMap((id) => parentOf(page, id) ?? []))
    .filter((id) => Object.hasOwn(after.parts, id));
}

function goneWith(before: Page, after: Page, id: string): string[] {
  if (!Object.hasOwn(before.parts, id)) return [];
  return subtree(before, id).filter((one) => !Object.hasOwn(after.parts, one));
}
