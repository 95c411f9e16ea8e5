import { gap } from '../sections/planting';
import { band, heading, narrowBand, text } from './pieces';
import type { ReadyMade } from './ready-made';

export const introductions: readonly ReadyMade[] = [
  {
    id: 'introduction-centred',
    name: 'A few centred lines',
    purpose: 'introduction',
    words: 'about lead text',
    tree: {
      kind: 'section',
      name: 'Introduction',
      base: { ...band(88, 760), 'align-items': 'center', 'text-align': 'center' },
      narrowest: narrowBand(56),
      holds: [
        heading('Who we are'),
        text(
          'Three or four sentences that introduce the whole. They are read by those who want to know whom they are dealing with before they read on.',
          { 'font-size': '19px' },
        ),
      ],
    },
  },
  {
    id: 'introduction-title-beside',
    name: 'Title beside the text',
    purpose: 'introduction',
    words: 'about two columns third',
    tree: {
      kind: 'section',
      name: 'Introduction',
      base: band(88),
      narrowest: narrowBand(56),
      holds: [
        {
          kind: 'columns',
          base: { 'grid-template-columns': '1fr 2fr', ...gap(20, 48) },
          narrowest: { 'grid-template-columns': '1fr' },
          holds: [
            { kind: 'column', holds: [heading('What we do')] },
            {
              kind: 'column',
              holds: [
                text('A first paragraph that says it in general, so that nobody has to guess.'),
                text('A second one that gives an example, with a place, a person or a number in it.'),
              ],
            },
          ],
        },
      ],
    },
  },
];
