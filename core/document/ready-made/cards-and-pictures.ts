import { around, gap, radius, type Tree } from '../sections/planting';
import { band, heading, narrowBand, picture, rounded, text, wash } from './pieces';
import type { ReadyMade } from './ready-made';

const inThirds = { 'grid-template-columns': '1fr 1fr 1fr', ...gap(24) };
const stacked = { 'grid-template-columns': '1fr' };

const card = (title: string): Tree => ({
  kind: 'column',
  tag: 'article',
  name: title,
  base: { ...wash, ...rounded, 'overflow-x': 'clip', 'overflow-y': 'clip' },
  holds: [
    picture('3/2'),
    {
      kind: 'container',
      base: { ...around('padding', 20, 24), ...gap(8) },
      holds: [heading(title, 'h3'), text('What it is, in a line or two.')],
    },
  ],
});

const person = (name: string): Tree => ({
  kind: 'column',
  tag: 'article',
  name,
  base: { ...gap(8), 'align-items': 'center', 'text-align': 'center' },
  holds: [
    picture('1/1', { width: '160px', ...radius('50%') }),
    heading(name, 'h3'),
    text('What this person does, and is known for.'),
  ],
});

export const cards: readonly ReadyMade[] = [
  {
    id: 'cards-three',
    name: 'Three cards',
    purpose: 'cards',
    words: 'products services offers grid thirds',
    tree: {
      kind: 'section',
      name: 'Cards',
      base: band(88),
      narrowest: narrowBand(56),
      holds: [
        heading('What we offer'),
        { kind: 'columns', base: inThirds, narrowest: stacked, holds: [card('One'), card('Two'), card('Three')] },
      ],
    },
  },
  {
    id: 'cards-numbers',
    name: 'Numbers side by side',
    purpose: 'cards',
    words: 'figures facts statistics',
    tree: {
      kind: 'section',
      name: 'Numbers',
      base: band(72),
      narrowest: narrowBand(48),
      holds: [
        {
          kind: 'columns',
          base: { 'grid-template-columns': '1fr 1fr 1fr 1fr', ...gap(24) },
          narrower: { 'grid-template-columns': '1fr 1fr' },
          holds: ['12', '340', '7', '100 %'].map((number): Tree => ({
            kind: 'column',
            base: gap(4),
            holds: [
              {
                kind: 'text',
                content: { text: number },
                base: { 'font-size': '44px', 'font-weight': '700', 'line-height': '1.1' },
              },
              text('of something worth counting'),
            ],
          })),
        },
      ],
    },
  },
];

export const teams: readonly ReadyMade[] = [
  {
    id: 'team-portraits',
    name: 'Portraits',
    purpose: 'team',
    words: 'people staff crew persons',
    tree: {
      kind: 'section',
      name: 'Team',
      base: band(88),
      narrowest: narrowBand(56),
      holds: [
        heading('The people', 'h2', { 'text-align': 'center' }),
        {
          kind: 'columns',
          base: inThirds,
          narrowest: { ...stacked, 'row-gap': '36px' },
          holds: [person('First person'), person('Second person'), person('Third person')],
        },
      ],
    },
  },
];

const tile = (extra: Tree['base'] = {}): Tree => picture('1/1', { height: '100%', ...extra });

export const galleries: readonly ReadyMade[] = [
  {
    id: 'gallery-mosaic',
    name: 'A mosaic of pictures',
    purpose: 'gallery',
    words: 'photos images grid tiles',
    tree: {
      kind: 'section',
      name: 'Gallery',
      base: band(72),
      narrowest: narrowBand(40),
      holds: [
        {
          kind: 'container',
          name: 'Pictures',
          base: { display: 'grid', 'grid-template-columns': '1fr 1fr 1fr 1fr', ...gap(12) },
          narrowest: { 'grid-template-columns': '1fr 1fr' },
          holds: [tile({ 'grid-column-end': 'span 2', 'grid-row-end': 'span 2' }), tile(), tile(), tile(), tile()],
        },
      ],
    },
  },
];
