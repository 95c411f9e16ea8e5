import { stackKind } from './stack-kind';

export const containerKind = stackKind({
  kind: 'container',
  word: 'Container',
  purpose: 'A box that lays out what it holds, in a column, a row or a grid.',
  glyph: 'M2 2h10v10h-10z M4.5 5h5 M4.5 7h5 M4.5 9h5',
  order: 3,
  tags: ['div', 'article', 'aside', 'nav'],
  group: 'box',
  begins: { 'row-gap': '16px', 'column-gap': '16px' },
});
