import { stackKind } from './stack-kind';

export const sectionKind = stackKind({
  kind: 'section',
  word: 'Section',
  purpose: 'A band across the whole page.',
  synonyms: 'band block strip',
  glyph: 'M1 4.5h12v5h-12z M1 1.5h12 M1 12.5h12',
  order: 2,
  tags: ['section', 'header', 'footer', 'nav', 'aside', 'div'],
  group: 'section',
  begins: {
    'min-height': '320px',
    'padding-top': '64px',
    'padding-right': '5%',
    'padding-bottom': '64px',
    'padding-left': '5%',
    'row-gap': '24px',
    'column-gap': '24px',
  },
});
