import { gap, type Tree } from '../sections/planting';
import { band, heading, narrowBand, picture, rounded, text } from './pieces';
import type { ReadyMade } from './ready-made';

const row = (title: string): Tree => ({
  kind: 'container',
  name: title,
  base: { 'align-items': 'center', ...gap(20, 64) },
  narrowest: { 'align-items': 'stretch' },
  holds: [
    { ...picture('4/3', { width: '50%', ...rounded }), narrowest: { width: '100%' } },
    {
      kind: 'container',
      base: { width: '50%', ...gap(16) },
      narrowest: { width: '100%' },
      holds: [heading(title), text('Two or three sentences that say what the picture cannot.')],
    },
  ],
});

export const picturesWithText: readonly ReadyMade[] = [
  {
    id: 'rows-alternating',
    name: 'Rows, sides alternating',
    purpose: 'picture with text',
    words: 'features image zigzag repeating',
    tree: {
      kind: 'section',
      name: 'Rows',
      base: band(96),
      narrowest: narrowBand(56),
      holds: [
        {
          kind: 'rows',
          base: { 'row-gap': '80px' },
          narrowest: { 'row-gap': '48px' },
          holds: [row('The first thing'), row('The second thing'), row('The third thing')],
        },
      ],
    },
  },
  {
    id: 'picture-beside-text',
    name: 'One picture beside text',
    purpose: 'picture with text',
    words: 'feature image half',
    tree: {
      kind: 'section',
      name: 'Picture with text',
      base: band(88),
      narrowest: narrowBand(56),
      holds: [{ kind: 'rows', holds: [row('What one sees here')] }],
    },
  },
];
