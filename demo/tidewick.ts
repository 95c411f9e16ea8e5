import type { Page } from '@core/document/page';
import { around, gap, pageFrom, radius, type Tree } from './build';
import { band, bandPhone, bandTablet, shortBand, tidewick } from './tidewick-site';

export { tidewick } from './tidewick-site';

const opening: Tree = {
  kind: 'section',
  name: 'Opening',
  base: {
    'min-height': '640px',
    'justify-content': 'center',
    ...around('padding', 96, '5%'),
    'background-image': 'linear-gradient(90deg, rgb(15 26 31 / 0.78), rgb(15 26 31 / 0.25)), url("picture:opening")',
    'background-size': 'cover',
    'background-position-x': 'center',
    'background-position-y': '70%',
    'background-color': 'var(--ink)',
    color: 'var(--foam)',
  },
  narrower: { 'min-height': '560px' },
  narrowest: {
    'min-height': '520px',
    ...around('padding', 64, 20),
    'background-image':
      'linear-gradient(180deg, rgb(15 26 31 / 0.86) 40%, rgb(15 26 31 / 0.4)), url("picture:opening")',
    'background-position-x': '70%',
  },
  holds: [
    {
      kind: 'container',
      name: 'Opening words',
      classes: ['boxed'],
      base: { ...gap(24) },
      holds: [
        {
          kind: 'text',
          name: 'Eyebrow',
          classes: ['eyebrow'],
          content: { text: 'Three islands, every day' },
          base: { color: '#f3c98b' },
        },
        {
          kind: 'heading',
          name: 'Title',
          tag: 'h1',
          content: { text: 'The sea is the shortest road' },
          base: { 'font-size': '76px', 'line-height': '1.02', 'letter-spacing': '-0.02em', 'max-width': '12ch' },
          narrower: { 'font-size': '60px' },
          narrowest: { 'font-size': '42px', 'line-height': '1.08' },
        },
        {
          kind: 'text',
          name: 'Introduction',
          content: {
            text: 'From Tidewick to Marram, Great Sallow and Inner Kelder: eleven sailings a day in summer, five in winter, and room for your bicycle on all of them.',
          },
          base: { 'font-size': '20px', 'max-width': '46ch' },
          narrower: { 'max-width': '34ch' },
          narrowest: { 'font-size': '17px', 'max-width': '46ch' },
        },
        {
          kind: 'container',
          name: 'Buttons',
          base: { 'flex-direction': 'row', 'flex-wrap': 'wrap', ...gap(12) },
          holds: [
            {
              kind: 'button',
              name: 'See today’s sailings',
              classes: ['strong'],
              content: { text: 'See today’s sailings', link: '#sailings' },
              base: around('padding', 14, 28),
            },
            {
              kind: 'button',
              name: 'Passes',
              content: { text: 'Fares and passes', link: '/fares' },
              base: {
                ...around('padding', 14, 28),
                'background-color': 'rgb(255 255 255 / 0.16)',
                color: 'var(--foam)',
              },
            },
          ],
        },
      ],
    },
  ],
};

function sailing(picture: string, alt: string, island: string, times: string, words: string): Tree {
  return {
    kind: 'column',
    name: island,
    tag: 'article',
    classes: ['card'],
    holds: [
      { kind: 'image', content: { picture, alt }, base: { 'aspect-ratio': '3/2', 'object-fit': 'cover' } },
      {
        kind: 'container',
        name: `${island}, words`,
        base: { ...around('padding', 12, 24, 0), ...gap(10) },
        holds: [
          { kind: 'heading', tag: 'h3', content: { text: island } },
          { kind: 'text', content: { text: times }, base: { 'font-weight': '600', color: 'var(--madder)' } },
          { kind: 'text', content: { text: words } },
        ],
      },
    ],
  };
}

const sailings: Tree = {
  kind: 'section',
  name: 'Sailings',
  attributes: { id: 'sailings' },
  base: band,
  narrower: bandTablet,
  narrowest: bandPhone,
  holds: [
    {
      kind: 'container',
      name: 'Sailings, words',
      classes: ['boxed'],
      base: gap(12),
      holds: [
        { kind: 'text', classes: ['eyebrow'], content: { text: 'Sailings' } },
        { kind: 'heading', tag: 'h2', content: { text: 'Where would you like to wake up?' } },
      ],
    },
    {
      kind: 'columns',
      name: 'Islands',
      classes: ['boxed'],
      base: { 'grid-template-columns': '1fr 1fr 1fr', ...gap(28) },
      narrower: gap(18),
      narrowest: { 'grid-template-columns': '1fr', ...gap(24) },
      holds: [
        sailing(
          'marram',
          '',
          'Marram',
          '35 minutes · six times a day',
          'Dunes, larks and a lighthouse that still has a keeper. The beach begins where the pier ends.',
        ),
        sailing(
          'sallow',
          '',
          'Great Sallow',
          '55 minutes · three times a day',
          'Woods down to the water, two villages and the only hill in the bay that deserves its name.',
        ),
        sailing(
          'kelder',
          '',
          'Inner Kelder',
          '1 hour 20 · twice a day',
          'Forty people, four hundred seals. Bring a coat, a book and nothing to charge.',
        ),
      ],
    },
  ],
};

function row(name: string, picture: string, alt: string, title: string, words: string, button?: Tree): Tree {
  return {
    kind: 'container',
    name,
    base: { 'align-items': 'center', ...gap(32, 72) },
    narrower: { 'column-gap': '36px' },
    narrowest: { 'align-items': 'stretch', 'row-gap': '20px' },
    holds: [
      {
        kind: 'image',
        content: { picture, alt },
        base: { width: '55%', 'aspect-ratio': '4/3', 'object-fit': 'cover', ...radius('14px') },
        narrower: { width: '50%' },
        narrowest: { width: '100%' },
      },
      {
        kind: 'container',
        name: `${name}, words`,
        base: { width: '45%', ...gap(18) },
        narrower: { width: '50%' },
        narrowest: { width: '100%' },
        holds: [
          { kind: 'heading', tag: 'h2', content: { text: title } },
          { kind: 'text', classes: ['measure'], content: { text: words } },
          ...(button ? [button] : []),
        ],
      },
    ],
  };
}

const boats: Tree = {
  kind: 'section',
  name: 'Boats',
  attributes: { id: 'boats' },
  base: shortBand,
  narrower: around('padding', 0, '5%', 72),
  narrowest: around('padding', 0, 20, 56),
  holds: [
    {
      kind: 'rows',
      name: 'Boats and harbour',
      classes: ['boxed'],
      content: { sides: { wide: 'alternate', phone: 'stacked' } },
      base: { 'row-gap': '88px' },
      narrower: { 'row-gap': '64px' },
      narrowest: { 'row-gap': '48px' },
      holds: [
        row(
          'The Sandling',
          'boat',
          'The ferry Sandling on a bright day',
          'Sandling is slow on purpose',
          'Our oldest boat was built for weather, not for speed. She takes 120 people, sixteen bicycles and one small van, and she has missed four sailings in thirty years.',
        ),
        row(
          'The harbour',
          'harbour',
          'Coloured houses along the harbour of Tidewick',
          'Leave the car in Tidewick',
          'The pier is four minutes from the station. Luggage up to 30 kg travels free, and we bring lost property back to the kiosk the same evening.',
          {
            kind: 'button',
            name: 'Find the pier',
            content: { text: 'Find the pier', link: '#contact' },
          },
        ),
      ],
    },
  ],
};

function person(picture: string, alt: string, name: string, work: string): Tree {
  return {
    kind: 'column',
    name,
    tag: 'article',
    base: gap(6),
    holds: [
      {
        kind: 'image',
        content: { picture, alt },
        base: { 'aspect-ratio': '1/1', 'object-fit': 'cover', ...radius('14px'), 'margin-bottom': '10px' },
      },
      { kind: 'heading', tag: 'h3', content: { text: name } },
      { kind: 'text', content: { text: work } },
    ],
  };
}

const crew: Tree = {
  kind: 'section',
  name: 'Crew',
  attributes: { id: 'crew' },
  base: { ...band, 'background-color': 'var(--sand)' },
  narrower: bandTablet,
  narrowest: bandPhone,
  holds: [
    { kind: 'heading', tag: 'h2', classes: ['boxed'], content: { text: 'The people who take you across' } },
    {
      kind: 'columns',
      name: 'Crew cards',
      classes: ['boxed'],
      base: { 'grid-template-columns': '1fr 1fr 1fr', ...gap(32) },
      narrower: { 'column-gap': '20px' },
      narrowest: { 'grid-template-columns': '1fr', 'row-gap': '36px' },
      holds: [
        person(
          'maren',
          'Maren Oke in her cap',
          'Maren Oke',
          'Master of the Sandling. Knows every shoal by its first name.',
        ),
        person('tobin', 'Tobin Rask smiling', 'Tobin Rask', 'Engineer. Keeps two old diesels singing in tune.'),
        person('isla', 'Isla Venn smiling', 'Isla Venn', 'Purser. Sells the tickets and settles the arguments.'),
      ],
    },
  ],
};

const callToAction: Tree = {
  kind: 'section',
  name: 'Call to action',
  base: {
    ...around('padding', 110, '5%'),
    ...gap(22),
    'align-items': 'center',
    'background-color': 'var(--ink)',
    color: 'var(--paper)',
  },
  narrowest: around('padding', 72, 20),
  holds: [
    {
      kind: 'heading',
      name: 'Call',
      tag: 'h2',
      content: { text: 'The next boat leaves in the morning' },
      base: { 'font-size': '52px', 'text-align': 'center' },
      narrower: { 'font-size': '42px' },
      narrowest: { 'font-size': '32px' },
    },
    {
      kind: 'text',
      content: { text: 'Book until ten minutes before departure. Change it until five.' },
      base: { 'text-align': 'center', 'max-width': '46ch' },
    },
    {
      kind: 'button',
      name: 'Book a crossing',
      classes: ['strong'],
      content: { text: 'Book a crossing', link: '/fares' },
      base: around('padding', 16, 36),
    },
  ],
};

export const home: Page = pageFrom(
  tidewick,
  'tidewick-home',
  'Tidewick Ferries: the sea is the shortest road',
  '/',
  'Ferries from Tidewick to Marram, Great Sallow and Inner Kelder, every day of the year.',
  [opening, sailings, boats, crew, callToAction],
  { frame: 'every-page' },
);
