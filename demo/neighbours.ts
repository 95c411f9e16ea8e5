import { applyEdits } from '@core/document/edits/apply';
import type { Page } from '@core/document/page';
import { blankSite, type Site } from '@core/document/site';
import { inPlain } from '@core/document/text/words';
import { around, gap, pageFrom } from './build';

/** A water mill that teaches baking. */
export const mill: Site = {
  ...blankSite('mill', 'Oxbow Mill', 'oxbow-mill'),
  fonts: ['Fraunces', 'Schibsted Grotesk'],
  elements: {
    body: {
      wide: {
        normal: {
          'font-family': '"Schibsted Grotesk", sans-serif',
          'font-size': '17px',
          'line-height': '1.6',
          color: '#3d2f22',
          'background-color': '#fbf6ea',
        },
      },
    },
  },
};

export const millHome: Page = pageFrom(
  mill,
  'mill-home',
  'Oxbow Mill: bake where the flour is made',
  '/',
  'Baking courses in a working water mill.',
  [
    {
      kind: 'section',
      name: 'Opening',
      base: {
        'min-height': '560px',
        'justify-content': 'end',
        ...around('padding', 72, '6%'),
        ...gap(18),
        color: '#ffffff',
        'background-color': '#3d2f22',
        'background-image':
          'linear-gradient(0deg, rgb(30 22 14 / 0.9) 20%, rgb(30 22 14 / 0.45) 60%, rgb(30 22 14 / 0.1)), url("picture:mill")',
        'background-size': 'cover',
        'background-position-x': 'center',
        'background-position-y': 'center',
      },
      narrowest: { 'min-height': '440px', ...around('padding', 40, 20) },
      holds: [
        {
          kind: 'heading',
          tag: 'h1',
          content: { text: 'Bake where the flour is made' },
          base: { 'font-family': 'Fraunces, serif', 'font-size': '58px', 'line-height': '1.05', 'max-width': '14ch' },
          narrowest: { 'font-size': '38px' },
        },
        { kind: 'text', content: { text: 'Six people, one oven, a day by the water.' }, base: { 'font-size': '20px' } },
        {
          kind: 'button',
          content: { text: 'Courses this month', link: '#courses' },
          base: { 'background-color': '#f2d0a4', color: '#3d2f22' },
        },
      ],
    },
    {
      kind: 'section',
      name: 'Courses',
      attributes: { id: 'courses' },
      base: { ...around('padding', 72, '6%'), ...gap(28) },
      narrowest: around('padding', 48, 20),
      holds: [
        { kind: 'heading', tag: 'h2', content: { text: 'Courses' }, base: { 'font-family': 'Fraunces, serif' } },
        {
          kind: 'columns',
          base: { 'grid-template-columns': '1fr 1fr', ...gap(32) },
          narrowest: { 'grid-template-columns': '1fr' },
          holds: [
            {
              kind: 'column',
              base: gap(10),
              holds: [
                { kind: 'heading', tag: 'h3', content: { text: 'Sourdough from nothing' } },
                {
                  kind: 'text',
                  content: { text: 'Saturday, nine to four. You go home with a starter and two loaves.' },
                },
              ],
            },
            {
              kind: 'column',
              base: gap(10),
              holds: [
                { kind: 'heading', tag: 'h3', content: { text: 'Rye and patience' } },
                { kind: 'text', content: { text: 'Sunday, ten to five. Dense, dark and better on Tuesday.' } },
              ],
            },
          ],
        },
      ],
    },
  ],
);

const rye = Object.keys(millHome.parts).find((id) =>
  /^Sunday/.test(inPlain(millHome.parts[id]!.content.base['text'])),
)!;

/** The mill’s page as it first went live, and the edit that was made since. */
export const millAtFirst = applyEdits(mill, millHome, [
  { do: 'set', part: rye, field: ['content', 'base', 'text'], value: 'In spring. The dates follow.' },
]);

/** A village observatory open on clear nights. */
export const observatory: Site = {
  ...blankSite('observatory', 'Highcombe Observatory', 'highcombe'),
  elements: {
    body: {
      wide: {
        normal: {
          'font-family': '"Schibsted Grotesk", sans-serif',
          'font-size': '17px',
          'line-height': '1.6',
          color: '#e6e9f5',
          'background-color': '#10152b',
        },
      },
    },
  },
};

export const observatoryHome: Page = pageFrom(
  observatory,
  'observatory-home',
  'Highcombe Observatory: open on clear nights',
  '/',
  'A village observatory that opens its dome on clear nights.',
  [
    {
      kind: 'section',
      name: 'Opening',
      base: {
        'min-height': '600px',
        'align-items': 'center',
        ...around('padding', 96, '6%'),
        ...gap(20),
        'background-image': 'linear-gradient(180deg, rgb(8 11 28 / 0.55), rgb(8 11 28 / 0.2)), url("picture:dome")',
        'background-size': 'cover',
        'background-position-x': 'center',
        'background-position-y': 'bottom',
      },
      narrowest: { 'min-height': '520px', ...around('padding', 64, 20) },
      holds: [
        {
          kind: 'heading',
          tag: 'h1',
          content: { text: 'Open on clear nights' },
          base: { 'font-size': '60px', 'line-height': '1.05', 'text-align': 'center' },
          narrowest: { 'font-size': '40px' },
        },
        {
          kind: 'text',
          content: { text: 'Come up the lane with a torch. We have the telescope and the tea.' },
          base: { 'text-align': 'center' },
        },
        {
          kind: 'button',
          content: { text: 'Is tonight clear?', link: '#tonight' },
          base: { 'background-color': '#e6e9f5', color: '#10152b' },
        },
      ],
    },
    {
      kind: 'section',
      name: 'Tonight',
      attributes: { id: 'tonight' },
      base: { ...around('padding', 64, '6%'), ...gap(12), 'align-items': 'center' },
      narrowest: around('padding', 48, 20),
      holds: [
        { kind: 'heading', tag: 'h2', content: { text: 'Tonight' } },
        {
          kind: 'text',
          content: { text: 'The dome opens an hour after sunset when the flag is up.' },
          base: { 'text-align': 'center', 'max-width': '50ch' },
        },
      ],
    },
  ],
);
