import { Extension, Mark, mergeAttributes, Node, type Extensions } from '@tiptap/core';
import StarterKit from '@tiptap/starter-kit';
import { inkClass } from '@core/document/text/line-html';

/** What a text is written in: one line with line breaks, or blocks. */
export type Form = 'words' | 'blocks';

/** Types of blocks that stand directly in a text and carry the id of their block. */
const topTypes = ['paragraph', 'heading', 'bulletList', 'orderedList', 'blockquote', 'codeBlock'];

/** The id of a block of the text; a block that is split or made has none yet. */
const BlockIds = Extension.create({
  name: 'blockIds',
  addGlobalAttributes: () => [
    { types: topTypes, attributes: { block: { default: null, keepOnSplit: false, rendered: false } } },
  ],
});

/** Words that HTML has an element for, with the key that toggles it. */
const element = (name: string, tag: string, key?: string): Mark =>
  Mark.create({
    name,
    excludes: '',
    parseHTML: () => [{ tag }],
    renderHTML: ({ HTMLAttributes }) => [tag, HTMLAttributes, 0],
    addKeyboardShortcuts() {
      return key === undefined ? {} : { [key]: () => this.editor.commands.toggleMark(name) };
    },
  });

const LinkMark = Mark.create({
  name: 'link',
  inclusive: false,
  excludes: 'link',
  addAttributes: () => ({ to: { default: '' }, newTab: { default: false }, label: { default: '' } }),
  parseHTML: () => [{ tag: 'a[href]', getAttrs: (node) => ({ to: node.getAttribute('href') ?? '' }) }],
  renderHTML: () => ['a', { href: '#' }, 0],
});

/** Words with a value of their own: a language, a class, a colour. */
const valued = (
  name: string,
  render: (value: string) => Record<string, string>,
  parse?: (node: HTMLElement) => string | false,
): Mark =>
  Mark.create({
    name,
    excludes: name,
    addAttributes: () => ({ value: { default: '' } }),
    parseHTML: () =>
      parse
        ? [
            {
              tag: 'span',
              consuming: false,
              getAttrs: (node) => {
                const value = parse(node);
                return value === false ? false : { value };
              },
            },
          ]
        : [],
    renderHTML: ({ HTMLAttributes, mark }) => {
      const others = Object.entries(HTMLAttributes).filter(([key]) => key !== 'value');
      return ['span', mergeAttributes(Object.fromEntries(others), render(String(mark.attrs['value']))), 0];
    },
  });

const ListItem = Node.create({
  name: 'listItem',
  content: 'block+',
  defining: true,
  parseHTML: () => [{ tag: 'li' }],
  renderHTML: ({ HTMLAttributes }) => ['li', HTMLAttributes, 0],
  addKeyboardShortcuts() {
    return {
      Enter: () => this.editor.commands.splitListItem(this.name),
      Tab: () => this.editor.commands.sinkListItem(this.name),
      'Shift-Tab': () => this.editor.commands.liftListItem(this.name),
    };
  },
});

/** A single line: Enter breaks it. */
const OneLine = Extension.create({
  name: 'oneLine',
  priority: 1000,
  addKeyboardShortcuts() {
    return { Enter: () => this.editor.commands.setHardBreak() };
  },
});
const LineDocument = Node.create({ name: 'doc', topNode: true, content: 'inline*' });

const withoutBlocks = {
  document: false,
  paragraph: false,
  heading: false,
  bulletList: false,
  orderedList: false,
  blockquote: false,
  codeBlock: false,
  listKeymap: false,
} as const;

/** What the editor of a text knows. `classNamed` gives the name of a class of the site. */
export function extensionsFor(form: Form, classNamed: (id: string) => string | undefined): Extensions {
  const marks = [
    element('code', 'code'),
    element('small', 'small'),
    element('mark', 'mark'),
    element('sub', 'sub', 'Mod-,'),
    element('sup', 'sup', 'Mod-.'),
    LinkMark,
    valued(
      'lang',
      (lang) => ({ lang }),
      (node) => node.getAttribute('lang') || false,
    ),
    valued('class', (id) => ({ class: classNamed(id) ?? '' })),
    valued('color', (color) => ({
      class: inkClass(color),
      ...(CSS.supports('color', color) && { style: `color:${color}` }), // a colour and nothing more
    })),
  ];
  const isLine = form === 'words';
  return [
    StarterKit.configure({
      ...(isLine ? withoutBlocks : { heading: { levels: [2, 3, 4, 5, 6] } }),
      listItem: false,
      link: false,
      code: false,
      horizontalRule: false,
      dropcursor: false,
      gapcursor: false,
      trailingNode: false,
    }),
    ...(isLine ? [LineDocument, OneLine] : [ListItem, BlockIds]),
    ...marks,
  ];
}
