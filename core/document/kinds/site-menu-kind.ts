import * as z from 'zod';
import { mediaOf, outwards, type Breakpoint } from '../breakpoint';
import { Identifier } from '../identifier';
import { treeOf, type EntryTree } from '../menus/menu';
import { saysOf } from '../menus/says';
import { stackDefaults } from './box-defaults';
import { escapeHtml } from './escape';
import { linkAttributes, pageOfLink } from './link';
import type { Kind, MarkupContext } from './kind';

const ways = ['list', 'side', 'row'] as const;
const submenus = ['on demand', 'always', 'never'] as const;
const wayWords = { list: 'list under button', side: 'side panel', row: 'scrolling row' };
const submenuWords = { 'on demand': 'open on hover or tap', always: 'always open', never: 'hidden' };

const Content = z.strictObject({
  menu: z.union([z.literal(''), Identifier]),
  /** What the button says that opens it where it is folded. */
  label: z.string().trim().min(1, 'The button needs a word.').max(60),
  /** From which breakpoint down it folds, and to what: a list or a panel behind a button, or a row that scrolls. */
  folds: z.union([z.literal(''), Identifier]),
  folding: z.enum(ways),
  /** When entries under others are shown. */
  under: z.enum(submenus),
  /** What it is called for who hears the page; the menu’s name, where it is left out. */
  called: z.string().trim().max(80).optional(),
});
type Content = z.infer<typeof Content>;
const plain: Content = { menu: '', label: 'Menu', folds: '', folding: 'list', under: 'on demand' };
const read = (content: Record<string, unknown>): Content => Content.catch(plain).parse(content);

const classOf = ({ folds, folding }: Content): string => `_${folding}-${folds}`;
const isButton = ({ folds, folding }: Content): boolean => folds !== '' && folding !== 'row';

const sheet =
  'margin:0;border:0;overflow-y:auto;overscroll-behavior:contain;color:CanvasText;background:Canvas;box-shadow:0 0 40px #0006';
const where: Readonly<Record<'list' | 'side', string>> = {
  list: 'inset:auto 0 0;width:auto;max-height:80vh;padding:28px 24px 32px',
  side: 'inset:0 0 0 auto;width:min(320px,86vw);height:auto;max-height:none;padding:48px 24px 32px',
};
/** Entries that stand under others, in line with them. */
const inLine = 'position:static;padding:8px 0 0 16px;color:inherit;background:none;box-shadow:none';

/** The rules of a menu that folds from a breakpoint down. */
function foldRules(breakpoint: Breakpoint, folding: Content['folding']): string {
  const menu = `._${folding}-${breakpoint.id}`;
  const rules =
    folding === 'row'
      ? `${menu}{flex-wrap:nowrap;overflow-x:auto}${menu} li{flex:none}${menu} ul ul{display:contents}${menu} details{display:none}`
      : `${menu}>[popover]:not(:popover-open){display:none}${menu}>button{display:inline-block}` +
        `${menu}>:popover-open{display:flex;flex-direction:column;align-items:stretch;gap:14px;${sheet};${where[folding]}}` +
        `${menu} li{flex-wrap:wrap}${menu} ul ul{${inLine};flex-basis:100%}`;
  const media = mediaOf(breakpoint);
  return media === undefined ? rules : `@media ${media}{${rules}}`;
}

const shown = 'display:flex;flex-direction:column;gap:10px';
const inside =
  ':where(._entries)>[popover]{display:contents;color:inherit}' +
  ':where(._entries)>button{display:none;padding:8px 16px;font:inherit;color:inherit;background:none;border:1px solid;border-radius:6px;cursor:pointer}' +
  ':where(._entries) ul{display:contents;list-style:none;margin:0;padding:0}' +
  ':where(._entries) li{position:relative;display:flex;align-items:center;gap:2px}' +
  '._entries li a{color:inherit;text-decoration:none}' +
  '._entries li :is(a:hover,[aria-current]){text-decoration:underline;text-underline-offset:.3em}' +
  ':where(._entries) summary{display:block;padding:4px 8px;line-height:1;cursor:pointer}' +
  ':where(._entries) summary::before{content:"";display:inline-block;width:.4em;height:.4em;border-style:solid;border-width:0 .12em .12em 0;transform:rotate(45deg) translate(-.1em,-.1em)}' +
  `:where(._entries) ul ul{display:none;position:absolute;top:100%;left:0;z-index:1;min-width:max-content;padding:14px 18px;color:CanvasText;background:Canvas;box-shadow:0 4px 20px #0003}` +
  `:where(._entries) :is(details[open]+ul,li:hover>ul,li:has(>a:focus-visible)>ul,ul ul:focus-within){${shown}}` +
  `:where(._entries) ul._always{${shown};${inLine};min-width:0}:where(._entries) li:has(>._always){flex-direction:column;align-items:flex-start}`;

/** An entry as HTML; nothing where what it leads to is not there and nothing stands under it. */
function entryHtml(tree: EntryTree, content: Content, context: MarkupContext): string {
  const { entry } = tree;
  const says = escapeHtml(saysOf(entry, (page) => context.titleOf(page)));
  const attributes = entry.to === '' ? {} : linkAttributes({ link: entry.to, newTab: entry.newTab }, context.addressOf);
  const under = content.under === 'never' ? '' : listHtml(tree.under, content, context, true);
  const { href, target, rel } = attributes;
  if (href === undefined) return under === '' ? '' : `<li><span>${says}</span>${opener(says, content)}${under}</li>`;
  const named = pageOfLink(entry.to);
  const isHere = named !== undefined && named.place === undefined && named.page === context.page;
  const apart = target === undefined ? '' : ` target="${target}" rel="${rel}"`;
  const link = `<a href="${escapeHtml(href)}"${apart}${isHere ? ' aria-current="page"' : ''}>${says}</a>`;
  return `<li>${link}${under === '' ? '' : opener(says, content) + under}</li>`;
}

/** What opens the entries under another by hand: by keyboard, and where nothing hovers. */
const opener = (says: string, { under }: Content): string =>
  under === 'on demand' ? `<details><summary aria-label="${says}: more"></summary></details>` : '';

function listHtml(trees: readonly EntryTree[], content: Content, context: MarkupContext, isUnder = false): string {
  const entries = trees.map((one) => entryHtml(one, content, context)).join('');
  if (entries === '') return '';
  return `<ul${isUnder && content.under === 'always' ? ' class="_always"' : ''}>${entries}</ul>`;
}

/**
 * A menu of the site where a part shows it: a list of links in a `nav`, with the page that is shown marked (WAI-ARIA,
 * `aria-current`). What stands under an entry opens by hover, by focus, and by a `details` for hands that tap; folded,
 * it is a popover of the page’s own (HTML, section 6.12). No script.
 */
export const siteMenuKind: Kind = {
  kind: 'site-menu',
  word: 'Menu',
  purpose: 'A menu of the site: the same entries wherever it stands, with the page one is on marked.',
  synonyms: 'nav navigation header links',
  glyph: 'M1 3.5h12 M1 7h12 M1 10.5h12 M10.5 2v3',
  order: 8.5,
  interactive: true,
  namesPages: true,
  examples: [
    plain,
    { ...plain, menu: 'main', folds: 'phone' },
    { ...plain, menu: 'main', folds: 'tablet', folding: 'side', under: 'always', called: 'At the “end” & <more>' },
    { ...plain, menu: 'main', folds: 'phone', folding: 'row', under: 'never' },
  ],
  tags: ['nav'],
  group: 'widget',
  holds: [],
  content: Content,
  fields: [
    { key: 'menu', label: 'menu', editor: 'menu' },
    { key: 'folds', label: 'folds from', editor: 'breakpoint' },
    { key: 'folding', label: 'on small screens', editor: 'choice', choices: ways, choiceWords: wayWords, works: true },
    { key: 'label', label: 'word on the button', editor: 'line' },
    { key: 'under', label: 'submenus', editor: 'choice', choices: submenus, choiceWords: submenuWords, works: true },
    { key: 'called', label: 'name read out', editor: 'line' },
  ],
  mark: '_entries',
  defaults: () => ({
    ...stackDefaults,
    'flex-direction': 'row',
    'flex-wrap': 'wrap',
    'row-gap': '8px',
    'column-gap': '24px',
  }),
  inside,
  uses: () => ({ tags: ['ul', 'li', 'a'], classes: [], values: [] }),
  rulesFor: (site, contents) => {
    const folding = new Set(contents.map(read).flatMap((one) => (one.folds === '' ? [] : classOf(one))));
    return outwards(site.breakpoints)
      .flatMap((at) => ways.flatMap((way) => (folding.has(`_${way}-${at.id}`) ? foldRules(at, way) : [])))
      .join('');
  },
  leaving: (content, gone) => {
    const left = gone.find((one) => one.id !== '' && one.id === content['folds']);
    return left ? { folds: left.heir ?? '' } : {};
  },
  markup: (said, context, id = '') => {
    const content = read(said);
    const menu = context.site.menus?.find((one) => one.id === content.menu);
    const inner = menu ? listHtml(treeOf(menu), content, context) : '';
    const name = content.called || menu?.name;
    const attributes = name === undefined ? {} : { 'aria-label': name };
    if (content.folds === '' || inner === '') return { attributes, inner };
    const popover = `menu-${context.nameInPage(id)}`;
    return {
      attributes,
      inner,
      className: classOf(content),
      ...(isButton(content) && {
        before: `<button type="button" popovertarget="${popover}">${escapeHtml(content.label)}</button>`,
        holder: { popover: '', id: popover },
      }),
    };
  },
  fresh: (site) => {
    const folds = outwards(site.breakpoints)
      .filter((one) => one.side === 'down')
      .at(-1);
    const content = { ...plain, menu: site.menus?.[0]?.id ?? '', folds: folds?.id ?? '' };
    return { tag: 'nav', content: { base: content }, style: {} };
  },
};
