import type { AnyEdit } from '../core/document/edits/site-edit';

/** A section with a heading, a text of these words and a button, for a page that has nothing yet. */
export const blankWith = (text: string): AnyEdit[] => [
  {
    do: 'insert',
    parent: 'root',
    index: 0,
    root: 'opening',
    parts: {
      opening: {
        ...part('section', 'section', {}, ['head', 'words', 'go']),
        style: { wide: { normal: { 'padding-top': '80px', 'row-gap': '80px' } } }, // handles of one lie over no other
      },
      head: part('heading', 'h1', { text: 'Passes' }),
      words: part('text', 'p', { text }),
      go: part('button', 'a', { text: 'Go', link: '' }),
    },
  },
];
const part = (kind: string, tag: string, base: Record<string, unknown>, children: string[] = []) => ({
  ...{ kind, tag, children, classes: [], style: {}, content: { base }, attributes: {} },
});
