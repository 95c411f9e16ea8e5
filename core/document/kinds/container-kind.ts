import { stackKind } from './stack-kind';

export const containerKind = stackKind({
  kind: 'container',
  word: 'Container',
  purpose: 'A box that lays out what it holds, in a column, a row or a grid.',
  tags: ['div', 'article', 'aside', 'nav'],
  group: 'box',
  begins: { 'row-gap': '16px', 'column-gap': '16px' },
});
