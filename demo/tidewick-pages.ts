import type { Page } from '@core/document/page';
import { textOf } from '@core/document/text/changed-blocks';
import type { RunningText } from '@core/document/text/running-text';
import { around, gap, pageFrom, radius, type Tree } from './build';
import { band, bandPhone, bandTablet, shortBand, tidewick } from './tidewick-site';

export { timetable } from './tidewick-timetable';

const words = (name: string, text: string): Tree => ({
  kind: 'container',
  name,
  base: gap(8),
  holds: [
    { kind: 'heading', tag: 'h3', content: { text: name } },
    { kind: 'text', classes: ['measure'], content: { text } },
  ],
});

/** Words over two pictures that are placed absolutely behind them, one of them beyond the edge. */
const opening: Tree = {
  kind: 'section',
  name: 'Opening',
  base: {
    ...band,
    ...gap(16),
    'min-height': '460px',
    position: 'relative',
    isolation: 'isolate',
    'overflow-x': 'clip',
    'overflow-y': 'clip',
    'justify-content': 'center',
  },
  narrower: { ...bandTablet, 'min-height': '400px' },
  narrowest: { ...bandPhone, 'min-height': '420px', 'justify-content': 'start' },
  holds: [
    {
      kind: 'image',
      name: 'Marram, drawn',
      content: { picture: 'marram', alt: '' },
      base: {
        position: 'absolute',
        right: '-60px',
        top: '56px',
        width: '420px',
        'aspect-ratio': '4/3',
        'object-fit': 'cover',
        'z-index': '-1',
        ...radius('14px'),
      },
      narrower: { width: '320px' },
      narrowest: { width: '220px', top: '280px', right: '-40px' },
    },
    {
      kind: 'image',
      name: 'Kelder, drawn',
      content: { picture: 'kelder', alt: '' },
      base: {
        position: 'absolute',
        right: '280px',
        bottom: '28px',
        width: '260px',
        'aspect-ratio': '4/3',
        'object-fit': 'cover',
        'z-index': '-1',
        ...radius('14px'),
      },
      narrower: { width: '200px', right: '220px' },
      narrowest: { width: '150px', right: '150px', bottom: '16px' },
    },
    {
      kind: 'heading',
      name: 'Title',
      tag: 'h1',
      content: { text: 'Fares and passes' },
      base: { 'font-size': '56px', 'line-height': '1.05', 'max-width': '9ch' },
      narrowest: { 'font-size': '42px' },
    },
    {
      kind: 'text',
      content: { text: 'One fare a crossing, half of it for children, nothing for dogs who sit.' },
      base: { 'max-width': '32ch' },
      narrowest: { 'max-width': '40ch' },
    },
  ],
};

/** A short list in view beside the long one: sticky at the section's own top padding. */
const crossings: Tree = {
  kind: 'section',
  name: 'Crossings',
  base: { ...around('padding', 100, 'max(5%, calc((100% - 1120px) / 2))'), ...gap(24) },
  narrowest: around('padding', 56, 20),
  holds: [
    {
      kind: 'columns',
      name: 'Fares, two columns',
      base: { 'grid-template-columns': '1fr 2fr', ...gap(32, 64) },
      narrowest: { 'grid-template-columns': '1fr' },
      holds: [
        {
          kind: 'column',
          holds: [
            {
              kind: 'container',
              name: 'At a glance',
              base: {
                ...around('padding', 24),
                ...gap(8),
                position: 'sticky',
                top: '100px',
                'background-color': 'var(--sand)',
                ...radius('14px'),
              },
              narrowest: { position: 'static' },
              holds: [
                { kind: 'heading', tag: 'h2', content: { text: 'At a glance' }, base: { 'font-size': '26px' } },
                { kind: 'text', content: { text: 'Single 8 · Return 14\nChildren half · Bicycles 3' } },
                {
                  kind: 'button',
                  name: 'Book a crossing',
                  classes: ['strong'],
                  content: { text: 'Book a crossing', link: '/' },
                  base: around('padding', 12, 24),
                },
              ],
            },
          ],
        },
        {
          kind: 'column',
          base: gap(40),
          holds: [
            words(
              'Tidewick to Marram',
              'Thirty-five minutes over the sandbank. The last boat back waits for the light to go, which in June means until half past ten.',
            ),
            words(
              'Tidewick to Great Sallow',
              'Fifty-five minutes, with coffee. Sit on the left on the way out: the hill comes into view behind the second buoy.',
            ),
            words(
              'Tidewick to Inner Kelder',
              'One hour and twenty minutes. There is no shop on the island, so the crew carries what you forgot on the next crossing.',
            ),
            words(
              'Between the islands',
              'The small boat goes round twice a day from May to September. It takes twelve people and no bicycles, and it does not go in fog.',
            ),
            words(
              'Groups and schools',
              'From ten people on, the eleventh is free. Tell us a week ahead and we keep the after deck for you.',
            ),
          ],
        },
      ],
    },
  ],
};

/** Built wide only: three columns with nothing set for smaller screens. */
const passes: Tree = {
  kind: 'section',
  name: 'Passes',
  base: shortBand,
  holds: [
    {
      kind: 'columns',
      name: 'Passes',
      classes: ['boxed'],
      base: { 'grid-template-columns': '1fr 1fr 1fr', ...gap(24) },
      holds: ['Day pass', 'Week pass', 'Islander'].map((name): Tree => ({
        kind: 'column',
        name,
        classes: ['card'],
        base: around('padding', 28, 24),
        holds: [
          { kind: 'heading', tag: 'h2', content: { text: name }, base: { 'font-size': '26px' } },
          { kind: 'text', content: { text: 'What it costs and where it takes you.' } },
        ],
      })),
    },
  ],
};

const fact = (name: string, text: RunningText, wide: Tree['base'] = {}, phone?: Tree['narrowest']): Tree => ({
  kind: 'container',
  name,
  classes: ['card'],
  base: { ...around('padding', 28, 24), ...wide },
  ...(phone && { narrowest: phone }),
  holds: [
    { kind: 'heading', tag: 'h3', content: { text: name } },
    { kind: 'text', content: { text } },
  ],
});

/** Two by two, the first over two cells; one below the other on the phone. */
const goodToKnow: Tree = {
  kind: 'section',
  name: 'Good to know',
  base: {
    ...around('padding', 72, 'max(5%, calc((100% - 980px) / 2))'),
    ...gap(28),
    'background-color': 'var(--sand)',
  },
  narrowest: around('padding', 56, 20),
  holds: [
    { kind: 'heading', tag: 'h2', content: { text: 'Good to know' } },
    {
      kind: 'container',
      name: 'Facts',
      base: { display: 'grid', 'grid-template-columns': '1fr 1fr', 'grid-template-rows': 'auto auto', ...gap(20) },
      narrowest: { 'grid-template-columns': '1fr', 'grid-template-rows': 'none' },
      holds: [
        fact(
          'When the wind has its own plans',
          textOf([
            {
              tag: 'p',
              says: [
                'Above ',
                { text: 'force eight', as: ['strong'] },
                ' the boats stay in. Tickets keep their value for a year, and the kiosk has soup. Ask before you set out:',
              ],
            },
            {
              tag: 'ul',
              items: [
                [
                  {
                    tag: 'p',
                    says: [
                      { text: 'the timetable', link: { to: 'page:tidewick-timetable' } },
                      ' says what sails today',
                    ],
                  },
                ],
                [
                  {
                    tag: 'p',
                    says: ['the kiosk answers at ', { text: '+44 1632 960 960', link: { to: 'tel:+44 1632 960 960' } }],
                  },
                ],
                [
                  {
                    tag: 'p',
                    says: [
                      'or write to ',
                      { text: 'kiosk@tidewick.example', link: { to: 'mailto:kiosk@tidewick.example' } },
                    ],
                  },
                ],
              ],
            },
          ]),
          { 'grid-column-start': '1', 'grid-column-end': 'span 2', 'grid-row-start': '1' },
          { 'grid-column-end': 'auto' },
        ),
        fact('Luggage', 'Up to 30 kg travels free. Everything heavier talks to the engineer.'),
        fact('Dogs', 'Free, as long as they sit. Those who do not, pay like bicycles.'),
      ],
    },
  ],
};

export const fares: Page = pageFrom(
  tidewick,
  'tidewick-fares',
  'Fares and passes',
  '/fares',
  'What a crossing costs, and the passes that make it cheaper.',
  [opening, crossings, passes, goodToKnow],
  { frame: 'every-page' },
);

const found = (name: string, where: string): Tree => ({
  kind: 'text',
  content: { text: `${name}\n${where}` },
  base: {
    ...around('padding', 12, 0),
    'border-bottom-width': '1px',
    'border-bottom-style': 'solid',
    'border-bottom-color': '#d8cdb4',
  },
});

/** A page with a section beside it that stays in view, and lies across the top on smaller screens. */
export const lostProperty: Page = pageFrom(
  tidewick,
  'tidewick-lost',
  'Lost property',
  '/lost-property',
  'What was left on our boats, and where it waits for you.',
  [
    {
      kind: 'section',
      name: 'Side',
      tag: 'header',
      base: {
        position: 'fixed',
        left: '0px',
        top: '0px',
        bottom: '0px',
        width: '220px',
        'z-index': '10',
        'overflow-y': 'auto',
        ...around('padding', 40, 24),
        ...gap(24),
        'justify-content': 'space-between',
        'background-color': 'var(--sand)',
      },
      narrower: {
        position: 'sticky',
        left: 'auto',
        bottom: 'auto',
        width: 'auto',
        'overflow-y': 'visible',
        'flex-direction': 'row',
        'align-items': 'center',
        ...around('padding', 12, '5%'),
      },
      holds: [
        {
          kind: 'text',
          name: 'Name of the line',
          content: { text: 'Tidewick Ferries' },
          base: { 'font-family': 'Fraunces, serif', 'font-size': '22px', 'font-weight': '600' },
        },
        { kind: 'button', classes: ['plain-link'], content: { text: 'Back to the boats', link: '/' } },
      ],
    },
    {
      kind: 'section',
      name: 'Found',
      base: { ...around('padding', 96, 'max(5%, calc((100% - 760px) / 2))'), ...gap(16) },
      narrowest: around('padding', 56, 20),
      holds: [
        {
          kind: 'heading',
          tag: 'h1',
          content: { text: 'Lost property' },
          base: { 'font-size': '56px', 'line-height': '1.05' },
          narrowest: { 'font-size': '40px' },
        },
        {
          kind: 'text',
          classes: ['measure'],
          content: {
            text: textOf([
              {
                tag: 'p',
                says: [
                  'What stays on board travels on until somebody misses it. After a month it moves to the kiosk, after a year to ',
                  { text: 'the crew', link: { to: 'page:tidewick-home' } },
                  '.',
                ],
              },
              {
                tag: 'blockquote',
                holds: [
                  {
                    tag: 'p',
                    says: [{ text: 'Nothing is lost at sea. It is only early for its next owner.', as: ['em'] }],
                  },
                ],
              },
            ]),
          },
        },
        {
          kind: 'container',
          name: 'The list',
          base: { height: '300px', 'overflow-y': 'auto', 'scrollbar-width': 'thin' },
          attributes: { tabindex: '0', role: 'region', 'aria-label': 'Found things' },
          holds: [
            found('A red umbrella', 'On the Sandling, under the third bench'),
            found('One walking boot, left', 'On the pier at Marram'),
            found('A thermos, still warm', 'With the engineer'),
            found('Binoculars', 'At the kiosk'),
            found('A book about seals', 'Being read by the purser'),
            found('A child’s bucket, blue', 'On the after deck'),
            found('Two tickets to Great Sallow', 'At the kiosk, for whoever can say which day'),
            found('A fiddle case, empty', 'With the master'),
          ],
        },
      ],
    },
  ],
  { base: { 'padding-left': '220px' }, narrower: { 'padding-left': '0px' } },
);
