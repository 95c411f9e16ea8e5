import { stackKind } from './stack-kind';

export const columnKind = stackKind({
  kind: 'column',
  word: 'Column',
  purpose: 'One of several columns; it stacks what it holds.',
  synonyms: 'cell',
  glyph: 'M4.5 2h5v10h-5z M1.5 2v10 M12.5 2v10',
  order: 5,
  tags: ['div', 'article', 'aside'],
  group: 'column',
  begins: { 'row-gap': '16px', 'column-gap': '16px' },
});
