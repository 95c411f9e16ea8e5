import type { Page } from '@core/document/page';
import { around, gap, pageFrom, type Tree } from './build';
import { tidewick } from './tidewick-site';

const crossing = (name: string, times: string, words: string): Tree => ({
  kind: 'column',
  name,
  classes: ['card'],
  base: { ...around('padding', 40, 36), ...gap(14) },
  holds: [
    { kind: 'heading', tag: 'h2', content: { text: name }, base: { 'font-size': '44px' } },
    {
      kind: 'text',
      content: { text: times },
      base: { 'font-size': '24px', 'font-weight': '600', color: 'var(--madder)' },
    },
    { kind: 'text', content: { text: words } },
  ],
});

const social = (text: string, to: string): Tree => ({
  kind: 'button',
  name: text,
  classes: ['plain-link'],
  content: { text, link: to },
});

/**
 * Three columns built wide only: nothing is set for a smaller screen, as a page is when its wide layout has just been
 * finished.
 */
export const timetable: Page = pageFrom(
  tidewick,
  'tidewick-timetable',
  'Winter timetable',
  '/timetable',
  'When the boats leave from November to March.',
  [
    {
      kind: 'section',
      name: 'Opening',
      base: {
        ...around('padding', 120, 96),
        ...gap(28),
        position: 'relative',
        isolation: 'isolate',
        'background-color': 'var(--sand)',
      },
      holds: [
        {
          kind: 'heading',
          name: 'Title',
          tag: 'h1',
          content: { text: 'Winter timetable, from November to March' },
          base: { 'font-size': '96px', 'line-height': '1', width: '900px' },
        },
        {
          kind: 'text',
          name: 'Introduction',
          content: {
            text: 'Fewer boats, emptier benches and the best light of the year. The kiosk is open half an hour before every sailing.',
          },
          base: { 'font-size': '20px', width: '640px' },
        },
        {
          kind: 'button',
          name: 'Book a crossing',
          classes: ['strong'],
          content: { text: 'Book a crossing', link: '/fares' },
          base: { ...around('padding', 16, 36), width: '320px' },
        },
      ],
    },
    {
      kind: 'section',
      name: 'Crossings',
      base: { ...around('padding', 110, 96), ...gap(40) },
      holds: [
        {
          kind: 'columns',
          name: 'Three crossings',
          base: { 'grid-template-columns': '1fr 1fr 1fr', ...gap(48) },
          holds: [
            crossing('Marram', '8:10 · 13:40 · 17:15', 'Thirty-five minutes over the sandbank, with the heating on.'),
            crossing('Great Sallow', '9:30 · 15:00', 'Fifty-five minutes. The second boat waits for the school bus.'),
            crossing(
              'Inner Kelder',
              '10:20 on Tuesdays and Saturdays',
              'One hour and twenty minutes, weather and seals permitting.',
            ),
          ],
        },
        {
          kind: 'container',
          name: 'Social links',
          base: { 'flex-direction': 'row', 'justify-content': 'center', ...gap(12, 40) },
          holds: [
            social('Harbour camera', '/#contact'),
            social('Sailing news', '/#sailings'),
            social('Letters from the crew', '/#crew'),
          ],
        },
      ],
    },
  ],
  { frame: 'every-page' },
);
