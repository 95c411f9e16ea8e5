import * as z from 'zod';
import { mediaOf, outwards, type Breakpoint } from '../breakpoint';
import { Identifier } from '../identifier';
import { stackDefaults } from './box-defaults';
import { escapeHtml } from './escape';
import type { Kind } from './kind';

const Folds = z.union([z.literal(''), Identifier]);
const foldsOf = (content: Record<string, unknown>): string => Folds.catch('').parse(content['folds']);

/**
 * The rules of a menu that folds from a breakpoint down: closed, its links are out of sight for everybody; open, they
 * lie over the foot of the screen.
 */
function foldRules(breakpoint: Breakpoint): string {
  const menu = `._folds-${breakpoint.id}`;
  const rules =
    `${menu}>[popover]:not(:popover-open){display:none}${menu}>button{display:inline-block}` +
    `${menu}>:popover-open{display:flex;flex-direction:column;align-items:flex-start;gap:14px;inset:auto 0 0;width:auto;margin:0;padding:28px 24px 32px;border:0;color:CanvasText;background:Canvas;box-shadow:0 0 40px #0006}`;
  const media = mediaOf(breakpoint);
  return media === undefined ? rules : `@media ${media}{${rules}}`;
}

/**
 * Links in a row that fold behind a button from a screen down: a popover of the page's own, without a script (HTML,
 * section 6.12).
 */
export const menuKind: Kind = {
  kind: 'menu',
  word: 'Links',
  purpose: 'Links set by hand in a row, that fold behind a button on small screens.',
  synonyms: 'nav navigation social',
  glyph: 'M1 4.5h12v5h-12z M3 7h1.5 M6.2 7h1.5 M9.4 7h1.5',
  order: 8,
  interactive: true,
  examples: ['', 'tablet', 'phone'].map((folds) => ({ label: 'Menu', folds })),
  tags: ['nav'],
  group: 'box',
  holds: ['box', 'widget'],
  content: z.strictObject({ label: z.string().trim().min(1, 'The button needs a word.').max(60), folds: Folds }),
  fields: [
    { key: 'label', label: 'word on the button', editor: 'line' },
    { key: 'folds', label: 'folds from', editor: 'breakpoint' },
  ],
  mark: '_menu',
  defaults: () => ({
    ...stackDefaults,
    'flex-direction': 'row',
    'flex-wrap': 'wrap',
    'row-gap': '8px',
    'column-gap': '24px',
  }),
  inside:
    ':where(._menu)>[popover]{display:contents;color:inherit}:where(._menu)>button{display:none;padding:8px 16px;font:inherit;color:inherit;background:none;border:1px solid;border-radius:6px;cursor:pointer}',
  rulesFor: (site, contents) => {
    const folding = new Set(contents.map(foldsOf));
    return outwards(site.breakpoints)
      .filter((one) => folding.has(one.id))
      .map(foldRules)
      .join('');
  },
  leaving: (content, gone) => {
    const left = gone.find((one) => one.id === foldsOf(content));
    return left ? { folds: left.heir ?? '' } : {};
  },
  markup: (content, context, id = '') =>
    foldsOf(content) === ''
      ? {}
      : {
          className: `_folds-${foldsOf(content)}`,
          before: `<button type="button" popovertarget="menu-${context.nameInPage(id)}">${escapeHtml(String(content['label'] ?? ''))}</button>`,
          holder: { popover: '', id: `menu-${context.nameInPage(id)}` },
        },
  fresh: (site) => ({
    tag: 'nav',
    content: {
      base: {
        label: 'Menu',
        folds:
          outwards(site.breakpoints)
            .filter((one) => one.side === 'down')
            .at(-1)?.id ?? '',
      },
    },
    style: {},
  }),
};
