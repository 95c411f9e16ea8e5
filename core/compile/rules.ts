import { mediaOf, outwards, type Breakpoint } from '../document/breakpoint';
import type { Backdrop } from '../document/page';
import { linkRules } from '../document/text/line-html';
import { isMarked, kindOf, kinds, markOf } from '../document/kinds/registry';
import { leaves } from '../document/leaves';
import type { Site } from '../document/site';
import { states, type Declarations, type State, type StyleMap } from '../document/style-map';
import { fonts } from '../style/faces/fonts';
import { standInRules, withStandIns } from '../style/faces/stand-in';
import { namedBy, publishedName, publishedText, tokenOf } from '../style/tokens/tokens';
import { inDark } from '../style/tokens/look-tokens';
import { tokenValueProblem } from '../style/value';
import { hasPicture, isSized, screenWidth, withBackground } from './backgrounds';
import { declarationsText, type Addresses } from './declarations';

const selectorOfState: Readonly<Record<State, string>> = {
  normal: '',
  open: '[open]',
  hover: ':hover',
  focus: ':focus-visible',
  pressed: ':active',
};

/** In the editor, a part can be held in a state while that state is worked on. */
export const heldAttribute = 'data-state';
const heldOrReal = (state: State): string =>
  state === 'normal' ? '' : `:is(${selectorOfState[state]},[${heldAttribute}=${state}])`;
const stateSelector = (state: State, held: boolean): string => (held ? heldOrReal(state) : selectorOfState[state]);

/** Style under one selector, to be written together with others of its layer. */
export interface Styled {
  readonly selector: string;
  readonly style: StyleMap;
  /** How wide its pictures have to be, where that was measured. */
  readonly backdrop?: Backdrop | undefined;
}

const plainText = (site: Site, declarations: Declarations | undefined, addresses: Addresses): string =>
  declarations ? declarationsText(site, declarations, addresses) : '';

/** The declarations of what has a background picture, whose file depends on how wide it stands. */
function picturedText(
  site: Site,
  { style, backdrop }: Styled,
  breakpoint: Breakpoint,
  state: State,
  addresses: Addresses,
): string {
  const widthAt = (at: Breakpoint): number => backdrop?.[at.id] ?? screenWidth(site.breakpoints, at);
  const declarations = withBackground(site, style, breakpoint, state, widthAt);
  const width = isSized(site, style, breakpoint, state) ? widthAt(breakpoint) : undefined;
  return declarations ? declarationsText(site, declarations, addresses, width) : '';
}

/**
 * The rules of one cascade layer: base first, then each breakpoint outwards, states after normal;
 * each media query stands once and equal rules share their selectors. The selectors must not overlap.
 */
export function layerRules(site: Site, styled: readonly Styled[], addresses: Addresses, held = false): string {
  let out = '';
  const pictured = new Set(addresses.forVisitors === true ? styled.filter(({ style }) => hasPicture(style)) : []);
  for (const breakpoint of outwards(site.breakpoints)) {
    let block = '';
    for (const state of states) {
      const bySame = new Map<string, string[]>();
      for (const one of styled) {
        const { selector, style } = one;
        const text = pictured.has(one)
          ? picturedText(site, one, breakpoint, state, addresses)
          : plainText(site, style[breakpoint.id]?.[state], addresses);
        if (text === '') continue;
        const same = bySame.get(text);
        const whole = selector + stateSelector(state, held);
        if (same) same.push(whole);
        else bySame.set(text, [whole]);
      }
      for (const [text, selectors] of bySame) block += `${selectors.join(',')}{${text}}`;
    }
    const media = mediaOf(breakpoint);
    if (block !== '') out += media === undefined ? block : `@media ${media}{${block}}`;
  }
  return out;
}

/** One nested rule with all of a style, so that an editor can replace it as a whole. */
export function nestedRule(site: Site, selector: string, style: StyleMap, addresses: Addresses): string {
  let out = '';
  for (const breakpoint of outwards(site.breakpoints)) {
    let block = '';
    for (const state of states) {
      const declarations = style[breakpoint.id]?.[state];
      const text = declarations ? declarationsText(site, declarations, addresses) : '';
      if (text !== '') block += state === 'normal' ? `${text};` : `&${heldOrReal(state)}{${text}}`;
    }
    const media = mediaOf(breakpoint);
    if (block !== '') out += media === undefined ? block : `@media ${media}{${block}}`;
  }
  return `${selector}{${out}}`;
}

/** A part that lends style to what it holds, by the class that tells it from others. */
export interface Lender {
  readonly className: string;
  readonly content: Record<string, unknown>;
  readonly kind: string;
}

/**
 * The rules lenders lend to what they hold, for the layer of the kinds: equal for odd and even children where they
 * say the same.
 */
export function lentRules(site: Site, lenders: readonly Lender[], addresses: Addresses): string {
  const styled = lenders.flatMap(({ className, content, kind }): Styled[] => {
    const lends = Object.entries(kindOf(kind).lends?.(content) ?? {});
    const style = (which: 'odd' | 'even'): StyleMap =>
      Object.fromEntries(lends.map(([breakpoint, lent]) => [breakpoint, { normal: lent[which] }]));
    return [
      { selector: `.${className}>:nth-child(odd)`, style: style('odd') },
      { selector: `.${className}>:nth-child(2n)`, style: style('even') },
    ];
  });
  return layerRules(site, styled, addresses);
}

const layer = (name: string, rules: string): string => (rules === '' ? '' : `@layer ${name}{${rules}}`);

/** What the browser's own sheet says of a tag already (HTML, sections 15.3 and 15.4). */
function byBrowser(tag: string): Declarations {
  if (tag === 'img') return { 'overflow-x': 'clip', 'overflow-y': 'clip' };
  return /^(body|p|h[1-6])$/.test(tag) ? { display: 'block' } : {};
}

/**
 * What kinds are by nature, for the tags and kinds in use; every part counts its border and padding into its size.
 * `main`, which stands for no part, hands on what the page has, for sections that say `inherit`.
 */
function kindRules(
  site: Site,
  used: (kind: string, tag: string) => boolean,
  hasLinks: boolean,
  addresses: Addresses,
): string {
  const base = outwards(site.breakpoints)[0]!.id;
  const styled = new Map<string, Styled>();
  for (const kind of kinds)
    for (const tag of kind.tags) {
      if (kind.refers || !used(kind.kind, tag)) continue; // what refers to something is never written itself
      const { 'box-sizing': _everywhere, ...rest } = kind.defaults(tag);
      const own = Object.fromEntries(Object.entries(rest).filter(([name, value]) => byBrowser(tag)[name] !== value));
      const mark = markOf(kind, tag);
      const selector =
        mark === undefined ? tag : kind.markedTags && kind.markedTags.length > 1 ? `${tag}.${mark}` : `.${mark}`;
      styled.set(selector, { selector, style: { [base]: { normal: own } } });
    }
  const inside = kinds
    .filter((kind) => kind.inside !== undefined && kind.tags.some((tag) => isMarked(kind, tag) && used(kind.kind, tag)))
    .map((kind) => kind.inside);
  return `body,body *{box-sizing:border-box}main{all:inherit;display:contents}${layerRules(site, [...styled.values()], addresses)}${inside.join('')}${hasLinks ? linkRules : ''}`;
}

/** A rule for a face's file. */
const fontFace = (family: string, weights: string, style: string, address: string): string =>
  `@font-face{font-family:${/^[a-z]+$/i.test(family) ? family : `"${family}"`};${style}font-weight:${weights};font-display:swap;src:url(${address})format("woff2")}`;

/** Whether a text of CSS names a family, be it in other capitals (CSS Fonts 4 §5.1). */
const names = (text: string, family: string): boolean =>
  new RegExp(`(^|[:,"'\\s])${family.replace(/[.+]/g, '\\$&')}($|[,;}"'\\s!])`, 'i').test(text);

/** The typefaces that ship, and those that were uploaded, where a text of CSS names them. */
function fontFaces({ faces = [] }: Site, addresses: Addresses, text?: string): string {
  const ready = fonts
    .filter(({ family }) => text === undefined || text.includes(family))
    .map(({ family, weights, file }) => fontFace(family, weights, '', addresses.fonts + file));
  const uploaded = faces
    .filter(({ family }) => text === undefined || names(text, family))
    .map(({ family, weights, italic, file }) =>
      fontFace(family, weights, italic ? 'font-style:italic;' : '', addresses.pictures + file),
    );
  return [...ready, ...uploaded].join('');
}

/** A text of CSS with rules for what stands in for the families it names, wherever it names them. */
function standIns({ faces = [] }: Site, text: string): string {
  const ready = fonts.filter(({ family }) => text.includes(family));
  const uploaded = faces.filter(({ family, metrics, italic }) => metrics && !italic && names(text, family));
  const all = [
    ...ready.map(({ family, metrics, generic }) => [family, { metrics, generic }] as const),
    ...uploaded.map(({ family, metrics }) => [family, { metrics: metrics!, generic: 'sans-serif' as const }] as const),
  ];
  const byFamily = new Map(all);
  const rules = [...byFamily].map(([family, { metrics, generic }]) => standInRules(family, metrics, generic));
  return rules.join('') + withStandIns(text, [...byFamily.keys()]);
}

/** What a page's style sheet takes from its site. */
export interface Use {
  kind(kind: string, tag: string): boolean;
  tag(tag: string): boolean;
  hasClass(id: string): boolean;
  /** Whether words lead somewhere. */
  readonly links: boolean;
}

/** The order of the layers: the site's classes in theirs. */
const layerOrder = (classes: Site['classes']): string =>
  `@layer ${['kind', 'element', ...classes.map(({ name }) => `class.${name}`), 'own'].join(',')};`;

/**
 * The tokens as custom properties, at each breakpoint those that differ there; one deleted stands here for those that
 * name it still.
 */
function tokenRule(site: Site, ids: readonly string[], nameOf: (id: string) => string): string {
  return outwards(site.breakpoints)
    .map((breakpoint) => {
      const said = ids.flatMap((id) => {
        const value = tokenOf(site, id)?.values[breakpoint.id];
        return value !== undefined && tokenValueProblem(value) === undefined ? [`--${nameOf(id)}:${value}`] : [];
      });
      const media = mediaOf(breakpoint);
      const rule = said.length > 0 ? `:root{${said.join(';')}}` : '';
      return rule === '' || media === undefined ? rule : `@media ${media}{${rule}}`;
    })
    .join('');
}

/**
 * The tokens for visitors who prefer dark pages, after the others: each that differs, as the dark look has it at
 * every breakpoint.
 */
function darkRule(site: Site, ids: readonly string[]): string {
  const dark = inDark(site);
  if (dark === site) return '';
  const others = ids.filter((id) => leaves(site.tokens[id], dark.tokens[id]).length > 0);
  const tokens = tokenRule(dark, others, (id) => publishedName(site, id));
  return `:root{color-scheme:light dark}${tokens === '' ? '' : `@media (prefers-color-scheme:dark){${tokens}}`}`;
}

const classRule = (site: Site, { name, style }: Site['classes'][number], addresses: Addresses, held: boolean): string =>
  layer(`class.${name}`, layerRules(site, [{ selector: `.${name}`, style }], addresses, held));

/**
 * A style sheet: layers in order, fonts, the tokens that are named, kinds and what their parts lend, element styles,
 * classes, and the parts' own rules.
 */
export function sheetOf(
  site: Site,
  use: Use,
  addresses: Addresses,
  { lent, own }: { readonly lent: string; readonly own: string },
): string {
  const classes = site.classes.filter(({ id, style }) => use.hasClass(id) && Object.keys(style).length > 0);
  const elements = Object.entries(site.elements)
    .filter(([tag]) => use.tag(tag))
    .map(([selector, style]) => ({ selector, style }));
  const layers =
    layer('kind', kindRules(site, use.kind, use.links, addresses) + lent) +
    layer('element', layerRules(site, elements, addresses)) +
    classes.map((one) => classRule(site, one, addresses, false)).join('') +
    layer('own', own);
  const named = new Set([...namedBy(site, layers), ...namedBy(inDark(site), layers)]);
  const ids = Object.keys(site.tokens).filter((id) => named.has(id));
  const tokens = tokenRule(site, ids, (id) => publishedName(site, id)) + darkRule(site, ids);
  const said = addresses.forVisitors === true ? standIns(site, tokens + layers) : tokens + layers;
  return publishedText(site, layerOrder(classes) + fontFaces(site, addresses, tokens + layers) + said);
}

/** All tokens, for a leaf: as they are, or as visitors see them who prefer dark pages. */
function canvasTokens(site: Site, { dark = false }: Addresses): string {
  const seen = dark ? inDark(site) : site;
  return (seen === site ? '' : ':root{color-scheme:dark}') + tokenRule(seen, Object.keys(seen.tokens), (id) => id);
}

/**
 * What a leaf takes from the site, in pieces that change apart: the order of layers first, then tokens, and each
 * element and class by itself.
 */
export function sharedPieces(site: Site, addresses: Addresses): Map<string, string> {
  return new Map([
    ['order', layerOrder(site.classes)],
    ['fonts', fontFaces(site, addresses)],
    ['tokens', canvasTokens(site, addresses)],
    ...Object.entries(site.elements).map(
      ([selector, style]) =>
        [`element ${selector}`, layer('element', layerRules(site, [{ selector, style }], addresses, true))] as const,
    ),
    ...site.classes.map((one) => [`class ${one.id}`, classRule(site, one, addresses, true)] as const),
  ]);
}

/** The rules of all kinds, which hang on nothing of a site but its breakpoints. */
export const allKinds = (site: Site, addresses: Addresses): string =>
  layer(
    'kind',
    kindRules(site, () => true, true, addresses),
  );
