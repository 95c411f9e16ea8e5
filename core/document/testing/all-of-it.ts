import { fluidValue } from '../../style/fluid';
import type { Page } from '../page';
import { blankSite, type Site } from '../site';
import type { Block, Phrase } from '../text/running-text';
import { textOf } from '../text/changed-blocks';
import { pageHolding, plainPart } from './plain-part';

const gradient = 'linear-gradient(120deg, rgb(0 0 0 / 0.6) 0%, 40%, rgb(0 0 0 / 0.2) 100%)';

const blank = blankSite('all', 'All of it', 'all');
const daylight = {
  tokens: {
    ink: '#22333b',
    paper: '#fdfaf3',
    edge: { name: 'edge', kind: 'border', values: { wide: '2px solid var(--ink)', phone: '1px solid var(--ink)' } },
    quick: { name: 'quick', kind: 'duration', values: { wide: '0.2s' } },
  },
  elements: {
    body: { wide: { normal: { color: 'var(--ink)', 'background-color': 'var(--paper)' } } },
    h1: {
      wide: {
        normal: { 'font-size': fluidValue(blank.breakpoints, 'wide', '96 → 40'), 'font-family': 'Fraunces, serif' },
      },
    },
    a: { wide: { normal: { color: '#7a1f2b' }, hover: { color: '#4d0f18' }, focus: { 'outline-style': 'solid' } } },
    li: { wide: { normal: { 'margin-left': '20px' } } },
    blockquote: {
      wide: { normal: { 'border-left-width': '4px', 'border-left-style': 'solid', 'padding-left': '20px' } },
    },
  },
  classes: [
    { id: 'card-a', name: 'card', style: { wide: { normal: { 'box-shadow': '0 1px 3px rgb(0 0 0 / 0.3)' } } } },
    { id: 'loud-b', name: 'loud', style: { wide: { normal: { 'font-weight': '700' } } } },
  ],
  fonts: ['Schibsted Grotesk', 'Fraunces'],
} satisfies Pick<Site, 'tokens' | 'elements' | 'classes' | 'fonts'>;

/** A site with everything that is set once for all: tokens, elements, classes, typefaces, a look for dark pages. */
export const siteOfAll: Site = {
  ...blank,
  ...daylight,
  looks: [
    { id: 'night', name: 'Night', ...daylight, tokens: { ...daylight.tokens, ink: '#ece5d8', paper: '#141b1f' } },
  ],
  dark: 'night',
  pictures: {
    shore: {
      ...{ name: 'Shore', alt: 'A shore at low tide', width: 1600, height: 900, type: 'image/jpeg' },
      files: [
        { width: 640, file: 'shore-640.jpg' },
        { width: 1600, file: 'shore-1600.jpg' },
      ],
    },
  },
};

const phrases: (string | Phrase)[] = [
  'Sail ',
  { text: 'with us', as: ['strong', 'em'] },
  ', ',
  { text: 'not', as: ['u'] },
  { text: ' never ', as: ['s'] },
  { text: 'small', as: ['small'] },
  { text: 'marked', as: ['mark'] },
  { text: '2', as: ['sub'] },
  { text: '3', as: ['sup'] },
  { text: 'npm', as: ['code'] },
  '\non a line of its own, ',
  { text: 'à bientôt', lang: 'fr', class: 'loud-b' },
  ', ',
  { text: 'in red', color: '#8c2f39' },
  ', ',
  { text: 'the place below', link: { to: '#below' } },
  ', ',
  {
    text: 'elsewhere',
    link: { to: 'https://weather.example/tides', newTab: true, label: 'The tides elsewhere, in a new tab' },
  },
  ', ',
  { text: 'mail', link: { to: 'mailto:kiosk@tidewick.example' } },
  ' or ',
  { text: 'a call', link: { to: 'tel:+44 1632 960001' } },
];

const blocks: Block[] = [
  { tag: 'p', says: phrases },
  { tag: 'h2', says: 'What you take along' },
  {
    tag: 'ul',
    items: [
      [{ tag: 'p', says: 'a coat' }],
      [
        { tag: 'p', says: 'a dog' },
        { tag: 'ol', items: [[{ tag: 'p', says: 'large' }]] },
      ],
    ],
  },
  { tag: 'blockquote', holds: [{ tag: 'p', says: 'The shortest road is water.' }] },
  { tag: 'pre', says: 'if (tide < 2)\n  wait();' },
];

/** A page with everything that is written and styled: running text, links, layers, masks, shapes, states, attributes. */
export const pageOfAll: Page = pageHolding({
  title: plainPart('heading', 'h1', { content: { base: { text: 'All of it' } } }),
  words: plainPart('text', 'div', {
    content: {
      base: { text: textOf(blocks) },
      phone: { text: textOf([{ tag: 'p', says: [{ text: 'Short', as: ['strong'] }] }]) },
    },
  }),
  opening: plainPart('container', 'article', {
    ...{
      classes: ['card-a'],
      children: ['go', 'cut', 'seen'],
      attributes: { id: 'below', title: 'Below', lang: 'en' },
    },
    style: {
      wide: {
        normal: {
          'background-image': `${gradient}, url("picture:shore")`,
          'background-blend-mode': 'multiply, normal',
          ...{ 'border-top-left-radius': '20px 10px', 'border-top-width': '1px', 'border-top-style': 'solid' },
          'background-color': '#33444c',
        },
      },
      phone: { normal: { 'background-image': 'none' } },
    },
  }),
  go: plainPart('button', 'a', {
    content: { base: { text: 'Home', link: 'page:p' } },
    style: {
      wide: {
        normal: {
          'transition-property': 'background-color',
          'transition-duration': 'var(--quick)',
          'background-color': '#22333b',
          color: '#ffffff',
        },
        hover: { 'background-color': '#000000' },
        pressed: { 'background-color': '#123456' },
      },
    },
  }),
  cut: plainPart('container', 'figure', {
    children: ['shore'],
    style: { wide: { normal: { rotate: '-10deg', filter: 'blur(2px) sepia(0.2)', 'clip-path': 'circle(50%)' } } },
  }),
  shore: plainPart('image', 'img', { content: { base: { picture: 'shore', alt: 'A shore at low tide' } } }),
  seen: plainPart('container', 'a', {
    ...{ children: ['note'], content: { base: { link: '/elsewhere', linkLabel: 'Where we sail' } } },
    style: { wide: { normal: { 'mask-image': 'linear-gradient(#000, transparent)', 'backdrop-filter': 'blur(4px)' } } },
  }),
  note: plainPart('text', 'p', {
    content: { base: { text: 'Where we sail' } },
    attributes: { 'data-note': '1' },
    style: { wide: { normal: { color: '#ffffff' } } },
  }),
});
