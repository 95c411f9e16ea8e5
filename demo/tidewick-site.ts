import { blankSite, type Site } from '@core/document/site';
import { around, gap, radius, sharedFrom } from './build';
import { footer, header } from './tidewick-frame';

const ink = '#22333b';
const madder = '#8c2f39';
const sand = '#f4ead7';

const daylight: Site = {
  ...blankSite('tidewick', 'Tidewick Ferries', 'tidewick'),
  fonts: ['Schibsted Grotesk', 'Fraunces'],
  tokens: { ink, madder, 'madder-deep': '#6f232c', sand, paper: '#fdfaf3', foam: '#ffffff', card: 'var(--foam)' },
  elements: {
    body: {
      wide: {
        normal: {
          'font-family': '"Schibsted Grotesk", sans-serif',
          'font-size': '17px',
          'line-height': '1.55',
          color: 'var(--ink)',
          'background-color': 'var(--paper)',
        },
      },
      phone: { normal: { 'font-size': '16px' } },
    },
    h1: { wide: { normal: { 'font-family': 'Fraunces, serif', 'font-weight': '600', 'text-wrap-style': 'balance' } } },
    h2: {
      wide: {
        normal: {
          'font-family': 'Fraunces, serif',
          'font-size': '40px',
          'font-weight': '600',
          'line-height': '1.15',
          'text-wrap-style': 'balance',
        },
      },
      tablet: { normal: { 'font-size': '34px' } },
      phone: { normal: { 'font-size': '29px' } },
    },
    h3: {
      wide: {
        normal: { 'font-family': 'Fraunces, serif', 'font-size': '23px', 'font-weight': '600', 'line-height': '1.25' },
      },
    },
  },
  classes: [
    {
      id: 'boxed',
      name: 'boxed',
      style: {
        wide: { normal: { width: '100%', 'max-width': '1120px', 'margin-left': 'auto', 'margin-right': 'auto' } },
      },
    },
    { id: 'measure', name: 'measure', style: { wide: { normal: { 'max-width': '58ch' } } } },
    {
      id: 'eyebrow',
      name: 'eyebrow',
      style: {
        wide: {
          normal: {
            'font-size': '14px',
            'font-weight': '600',
            'letter-spacing': '0.08em',
            'text-transform': 'uppercase',
            color: 'var(--madder)',
          },
        },
      },
    },
    {
      id: 'card',
      name: 'card',
      style: {
        wide: {
          normal: {
            'background-color': 'var(--card)',
            ...radius('14px'),
            ...gap(12),
            ...around('padding', 0, 0, 24),
            'overflow-x': 'hidden',
            'overflow-y': 'hidden',
          },
        },
      },
    },
    {
      id: 'strong',
      name: 'strong',
      style: {
        wide: {
          normal: { 'background-color': 'var(--madder)', color: 'var(--paper)' },
          hover: { 'background-color': 'var(--madder-deep)' },
        },
      },
    },
    {
      id: 'plain-link',
      name: 'plain-link',
      style: {
        wide: {
          normal: {
            'background-color': 'transparent',
            color: 'inherit',
            ...around('padding', 6, 4),
            'font-weight': '500',
          },
          hover: { color: 'var(--madder)' },
        },
      },
    },
  ],
};

/** For visitors who prefer dark pages. */
const afterDark = {
  ink: '#ece5d8',
  madder: '#e9a09a',
  'madder-deep': '#f3bfba',
  sand: '#222d32',
  paper: '#141b1f',
  foam: '#ffffff',
  card: '#1d262b',
};

const { elements, classes, fonts } = daylight;
export const tidewick: Site = {
  ...daylight,
  looks: [
    { id: 'daylight', name: 'Daylight', tokens: daylight.tokens, elements, classes, fonts },
    { id: 'after-dark', name: 'After dark', tokens: afterDark, elements, classes, fonts },
  ],
  dark: 'after-dark',
  sections: [sharedFrom(daylight, 'header', 'opening', header), sharedFrom(daylight, 'footer', 'contact', footer)],
  menus: [
    {
      id: 'main',
      name: 'Main',
      entries: {
        sailings: { to: 'page:tidewick-home#sailings', text: 'Sailings', place: 0 },
        boats: { to: 'page:tidewick-home#boats', text: 'The boats', place: 1 },
        crew: { to: 'page:tidewick-home#crew', text: 'Crew', place: 2 },
        fares: { to: 'page:tidewick-fares', title: 'Fares and passes', place: 3 },
        timetable: { to: 'page:tidewick-timetable', text: 'Timetable', place: 4 },
      },
    },
  ],
  frames: [{ id: 'every-page', name: 'Every page', before: ['header'], after: ['footer'] }],
};

export const band = { ...around('padding', 96, '5%'), ...gap(40) };
export const bandTablet = around('padding', 72, '5%');
export const bandPhone = { ...around('padding', 56, 20), ...gap(28) };
export const shortBand = { ...band, ...around('padding', 0, '5%', 96) };
