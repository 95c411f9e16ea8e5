import { stackKind } from './stack-kind';

export const columnKind = stackKind({
  kind: 'column',
  word: 'Column',
  purpose: 'One of several columns; it stacks what it holds.',
  tags: ['div', 'article', 'aside'],
  group: 'column',
  begins: { 'row-gap': '16px', 'column-gap': '16px' },
});
